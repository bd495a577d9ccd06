<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

use Closure;
use Jactonic\Core\Time\Bounds;

/** A clip on the clipboard: where it lay, without what lies in it. */
final readonly class Piece
{
    private const LONGEST_NAME = 80;

    private const MOST_ROWS = 1_000;

    /**
     * @param  int  $row  of its track, from the top, from 0
     * @param  int  $start  tick in the song
     * @param  int  $length  ticks, from 1
     * @param  int  $loop  0, or the ticks after which its content begins again
     */
    public function __construct(
        public int $row,
        public int $start,
        public int $length,
        public int $loop = 0,
        public string $name = '',
        public bool $muted = false,
    ) {
    }

    /** @param  Closure(int): int  $scaled  ticks in a song of another resolution */
    public function scaled(Closure $scaled): self
    {
        return new self(
            $this->row, $scaled($this->start), max(1, $scaled($this->length)),
            $this->loop === 0 ? 0 : max(1, $scaled($this->loop)), $this->name, $this->muted,
        );
    }

    /** @return array<string, int|string|bool> */
    public function toArray(): array
    {
        return [
            'row' => $this->row, 'start' => $this->start, 'length' => $this->length, 'loop' => $this->loop,
            'name' => $this->name, 'muted' => $this->muted,
        ];
    }

    /** Null where the value is none. */
    public static function fromArray(mixed $value): ?self
    {
        $number = static fn (string $name, int $least, int $most): ?int => is_array($value)
            && is_int($value[$name] ?? null) && $value[$name] >= $least && $value[$name] <= $most
            ? $value[$name]
            : null;
        [$row, $start, $length, $loop] = [
            $number('row', 0, self::MOST_ROWS), $number('start', 0, Bounds::LAST_TICK),
            $number('length', 1, Bounds::LAST_TICK), $number('loop', 0, Bounds::LAST_TICK),
        ];
        $name = is_array($value) ? $value['name'] ?? '' : null;
        if (
            $row === null
            || $start === null
            || $length === null
            || $loop === null
            || ! is_string($name)
            || mb_strlen($name) > self::LONGEST_NAME
        ) {
            return null;
        }

        return new self($row, $start, $length, $loop, $name, ($value['muted'] ?? false) === true);
    }
}

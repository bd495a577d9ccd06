<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Time\Rounding;
use Jactonic\Core\Time\TickRange;

/**
 * Notes on the clipboard, with their place in the song they come from.
 *
 * As text it is JSON, so that it passes through the system's clipboard to other songs, windows and programs:
 * `{"jactonic":"phrase","ppq":960,"span":[0,3840],"notes":{"start":[0,480],"length":[240,240],"pitch":[60,64]}}`.
 */
final readonly class Phrase
{
    private const MARK = 'phrase';

    private const MOST_NOTES = 200_000;

    /**
     * @param  TickRange|null  $span  the range it was taken from, whose silence belongs to it
     */
    public function __construct(
        public Notes $notes,
        public int $ppq,
        public ?TickRange $span = null,
    ) {
    }

    /** Where it begins: at its range, or its first note. */
    public function start(): int
    {
        return $this->span->from ?? $this->notes->start[0] ?? 0;
    }

    /** The same phrase in a song of another resolution. */
    public function at(int $ppq): self
    {
        if ($ppq === $this->ppq) {
            return $this;
        }
        $scaled = fn (int $ticks): int => Rounding::quotient($ticks * $ppq, $this->ppq);
        $columns = $this->notes->columns();
        foreach ($columns['start'] as $i => $start) {
            $end = $scaled($start + $columns['length'][$i]);
            $columns['start'][$i] = $scaled($start);
            $columns['length'][$i] = max(1, $end - $columns['start'][$i]);
        }
        foreach (['playedStart', 'playedEnd'] as $name) {
            $columns[$name] = array_map($scaled, $columns[$name]);
        }
        $from = $this->span === null ? 0 : $scaled($this->span->from);

        return new self(Notes::of($columns), $ppq, $this->span === null ? null : TickRange::of($from, max($from + 1, $scaled($this->span->to))));
    }

    /** @return array<string, mixed> as JSON takes it */
    public function toArray(): array
    {
        $columns = $this->notes->columns();
        unset($columns['id'], $columns['clip']);

        return [
            'jactonic' => self::MARK,
            'ppq' => $this->ppq,
            'span' => $this->span === null ? null : [$this->span->from, $this->span->to],
            'notes' => $columns,
        ];
    }

    /** @throws BadInput where the text is no phrase */
    public static function fromJson(string $text): self
    {
        return self::fromArray(json_decode($text, true, 8));
    }

    /** @throws BadInput where the value is no phrase */
    public static function fromArray(mixed $value): self
    {
        if (! is_array($value) || ($value['jactonic'] ?? null) !== self::MARK || ! is_array($value['notes'] ?? null)) {
            throw self::unreadable('it is no phrase of notes');
        }
        $ppq = $value['ppq'] ?? null;
        if (! is_int($ppq) || $ppq < 1 || $ppq > 32767) {
            throw self::unreadable('ppq takes 1 to 32767');
        }
        $span = $value['span'] ?? null;
        $edges = is_array($span) && is_int($span[0] ?? null) && is_int($span[1] ?? null) ? TickRange::of($span[0], $span[1]) : null;
        if ($span !== null && $edges === null) {
            throw self::unreadable('span takes two ticks');
        }

        return new self(Notes::checked(array_diff_key($value['notes'], ['clip' => 0]), self::MOST_NOTES, self::unreadable(...)), $ppq, $edges);
    }

    private static function unreadable(string $why): BadInput
    {
        return new BadInput("The clipboard cannot be pasted: {$why}. Copy notes here first.");
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Time;

use Jactonic\Core\Errors\BadInput;

/** A span of time: from a tick up to, and without, another. */
final readonly class TickRange
{
    private function __construct(
        public int $from,
        public int $to,
    ) {
    }

    /** @throws BadInput unless 0 ≤ from < to */
    public static function of(int $from, int $to): self
    {
        if ($from < 0 || $to <= $from) {
            throw BadInput::within("A range runs from a tick to a later one, not from {$from} to {$to}.");
        }

        return new self($from, $to);
    }

    public function has(int $tick): bool
    {
        return $tick >= $this->from && $tick < $this->to;
    }

    /** The tick in it that one outside comes in again at, where it goes round. */
    public function wrapped(int $tick): int
    {
        $length = $this->to - $this->from;

        return $this->from + (($tick - $this->from) % $length + $length) % $length;
    }

    /** @throws BadInput unless the text is TICK..TICK */
    public static function parse(string $text): self
    {
        if (preg_match('/^(\d{1,10})\.\.(\d{1,10})$/', $text, $found) !== 1) {
            throw new BadInput("“{$text}” is no range; write two ticks, such as 0..3840.");
        }

        return self::of((int) $found[1], (int) $found[2]);
    }
}

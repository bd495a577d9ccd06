<?php

declare(strict_types=1);

namespace Jactonic\Core\Pitch;

/** The chords of a song, each from its tick on. */
final readonly class ChordNames
{
    /** @param  list<array{int, ChordName}>  $all  tick and chord, in order of time */
    private function __construct(public array $all)
    {
    }

    /** @param  list<array{int, ChordName}>  $all  tick and chord, in order of time */
    public static function of(array $all): self
    {
        return new self($all);
    }

    public function isEmpty(): bool
    {
        return $this->all === [];
    }

    /** The chord that holds at a tick; null before the first one. */
    public function at(int $tick): ?ChordName
    {
        [$low, $high] = [0, count($this->all)];
        while ($low < $high) {
            $middle = intdiv($low + $high, 2);
            [$low, $high] = $this->all[$middle][0] <= $tick ? [$middle + 1, $high] : [$low, $middle];
        }

        return $this->all[$low - 1][1] ?? null;
    }
}

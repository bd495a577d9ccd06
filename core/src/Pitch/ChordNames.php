<?php

declare(strict_types=1);

namespace Jactonic\Core\Pitch;

use Jactonic\Core\Time\Halving;

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
        $next = Halving::first(count($this->all), fn (int $k): bool => $this->all[$k][0] > $tick);

        return $this->all[$next - 1][1] ?? null;
    }
}

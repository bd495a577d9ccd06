<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

use Jactonic\Core\Time\Halving;

/** What points of one lane hold that follow each other on one track: each its value until the next. */
final readonly class HeldValues
{
    /**
     * @param  list<int>  $places  of the points, in order of time
     * @param  int  $rest  what holds before the first
     */
    public function __construct(
        private Points $points,
        private array $places,
        private int $rest,
    ) {
    }

    /** The value that holds at a tick. */
    public function at(int $tick): int
    {
        $place = $this->places[$this->firstAfter($tick) - 1] ?? null;

        return $place === null ? $this->rest : $this->points->value[$place];
    }

    /** The tick of the first of them at or after one; null where there is none. */
    public function firstFrom(int $tick): ?int
    {
        $place = $this->places[$this->firstAfter($tick - 1)] ?? null;

        return $place === null ? null : $this->points->start[$place];
    }

    /** @return list<int> the places of those from one tick to another, the last one counted */
    public function between(int $from, int $to): array
    {
        $first = $this->firstAfter($from - 1);

        return array_slice($this->places, $first, max(0, $this->firstAfter($to) - $first));
    }

    /** Which of them is the first after a tick. */
    private function firstAfter(int $tick): int
    {
        [$starts, $places] = [$this->points->start, $this->places];

        return Halving::first(count($places), static fn (int $k): bool => $starts[$places[$k]] > $tick);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Pitch;

/** Some pitches in an order, such as those that a drum part uses: what a move by rows counts. */
final readonly class Rows
{
    /** @param  list<int>  $pitches  0–127, from the lowest row up, each once */
    private function __construct(public array $pitches)
    {
    }

    /** @param  array<int, int>  $pitches  0–127, from the lowest row up */
    public static function of(array $pitches): self
    {
        return new self(array_values(array_unique($pitches)));
    }

    /**
     * @param  array<int, int>  $pitches  0–127, as often as they occur: one row each, a higher pitch above a lower one
     */
    public static function occurring(array $pitches): self
    {
        sort($pitches);

        return self::of($pitches);
    }

    /**
     * The pitch a number of rows away; null where there are not so many. A pitch that has no row first goes to that of
     * the next pitch in the direction of the move, which counts as the first step.
     */
    public function shift(int $pitch, int $by): ?int
    {
        if ($by === 0) {
            return $pitch;
        }
        $row = array_search($pitch, $this->pitches, true);
        if ($row === false) {
            $beyond = array_filter($this->pitches, static fn (int $shown): bool => ($shown <=> $pitch) === ($by <=> 0));
            if ($beyond === []) {
                return null;
            }
            $row = (int) array_search($by > 0 ? min($beyond) : max($beyond), $this->pitches, true) - ($by <=> 0);
        }

        return $this->pitches[$row + $by] ?? null;
    }
}

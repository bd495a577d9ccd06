<?php

declare(strict_types=1);

namespace Jactonic\Core\Pitch;

/** Some pitches in a row, such as those that a drum part uses: what a move by rows counts. */
final readonly class Rows
{
    /** @param  list<int>  $pitches  0–127, ascending, each once */
    private function __construct(public array $pitches)
    {
    }

    /** @param  array<int, int>  $pitches  0–127, in any order, as often as they occur */
    public static function of(array $pitches): self
    {
        $rows = array_values(array_unique($pitches));
        sort($rows);

        return new self($rows);
    }

    /**
     * The pitch a number of rows away; null where there are not so many. A pitch that has no row first goes to the next
     * one in the direction of the move, which counts as the first step.
     */
    public function shift(int $pitch, int $by): ?int
    {
        if ($by === 0) {
            return $pitch;
        }
        $below = count(array_filter($this->pitches, static fn (int $row): bool => $row < $pitch));
        $isRow = ($this->pitches[$below] ?? null) === $pitch;

        return $this->pitches[$below + $by - ($isRow || $by < 0 ? 0 : 1)] ?? null;
    }
}

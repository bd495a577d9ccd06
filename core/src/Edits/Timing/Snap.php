<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Timing;

use Jactonic\Core\Context\Context;
use Jactonic\Core\Time\Amount;
use Jactonic\Core\Time\GridLines;
use Jactonic\Core\Time\Rounding;

/** Takes one time to the nearest line of a grid, as far as strength, reach and slack allow. */
final class Snap
{
    private readonly bool $hasSlack;

    /**
     * @param  int  $strength  0–100 % of the way
     * @param  int  $reach  0–100 % of half the gap between the lines around
     */
    public function __construct(
        private readonly GridLines $lines,
        public readonly int $strength,
        private readonly int $reach,
        private readonly Amount $slack,
        private readonly Context $context,
    ) {
        $this->hasSlack = $slack->ticksAt(0, $context->time) > 0;
    }

    /** Where a tick goes; null where it stays. */
    public function to(int $tick): ?int
    {
        $lines = $this->lines;
        $lines->around($tick);
        $back = $tick - $lines->before;
        $ahead = $lines->after - $tick;
        $distance = $back < $ahead ? -$back : $ahead;
        if ($this->reach === 100 && ! $this->hasSlack && $this->strength === 100) {
            return $tick + $distance;
        }

        return $this->part($tick, $distance, $back + $ahead, $tick);
    }

    /** Whether a tick lies beside the lines. */
    public function isBeside(int $tick): bool
    {
        return $this->lines->nearest($tick) !== $tick;
    }

    /** What a length becomes at a start tick; null where it stays. */
    public function length(int $length, int $start): ?int
    {
        [$step, $parts] = $this->lines->step($start);
        $steps = max(1, Rounding::quotient($length * $parts, $step));
        $distance = max(1, Rounding::quotient($steps * $step, $parts)) - $length;
        // A length at reach 100 always moves, also one under half a step, which is farther from one step than reach
        // counts.
        $isOut = $this->reach < 100 && 200 * abs($distance) * $parts > $this->reach * $step;
        if ($isOut || $this->isWithinSlack($distance, $start)) {
            return null;
        }

        return max(1, $length + Rounding::quotient($distance * $this->strength, 100));
    }

    private function part(int $value, int $distance, int $gap, int $at): ?int
    {
        if (200 * abs($distance) > $this->reach * $gap || $this->isWithinSlack($distance, $at)) {
            return null;
        }

        return $value + Rounding::quotient($distance * $this->strength, 100);
    }

    private function isWithinSlack(int $distance, int $at): bool
    {
        return $this->hasSlack && abs($distance) < $this->slack->ticksAt($at, $this->context->time);
    }
}

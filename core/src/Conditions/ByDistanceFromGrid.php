<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Time\GridLines;

/** `offgrid`: the distance of the start from the nearest line, in % of half the gap between the lines around it. */
final readonly class ByDistanceFromGrid implements Condition
{
    /** @param  ValueRanges<float>  $allowed */
    public function __construct(
        private ValueRanges $allowed,
        private GridLines $lines,
    ) {
    }

    public function holds(int $place, Notes $notes, Context $context): bool
    {
        $start = $notes->start[$place];
        $distance = abs($this->lines->nearest($start) - $start);

        return $this->allowed->contain(
            200 * $distance / ($this->lines->after - $this->lines->before), static fn (float $bound): float => $bound,
        );
    }
}

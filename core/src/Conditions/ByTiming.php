<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Time\GridLines;

/** `timing`: early or late of the nearest line of the grid. */
final readonly class ByTiming implements Condition
{
    public function __construct(
        private bool $late,
        private ?GridLines $lines,
    ) {
    }

    public function holds(int $place, Notes $notes, Context $context): bool
    {
        $off = $notes->start[$place] - ($this->lines?->nearest($notes->start[$place]) ?? $notes->start[$place]);

        return $this->late ? $off > 0 : $off < 0;
    }
}

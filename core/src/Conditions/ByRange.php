<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Time\TickRange;

/** `range`: starts within the range, or outside it. */
final readonly class ByRange implements Condition
{
    public function __construct(
        private bool $inside,
        private ?TickRange $range,
    ) {
    }

    public function holds(int $place, Notes $notes, Context $context): bool
    {
        $range = $this->range;
        $start = $notes->start[$place];

        return $range !== null && ($start >= $range->from && $start < $range->to) === $this->inside;
    }
}

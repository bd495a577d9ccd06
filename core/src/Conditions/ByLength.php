<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Time\Amount;

/** `length`: within spans of amounts of time, measured where the note starts. */
final readonly class ByLength implements Condition
{
    /** @param  ValueRanges<Amount>  $allowed */
    public function __construct(private ValueRanges $allowed)
    {
    }

    public function holds(int $place, Notes $notes, Context $context): bool
    {
        $start = $notes->start[$place];

        return $this->allowed->contain(
            $notes->length[$place], static fn (Amount $bound): int => $bound->ticksAt($start, $context->time),
        );
    }
}

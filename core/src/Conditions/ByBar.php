<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;

/**
 * `bar`: the bar a note begins in, counted from 1; a push up to a 64th before a bar line belongs to the bar it opens.
 */
final readonly class ByBar implements Condition
{
    /** @param  ValueRanges<int>  $allowed */
    public function __construct(private ValueRanges $allowed)
    {
    }

    public function holds(int $place, Notes $notes, Context $context): bool
    {
        $push = intdiv($context->time->ppq(), 16);

        return $this->allowed->contain(
            $context->time->meters->barAt($notes->start[$place] + $push) + 1, static fn (int $bound): int => $bound,
        );
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;

/** `pitch`, `velocity` and `channel`: a column of the notes within spans of whole numbers. */
final readonly class ByNumber implements Condition
{
    /**
     * @param  'pitch'|'velocity'|'channel'  $column
     * @param  ValueRanges<int>  $allowed
     */
    public function __construct(
        private string $column,
        private ValueRanges $allowed,
    ) {
    }

    public function holds(int $place, Notes $notes, Context $context): bool
    {
        return $this->allowed->contain($notes->{$this->column}[$place], static fn (int $bound): int => $bound);
    }
}

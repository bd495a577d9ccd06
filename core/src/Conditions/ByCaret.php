<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;

/** `caret`: after, from the caret on, or before it. */
final readonly class ByCaret implements Condition
{
    public function __construct(private bool $after)
    {
    }

    public function holds(int $place, Notes $notes, Context $context): bool
    {
        return ($notes->start[$place] >= $context->caret->tick) === $this->after;
    }
}

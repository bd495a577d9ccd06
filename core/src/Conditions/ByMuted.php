<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;

/** `muted`: yes or no. */
final readonly class ByMuted implements Condition
{
    /** @param  0|1  $wanted */
    public function __construct(private int $wanted)
    {
    }

    public function holds(int $place, Notes $notes, Context $context): bool
    {
        return $notes->muted[$place] === $this->wanted;
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;

/** A condition that was decided for all notes at once, because it looks at more than one of them. */
abstract readonly class Chosen implements Condition
{
    /** @param  array<int, true>  $places  of the notes that meet it */
    final protected function __construct(private array $places)
    {
    }

    final public function holds(int $place, Notes $notes, Context $context): bool
    {
        return isset($this->places[$place]);
    }
}

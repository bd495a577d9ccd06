<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;

/** One condition on notes, such as `pitch=60..72`. */
interface Condition
{
    /** Whether the note at a place meets it. */
    public function holds(int $place, Notes $notes, Context $context): bool;
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Spans;

use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;

/** An edit of what has a span in time, written once for notes, points and clips. */
interface SpanEdit extends Edit
{
    /**
     * Writes into the spans, and tells what it did.
     *
     * @throws EditRefused
     */
    public function arrange(Spans $spans, Context $context, Parameters $parameters): Said;
}

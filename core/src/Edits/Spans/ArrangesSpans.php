<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Spans;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Parameters\Parameters;

/** How an edit of spans is applied to the notes and points that are selected. */
trait ArrangesSpans
{
    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $chosen = NotesInTime::orPoints($notes, $selection, $context, $this->declaration()->onPoints);
        $spans = $chosen->spans();

        return $chosen->changed($spans, $this->arrange($spans, $context, $parameters));
    }
}

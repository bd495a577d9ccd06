<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Spans\ArrangesSpans;
use Jactonic\Core\Edits\Spans\SpanEdit;
use Jactonic\Core\Edits\Spans\Spans;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;

/**
 * Copies notes onto the same place and selects the copies, to be moved next. Groups of them are groups of their own.
 */
final readonly class Duplicate implements SpanEdit
{
    use ArrangesSpans;

    public function declaration(): Declaration
    {
        return new Declaration(
            'duplicate', 'Duplicate', Group::Building,
            'Copies notes onto the same place and selects the copies, to be moved next.',
            isHeard: true,
            synonyms: ['clone', 'copy in place'], onClips: true,
        );
    }

    public function arrange(Spans $spans, Context $context, Parameters $parameters): Said
    {
        $spans->beginCopies();
        foreach ($spans->places as $i) {
            $spans->copy($i);
        }

        return Said::of($spans->counted(), 'copied onto the same place; the copies are selected');
    }
}

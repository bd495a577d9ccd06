<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Spans\ArrangesSpans;
use Jactonic\Core\Edits\Spans\SpanEdit;
use Jactonic\Core\Edits\Spans\Spans;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;

final readonly class Delete implements SpanEdit
{
    use ArrangesSpans;

    public function declaration(): Declaration
    {
        return new Declaration(
            'delete', 'Delete', Group::Building, 'Takes notes out.', synonyms: ['remove', 'erase'], onClips: true,
            onPoints: true,
        );
    }

    public function arrange(Spans $spans, Context $context, Parameters $parameters): Said
    {
        $spans->removed = array_fill_keys($spans->places, true);

        return Said::of($spans->counted(), 'deleted');
    }
}

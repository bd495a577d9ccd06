<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Timing;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Spans\ArrangesSpans;
use Jactonic\Core\Edits\Spans\SpanEdit;
use Jactonic\Core\Edits\Spans\Spans;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;

/** Moves the selection as a block so that its earliest start lies at a place. */
final readonly class Align implements SpanEdit
{
    use ArrangesSpans;

    public function declaration(): Declaration
    {
        return new Declaration(
            'align',
            'Align',
            Group::Timing,
            'Moves the selection as a block so that it begins at the caret, the playhead or the range.',
            [Parameter::moment('to', 'Where the earliest note goes.')],
            synonyms: ['move to', 'place at', 'bring to'],
            uses: [
                'align to=playhead' => 'Move to the playhead',
                'align to=range-start' => 'Move to the start of the range',
            ],
            onClips: true,
            onPoints: true,
            bare: ['to'],
        );
    }

    public function arrange(Spans $spans, Context $context, Parameters $parameters): Said
    {
        $to = $context->moment($parameters, 'to');
        $by = $to - $spans->start[$spans->places[0]];
        $starts = $spans->start;
        foreach ($spans->places as $i) {
            $starts[$i] += $by;
        }
        $spans->start = $starts;

        return $by === 0
            ? Said::nothing("Nothing moved: the {$spans->noun->many()} begin there already.")
            : Said::of($spans->counted(), "moved to begin at {$context->time->position($to)}");
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Timing;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** Moves the selection as a block so that its earliest start lies at a place. */
final readonly class Align implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('align', 'Align', Group::Timing, 'Moves the selection as a block so that it begins at the caret, the playhead or the range.', [
            Parameter::moment('to', 'Where the earliest note goes.'),
        ], synonyms: ['move to', 'place at', 'bring to'], uses: ['align to=playhead' => 'Move to the playhead', 'align to=range-start' => 'Move to the start of the range'], onClips: true, onPoints: true);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $places = $selection->positions($notes);
        $to = $context->moment($parameters, 'to');
        $by = $to - $notes->start[$places[0]];
        $draft = new Draft($notes);
        foreach ($places as $i) {
            $draft->start[$i] += $by;
        }

        return $draft->change($selection, $by === 0
            ? 'Nothing moved: the notes begin there already.'
            : Wording::notes(count($places)).' moved to begin at '.$context->time->position($to));
    }
}

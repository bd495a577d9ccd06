<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Timing;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Draft;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** Moves the selection as a block so that its earliest start lies at a place. */
final readonly class Align implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('align', 'Align', Group::Timing, 'Moves the selection as a block so that it begins at the caret, the playhead or the range.', [
            Parameter::place('to', 'Where the earliest note goes.'),
        ], synonyms: ['move to', 'place at', 'bring to'], uses: ['align to=playhead' => 'Move to the playhead', 'align to=range-start' => 'Move to the start of the range']);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $places = $selection->positions($notes);
        $to = $parameters->place('to', $context);
        $by = $to - $notes->start[$places[0]];
        $draft = new Draft($notes);
        foreach ($places as $i) {
            $draft->start[$i] += $by;
            if ($draft->start[$i] + $notes->length[$i] > Notes::LAST_TICK) {
                throw new EditRefused('That would go past the end of what a song can hold; align to an earlier place.');
            }
        }

        return $draft->change($selection, $by === 0
            ? 'Nothing moved: the notes begin there already.'
            : Wording::notes(count($places)).' moved to begin at '.$context->meters->position($to));
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Draft;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Pitch\PitchName;

/** Adds one note and selects it. */
final readonly class Insert implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('insert', 'Insert a note', Group::Building, 'Adds one note at the caret, or at a tick, and selects it.', [
            Parameter::place('at', 'Where it starts.'),
            Parameter::pitch('pitch', 'Its pitch.'),
            Parameter::amount('length', null, 'How long it lasts.', absent: 'as set for new notes'),
            Parameter::wholeNumber('velocity', 1, 127, '', null, 'How loud it is.', absent: 'as set for new notes'),
        ], subject: Subject::Place);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $start = $parameters->place('at', $context);
        $pitch = $parameters->pitch('pitch', $context);
        [$length, $velocity] = $parameters->newNote('length', 'velocity', $start, $context);
        if ($start + $length > Notes::LAST_TICK) {
            throw new EditRefused('That lies past the end of what a song can hold.');
        }
        $draft = new Draft($notes);
        $id = $draft->add([
            'start' => $start, 'length' => $length, 'pitch' => $pitch,
            'velocity' => $velocity, 'channel' => $context->channel,
        ]);

        return $draft->change(Selection::of([$id]), PitchName::of($pitch).' added at '.$context->meters->position($start));
    }
}

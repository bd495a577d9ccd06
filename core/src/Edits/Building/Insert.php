<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Doubles;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;

/** Adds one note and selects it. */
final readonly class Insert implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'insert',
            'Insert a note',
            Group::Building,
            'Adds one note at the caret, or at a tick, and selects it.',
            [
                Parameter::moment('at', 'Where it starts.'),
                Parameter::pitch('pitch', 'Its pitch.'),
                Parameter::amount('length', 'How long it lasts.', absent: 'as set for new notes'),
                Parameter::wholeNumber('velocity', 'How loud it is.', min: 1, max: 127, absent: 'as set for new notes'),
            ],
            subject: Subject::Anywhere,
            putsIn: true,
            isHeard: true,
            bare: ['pitch', 'length', 'at'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        [$start, $pitch] = $context->place($parameters);
        [$length, $velocity] = $context->newNote($parameters, $start);
        $start = $context->clips->inRound($context->clips->front, $start);
        $draft = new Draft($notes);
        $id = $draft->add([
            'start' => $start, 'length' => $length, 'pitch' => $pitch,
            'velocity' => $velocity, 'channel' => $context->clips->channel, 'clip' => $context->clips->front,
        ]);

        $change = $draft->change(Selection::of([$id]));

        return $change->saying(
            Said::of(
                $context->clips->called($pitch), "added at {$context->time->position($start)}",
            )->with(Doubles::saidOf($notes, $change->notes->added, $context)),
        );
    }
}

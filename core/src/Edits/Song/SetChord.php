<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Song;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Pitch\ChordName;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\OpenSong;

/** Writes the name of a chord at a place, or corrects the one there. It holds until the next one. */
final readonly class SetChord implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'chord-name',
            'Name a chord',
            Group::Song,
            'Writes the name of a chord at a place; it holds until the next one.',
            [Parameter::chordName('name', 'The chord, such as Dm7/G.'), Parameter::moment('at', 'Where it begins.')],
            subject: Subject::Conductor,
            synonyms: ['chord symbol', 'changes', 'harmony', 'lead sheet'],
            bare: ['name', 'at'],
            asks: 'name',
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $at = $context->moment($parameters, 'at');
        $name = $parameters->value('name');
        $event = ConductorEvent::of(ConductorKind::Chord, $at, $name instanceof ChordName ? (string) $name : 'C');

        return SongResult::of(
            $open, $open->song->conducted($open->song->conductor->with($event)),
            Said::that("{$event->value} at {$context->time->position($at)}"),
        );
    }
}

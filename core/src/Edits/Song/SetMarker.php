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
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\OpenSong;

/** Puts a marker at a place, or gives the one there another name. */
final readonly class SetMarker implements SongEdit
{
    private const LONGEST_NAME = 80;

    public function declaration(): Declaration
    {
        return new Declaration('marker', 'Marker', Group::Song, 'Puts a marker with a name at a place.', [
            Parameter::text('name', 'Its name.', longest: self::LONGEST_NAME, absent: 'Marker'),
            Parameter::moment('at', 'Where it stands.'),
        ], subject: Subject::Conductor, synonyms: ['cue', 'section', 'verse', 'chorus', 'label'], bare: [
            'name', 'at',
        ], asks: 'name');
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $at = $context->moment($parameters, 'at');
        $name = $parameters->has('name') ? (string) $parameters->word('name') : '';
        $event = ConductorEvent::of(ConductorKind::Marker, $at, $name === '' ? 'Marker' : $name);

        return SongResult::of(
            $open, $open->song->conducted($open->song->conductor->with($event)),
            Said::that("Marker “{$event->value}” at {$context->time->position($at)}"),
        );
    }
}

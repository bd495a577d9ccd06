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
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\OpenSong;

/** Moves a tempo, a meter, a key or a marker to another place. */
final readonly class MoveEvent implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'conductor-move',
            'Move a tempo, meter, key or marker',
            Group::Song,
            'Moves the tempo, meter, key or marker that stands at a place.',
            [
                Parameter::choice('what', 'What is moved.', options: RemoveEvent::kinds(), default: 'marker'),
                Parameter::moment('at', 'Where it stands.'),
                Parameter::moment('to', 'Where it goes.', default: 'playhead'),
            ],
            subject: Subject::Conductor,
            synonyms: ['move marker', 'drag marker'],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $kind = ConductorKind::from($parameters->choice('what'));
        [$at, $to] = [$context->moment($parameters, 'at'), $context->moment($parameters, 'to')];
        $conductor = $open->song->conductor;
        $events = $conductor->at($kind, $at);
        if ($events === []) {
            throw new EditRefused("There is no {$kind->value} at {$context->time->position($at)}.");
        }
        $moved = $conductor->without($kind, $at);
        foreach ($events as $event) {
            $moved = $moved->with($event->at($to));
        }

        return SongResult::of(
            $open, $at === $to ? $open->song : $open->song->conducted($moved),
            Said::of(ucfirst($kind->value), "moved to {$context->time->position($to)}"),
        );
    }
}

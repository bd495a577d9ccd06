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
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\OpenSong;

/** Sets the key from a place on, or takes all keys away. */
final readonly class ChangeKey implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'key',
            'Key',
            Group::Song,
            'Sets the key from a place on; none takes all keys away.',
            [
                Parameter::key('to', 'A root and a scale.'),
                Parameter::moment('at', 'From where on.', more: ['start'], default: 'start'),
            ],
            subject: Subject::Conductor,
            synonyms: ['scale', 'root', 'key signature', 'mode', 'tonality'],
            uses: ['key to=none' => 'No key', 'key to="D dorian" at=caret' => 'D dorian from the caret on'],
            bare: ['to'],
            asks: 'to',
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $key = $parameters->value('to');
        $conductor = $open->song->conductor;
        if (! $key instanceof Scale) {
            return SongResult::of(
                $open, $open->song->conducted($conductor->withoutAll(ConductorKind::Key)),
                Said::that('The song has no key now'),
            );
        }
        $at = $parameters->word('at') === 'start' ? 0 : $context->moment($parameters, 'at');

        return SongResult::of(
            $open, $open->song->conducted($conductor->with(ConductorEvent::of(ConductorKind::Key, $at, (string) $key))),
            Said::that("Key {$key}".($at === 0 ? '' : " from {$context->time->position($at)}")),
        );
    }
}

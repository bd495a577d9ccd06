<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Song;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\AddsUp;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\OpenSong;

/** Sets the tempo: that of the start with all others in proportion, or one from a place on. */
final readonly class ChangeTempo implements AddsUp, SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'tempo',
            'Tempo',
            Group::Song,
            'Sets the tempo of the song, or another one from a place on.',
            [
                Parameter::tempo('to', 'Quarter notes a minute.'),
                Parameter::moment(
                    'at', 'From where on; whole takes all tempos of the song along in proportion.', more: ['whole'],
                    default: 'whole',
                ),
                Retimed::keep(),
            ],
            subject: Subject::Conductor,
            synonyms: ['bpm', 'speed', 'faster', 'slower', 'tempo change'],
            uses: [
                'tempo to=120 at=caret' => 'Another tempo from the caret on',
                'tempo to=120 keep=seconds' => 'Another tempo, what sounds stays where it is',
            ],
            bare: ['to'],
            asks: 'to',
        );
    }

    public function combined(array $first, array $second): ?array
    {
        return ($first['at'] ?? 'whole') === ($second['at'] ?? 'whole')
            && ($first['keep'] ?? 'bars') === ($second['keep'] ?? 'bars')
            ? $second
            : null;
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $bpm = $parameters->decimal('to');
        $conductor = $open->song->conductor;
        $at = $parameters->word('at') === 'whole' ? null : $context->moment($parameters, 'at');
        $changed = $at === null ? $conductor->scaledTo($bpm) : $conductor->with(ConductorEvent::ofTempo($at, $bpm));

        return SongResult::of(
            $open, Retimed::under($open->song, $changed, $parameters),
            Said::that(
                "Tempo {$bpm} BPM".($at === null ? '' : " from {$context->time->position($at)}")
                    .Retimed::said($parameters),
            ),
        );
    }
}

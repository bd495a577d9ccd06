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
use Jactonic\Core\Time\Meter;

/** Sets the meter from a place on. Notes stay at their ticks, or in their bars. */
final readonly class ChangeMeter implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'meter',
            'Meter',
            Group::Song,
            'Sets the meter from a place on; notes stay where they sound, or in their bars.',
            [
                Parameter::meter('to', 'Beats in a bar and what counts as a beat.'),
                Parameter::moment('at', 'From where on.', more: ['start'], default: 'start'),
                Parameter::choice(
                    'keep', 'Seconds leaves notes where they sound; bars moves them along with the bars they lie in.',
                    options: ['seconds', 'bars'], default: 'seconds',
                ),
            ],
            subject: Subject::Conductor,
            synonyms: ['time signature', 'bar', 'signature'],
            uses: [
                'meter to=3/4' => 'Three quarters',
                'meter to=7/8 at=caret' => 'Seven eighths from the caret on',
                'meter to=3/4 keep=bars' => 'Three quarters, notes stay in their bars',
            ],
            bare: ['to'],
            asks: 'to',
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $meter = $parameters->value('to');
        $at = $parameters->word('at') === 'start' ? 0 : $context->moment($parameters, 'at');
        $event = ConductorEvent::of(ConductorKind::Meter, $at, $meter instanceof Meter ? (string) $meter : '4/4');

        $changed = $open->song->conductor->with($event);
        $keepsBars = $parameters->choice('keep') === 'bars';

        return SongResult::of(
            $open, $keepsBars ? Retimed::keepingBars($open->song, $changed, $at) : $open->song->conducted($changed),
            Said::that(
                "Meter {$event->label()} from {$context->time->position($at)}",
            )->with($keepsBars ? 'notes stay in their bars' : ''),
        );
    }
}

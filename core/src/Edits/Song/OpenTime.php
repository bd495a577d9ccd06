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
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\OpenSong;

/** Makes room in the song: what lies behind the start of the range moves back by its length, on all tracks or some. */
final readonly class OpenTime implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'time-open',
            'Open a gap in the song',
            Group::Song,
            'Makes room in the song: all clips, tempos, meters, keys and markers from the start of the range on move '
                .'back by its length.',
            [Parameter::range('range', 'Where the room is made.'), Gap::tracks()],
            subject: Subject::Conductor,
            synonyms: ['insert time', 'insert bars', 'insert silence', 'make room'],
            uses: ['time-open tracks=chosen' => 'Open a gap in the chosen tracks'],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $range = $context->range($parameters, 'Opening a gap');
        $room = $range->to - $range->from;
        $tracks = Gap::reached($open, $context, $parameters);
        [$song, $pieces, $cut] = Gap::cut($open->song, $tracks, $range->from, $open->open);
        [$song, $moved] = Gap::shifted($song, $tracks, $range->from, $room);
        if ($parameters->choice('tracks') === 'all') {
            // What a song begins with stays at its beginning.
            $song = Gap::conducted(
                $song,
                static fn (ConductorEvent $event): int => $event->tick < $range->from
                    || $event->tick === 0 ? $event->tick : $event->tick + $room,
            );
        }

        return SongResult::opening(
            $open,
            $song,
            $pieces,
            $open->front,
            Said::that("Room made at {$context->time->position($range->from)}")->with(
                Noun::Clip->counted($moved).' moved back',
                $cut > 0 ? "{$cut} cut" : '',
            ),
        );
    }
}

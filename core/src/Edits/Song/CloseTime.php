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
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Time\TickRange;

/** Takes the range out of the song with what lies in it, and closes the gap, on all tracks or some. */
final readonly class CloseTime implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'time-close',
            'Close a gap in the song',
            Group::Song,
            'Takes the range out of the song with what lies in it; all clips, tempos, meters, keys and markers behind '
                .'move up.',
            [Parameter::range('range', 'What is taken out.'), Gap::tracks()],
            subject: Subject::Conductor,
            synonyms: ['delete time', 'remove bars', 'cut time', 'shorten the song'],
            uses: ['time-close tracks=chosen' => 'Close a gap in the chosen tracks'],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $range = $context->range($parameters, 'Closing a gap');
        $tracks = Gap::reached($open, $context, $parameters);
        [$song, $pieces] = Gap::cut($open->song, $tracks, $range->from, $open->open);
        [$song, $pieces] = Gap::cut($song, $tracks, $range->to, $pieces);
        $removed = 0;
        foreach ($song->clips as $clip) {
            if (in_array($clip->track, $tracks, true) && $clip->start >= $range->from && $clip->start < $range->to) {
                $song = $song->withoutClip($clip->id);
                $removed++;
            }
        }
        if ($song->clips === []) {
            throw new EditRefused('Nothing would be left: all clips of the song lie in the range. Take a shorter one.');
        }
        [$song, $moved] = Gap::shifted($song, $tracks, $range->to, $range->from - $range->to);
        $song = $parameters->choice('tracks') === 'all' ? self::conducted($song, $range) : $song;

        return SongResult::opening(
            $open,
            $song,
            $pieces,
            $open->front,
            Said::that("Gap closed at {$context->time->position($range->from)}")->with(
                $removed > 0 ? Noun::Clip->counted($removed).' taken out' : '',
                Noun::Clip->counted($moved).' moved up',
            ),
        );
    }

    /** The tempo, meter and key that hold behind the range hold there still; markers in it are gone. */
    private static function conducted(Song $song, TickRange $range): Song
    {
        $last = [];
        foreach ($song->conductor->events as $event) {
            if ($event->kind !== ConductorKind::Marker && $event->tick >= $range->from && $event->tick <= $range->to) {
                $last[$event->kind->value] = $event;
            }
        }

        return Gap::conducted($song, static fn (ConductorEvent $event): ?int => match (true) {
            $event->tick < $range->from => $event->tick,
            $event->tick >= $range->to => $event->tick - ($range->to - $range->from),
            default => ($last[$event->kind->value] ?? null) === $event ? $range->from : null,
        });
    }
}

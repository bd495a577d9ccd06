<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Song;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Pitch\ChordName;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Sounding;

/** The name of a chord goes along where all pitched notes beneath it move by one interval, on all tracks that sound. */
final class ChordsAlong
{
    private const OCTAVE = 12;

    /** What becomes of the conductor once notes were changed; null where no name goes along. */
    public static function between(OpenSong $before, OpenSong $after): ?SongResult
    {
        $conductor = $before->song->conductor;
        $moves = self::moves($before->song, $after->song);
        $count = 0;
        $events = array_map(
            static function (ConductorEvent $event) use ($moves, $conductor, &$count): ConductorEvent {
                $by = $event->kind === ConductorKind::Chord ? $moves[$event->tick] ?? 0 : 0;
                if ($by % self::OCTAVE === 0) {
                    return $event;
                }
                $count++;
                $name = ChordName::parse($event->value)->transposed($by, $conductor->keyAt($event->tick));

                return ConductorEvent::of(ConductorKind::Chord, $event->tick, (string) $name);
            },
            $conductor->events,
        );

        return $count === 0 ? null : SongResult::of(
            $after, $after->song->conducted(Conductor::of($conductor->ppq, $events)),
            Said::aside($count === 1 ? 'its chord name along' : "{$count} chord names along"),
        );
    }

    /**
     * By how many semitones all that begins beneath each chord moved.
     *
     * @return array<int, int> by the tick of the chord; those are left out whose notes moved apart
     */
    private static function moves(Song $before, Song $after): array
    {
        $ticks = array_map(
            static fn (ConductorEvent $event): int => $event->tick, $before->conductor->all(ConductorKind::Chord),
        );
        $moves = [];
        foreach ($before->tracks as $id => $track) {
            if ($track->isDrums() || $track->muted) {
                continue;
            }
            $old = Sounding::of($before, $track)->notes;
            $new = Sounding::of($after, $after->tracks[$id])->notes;
            if ($old->start !== $new->start) {
                return [];
            }
            self::gather($moves, $ticks, $old, $new);
        }

        return array_map(
            static fn (array $found): int => (int) array_key_first($found),
            array_filter($moves, static fn (array $found): bool => count($found) === 1),
        );
    }

    /**
     * @param  array<int, array<int, true>>  $moves  the intervals found so far, by the tick of the chord
     * @param  list<int>  $ticks  of the chords, in order
     */
    private static function gather(array &$moves, array $ticks, Notes $old, Notes $new): void
    {
        $k = -1;
        foreach ($old->start as $i => $start) {
            while (isset($ticks[$k + 1]) && $ticks[$k + 1] <= $start) {
                $k++;
            }
            if ($k >= 0) {
                $moves[$ticks[$k]][$new->pitch[$i] - $old->pitch[$i]] = true;
            }
        }
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Song;

use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Clips\ChosenClips;
use Jactonic\Core\Edits\Clips\SplitClip;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Time\Bounds;

/**
 * What making room in the song and taking time out of it share: clips are cut at an edge, and what lies behind it
 * moves.
 */
final class Gap
{
    public static function tracks(): Parameter
    {
        return Parameter::choice(
            'tracks', 'All tracks with tempos, meters, keys and markers, or the tracks of the chosen clips alone.',
            options: ['all', 'chosen'], default: 'all',
        );
    }

    /** @return list<int> the ids of the tracks a line is about */
    public static function reached(OpenSong $open, Context $context, Parameters $parameters): array
    {
        return $parameters->choice('tracks') === 'all'
            ? array_keys($open->song->tracks)
            : array_values(array_unique(array_map(
                static fn (Clip $clip): int => $clip->track, ChosenClips::of($open, $context),
            )));
    }

    /**
     * The song with the clips of some tracks that lie over a tick cut in two there, rounds of loops as notes of their
     * own.
     *
     * @param  list<int>  $tracks
     * @param  list<int>  $open  clips that are open
     * @return array{Song, list<int>, int} with the open clips, pieces of such among them, and how many were cut
     */
    public static function cut(Song $song, array $tracks, int $at, array $open): array
    {
        $cut = 0;
        foreach ($song->clips as $clip) {
            if (in_array($clip->track, $tracks, true) && $clip->start < $at && $clip->end() > $at) {
                [$song, $plain] = ChosenClips::unrolled($song, $clip);
                [$song, $behind] = SplitClip::cut($song, $plain, $at);
                $open = in_array($clip->id, $open, true) ? [...$open, $behind] : $open;
                $cut++;
            }
        }

        return [$song, $open, $cut];
    }

    /**
     * The song with the clips of some tracks that begin at or after a tick so much later, or earlier.
     *
     * @param  list<int>  $tracks
     * @return array{Song, int} and how many were moved
     *
     * @throws EditRefused where one would lie past the end of what a song can hold
     */
    public static function shifted(Song $song, array $tracks, int $from, int $by): array
    {
        $moved = 0;
        foreach ($song->clips as $clip) {
            if (in_array($clip->track, $tracks, true) && $clip->start >= $from) {
                if ($clip->end() + $by > Bounds::LAST_TICK) {
                    throw new EditRefused('That would go past the end of what a song can hold; take a shorter range.');
                }
                $song = $song->withClip($clip->with(['start' => $clip->start + $by]));
                $moved++;
            }
        }

        return [$song, $moved];
    }

    /**
     * Events of the conductor each at another tick; those at none are gone.
     *
     * @param  callable(ConductorEvent): ?int  $tick
     */
    public static function conducted(Song $song, callable $tick): Song
    {
        $events = [];
        foreach ($song->conductor->events as $event) {
            $at = $tick($event);
            if ($at !== null) {
                $events[] = $event->at(min(Bounds::LAST_TICK, $at));
            }
        }

        return $song->conducted($song->conductor::of($song->conductor->ppq, $events));
    }
}

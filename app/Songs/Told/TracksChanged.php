<?php

declare(strict_types=1);

namespace App\Songs\Told;

use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\SongChange;

/** Which tracks a change reached, and which it left alone. */
final class TracksChanged
{
    /** @return list<int> those that stayed as they were, with all their clips */
    public static function same(SongChange $change, Song $before, Song $after): array
    {
        $touched = $change->tracks + self::withClips($change->touchedClips(), $before, $after);

        return array_keys(array_diff_key($after->tracks, $touched));
    }

    /**
     * Those that sound otherwise outside of what is open.
     *
     * @param  list<int>  $open  clips
     * @return list<int>
     */
    public static function elsewhere(SongChange $change, Song $before, Song $after, array $open): array
    {
        $clips = array_diff($change->touchedClips(), $change->clips === [] ? $open : []);

        return array_keys(
            array_intersect_key($change->tracks, $after->tracks) + self::withClips($clips, $before, $after),
        );
    }

    /**
     * @param  array<int, int>  $clips
     * @return array<int, true> the tracks they lay on or lie on
     */
    private static function withClips(array $clips, Song $before, Song $after): array
    {
        $tracks = [];
        foreach ($clips as $clip) {
            foreach ([$before->clips[$clip] ?? null, $after->clips[$clip] ?? null] as $there) {
                if ($there !== null) {
                    $tracks[$there->track] = true;
                }
            }
        }

        return $tracks;
    }
}

<?php

declare(strict_types=1);

namespace App\Songs;

use App\Songs\Asked\Standing;
use App\Songs\Store\SongStore;
use App\Songs\Store\StoredSong;
use App\Songs\Told\SongView;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\SongChange;

/** How a song would be seen and heard beside the open clips, once it was changed: for what is only looked at. */
final readonly class HeardThen
{
    public function __construct(private SongStore $store)
    {
    }

    /**
     * @return array{array<string, mixed>|null, list<array<string, mixed>>} the song without contents, where tracks,
     *     clips or conductor would be others, and what sounds of each track that would sound otherwise
     */
    public function then(StoredSong $stored, SongChange $change, Standing $standing): array
    {
        // What lies in open clips is told anyway: most of what is looked at needs no more of the song.
        if (! $change->touchesArrangement() && self::tracks($change, $stored->song, null, $standing->shown()) === []) {
            return [null, []];
        }
        $whole = $stored->isWhole ? $stored : $this->store->whole($stored->record->id, $standing->shown());
        $after = $change->applyTo($this->store->reading($whole, $change->touchedClips())->song);
        $tracks = array_intersect_key($after->tracks, self::tracks($change, $whole->song, $after, $standing->shown()));
        $clips = array_filter(
            $after->clips, static fn (Clip $clip): bool => isset($tracks[$clip->track], $whole->song->clips[$clip->id]),
        );
        $whole = $this->store->reading($whole, [...$change->touchedClips(), ...array_keys($clips)]);
        $after = $change->applyTo($whole->song);
        $open = $after->openable($standing->shown());

        return [
            $change->touchesArrangement() ? SongView::head($whole->record, $after, $whole->revisions) : null,
            array_map(
                static fn (int $track): array => SongView::sounding($after, $after->tracks[$track], $open),
                array_keys($tracks),
            ),
        ];
    }

    /**
     * The tracks that would sound otherwise beside the open clips.
     *
     * @param  Song|null  $after  null where no clip is another
     * @param  list<int>  $open
     * @return array<int, true>
     */
    private static function tracks(SongChange $change, Song $before, ?Song $after, array $open): array
    {
        $tracks = array_fill_keys(array_keys($change->tracks), true);
        foreach ($change->touchedClips() as $clip) {
            foreach ([$before->clips[$clip] ?? null, $after?->clips[$clip] ?? null] as $there) {
                $isInSight = $there?->loop === 0 && ! isset($change->clips[$clip]) && in_array($clip, $open, true);
                if ($there !== null && ! $isInSight) {
                    $tracks[$there->track] = true;
                }
            }
        }

        return $tracks;
    }
}

<?php

declare(strict_types=1);

namespace App\Songs;

use App\ChangedElsewhere;
use App\Songs\Asked\Standing;
use App\Songs\Store\SongStore;
use App\Songs\Store\StoredSong;
use App\Songs\Told\SongView;
use Jactonic\Core\Recipes\Reach;

/** A song as the one who asks saw it: read as far as it is needed, where nobody else changed what is worked on. */
final readonly class SongSeen
{
    public function __construct(
        private SongStore $store,
        private SongView $view,
    ) {
    }

    /**
     * @param  Reach|null  $reach  what is needed beside the open notes
     * @param  bool  $onClips  whether the open clips are worked on as wholes
     *
     * @throws ChangedElsewhere where another writer changed what is worked on
     */
    public function of(int $songId, Standing $standing, ?Reach $reach = null, bool $onClips = false): StoredSong
    {
        $reach ??= Reach::notes();
        // Where other clips are worked on than are shown, all of the song is told of what may grow.
        $needsAll = $onClips || $reach->song || $reach->tracks !== [] || $standing->isBeside();
        $stored = $needsAll
            ? $this->store->whole($songId, $reach->song ? null : $standing->clips())
            : $this->store->clips($songId, $standing->clips());
        if ($reach->chords && ! $stored->song->conductor->chords()->isEmpty()) {
            $stored = $this->store->whole($songId);
        }
        if (! $standing->hasSeen($stored, $needsAll)) {
            throw new ChangedElsewhere(
                'This part was changed in another window. Its present state is shown.',
                fn (): array => [
                    'song' => $this->view->open($songId, $standing->shown(), $standing->shownFront()),
                ],
            );
        }

        return $stored;
    }
}

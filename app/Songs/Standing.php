<?php

declare(strict_types=1);

namespace App\Songs;

use App\ChangedElsewhere;

/** Where a window stands in a song: which clips it has open, which revisions it has seen, and what it calls its request. */
final readonly class Standing
{
    /**
     * @param  list<int>  $open  the ids of the open clips
     * @param  int  $front  the one new notes go to
     * @param  array<int, int>  $revisions  of open clips, by id; those left out are not compared
     * @param  int|null  $song  the revision of tracks, clips and conductor; null where it is not compared
     * @param  string|null  $request  by which a repeat is known; null where none can come
     */
    public function __construct(
        public array $open,
        public int $front,
        public array $revisions,
        public ?int $song = null,
        public ?string $request = null,
    ) {
    }

    /**
     * @param  bool  $withSong  whether tracks, clips or the conductor are worked on
     *
     * @throws ChangedElsewhere where another writer changed what is worked on
     */
    public function compare(StoredSong $stored, bool $withSong = false): void
    {
        $isSeen = ! $withSong || $this->song === null || $this->song === $stored->record->revision;
        foreach ($this->revisions as $clip => $revision) {
            $isSeen = $isSeen && ($stored->revisions[$clip] ?? null) === $revision;
        }
        if (! $isSeen) {
            $id = $stored->record->id;
            throw new ChangedElsewhere('This part was changed in another window. Its present state is shown.', fn (): array => [
                'song' => app(SongView::class)->open($id, $this->open, $this->front),
            ]);
        }
    }
}

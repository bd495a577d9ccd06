<?php

declare(strict_types=1);

namespace App\Songs;

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
     * @throws Conflict where another writer changed what is worked on
     */
    public function compare(StoredSong $stored, bool $withSong = false): void
    {
        if ($withSong && $this->song !== null && $this->song !== $stored->record->revision) {
            throw new Conflict($stored->record->id, $this);
        }
        foreach ($this->revisions as $clip => $revision) {
            if (($stored->revisions[$clip] ?? null) !== $revision) {
                throw new Conflict($stored->record->id, $this);
            }
        }
    }
}

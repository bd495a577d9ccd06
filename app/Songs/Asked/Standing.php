<?php

declare(strict_types=1);

namespace App\Songs\Asked;

use App\Songs\Store\StoredSong;

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
     * Whether nobody else changed what is worked on since.
     *
     * @param  bool  $withSong  whether tracks, clips or the conductor are worked on
     */
    public function hasSeen(StoredSong $stored, bool $withSong = false): bool
    {
        if ($withSong && $this->song !== null && $this->song !== $stored->record->revision) {
            return false;
        }
        foreach ($this->revisions as $clip => $revision) {
            if (($stored->revisions[$clip] ?? null) !== $revision) {
                return false;
            }
        }

        return true;
    }
}

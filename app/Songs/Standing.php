<?php

declare(strict_types=1);

namespace App\Songs;

/** Where a window stands in a song: which clips it has open and which revisions of them it has seen. */
final readonly class Standing
{
    /**
     * @param  list<int>  $open  the ids of the open clips
     * @param  int  $front  the one new notes go to
     * @param  array<int, int>  $revisions  of open clips, by id; those left out are not compared
     */
    public function __construct(
        public array $open,
        public int $front,
        public array $revisions,
    ) {
    }

    /** @throws Conflict where another writer changed one of the clips */
    public function compare(StoredSong $stored): void
    {
        foreach ($this->revisions as $clip => $revision) {
            if (($stored->revisions[$clip] ?? null) !== $revision) {
                throw new Conflict($stored->record->id, $this);
            }
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Songs;

use App\Models\ClipRecord;
use App\Models\SongRecord;
use Jactonic\Core\Song\Song;

/** A song as it was read: its value, and the revisions by which other writers are noticed. */
final readonly class StoredSong
{
    /**
     * @param  array<int, int>  $revisions  of the clips that were read, by id
     */
    public function __construct(
        public SongRecord $record,
        public Song $song,
        public array $revisions,
    ) {
    }

    /** @param  array<array-key, ClipRecord>  $clips */
    public static function of(SongRecord $record, Song $song, array $clips): self
    {
        $revisions = [];
        foreach ($clips as $clip) {
            $revisions[$clip->id] = $clip->revision;
        }

        return new self($record, $song, $revisions);
    }

    public function with(Song $song): self
    {
        return new self($this->record, $song, $this->revisions);
    }

    public function stepId(): ?int
    {
        return $this->record->step_id;
    }
}

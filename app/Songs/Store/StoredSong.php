<?php

declare(strict_types=1);

namespace App\Songs\Store;

use App\Models\SongRecord;
use Jactonic\Core\Song\Song;

/** A song as it was read: its value, and the revisions by which other writers are noticed. */
final readonly class StoredSong
{
    /**
     * @param  array<int, int>  $revisions  of the clips that were read, by id
     * @param  array<int, string>  $packed  the notes of clips as they were stored, by id
     * @param  bool  $isWhole  whether it has all tracks and clips, rather than those alone that an edit of notes needs
     */
    public function __construct(
        public SongRecord $record,
        public Song $song,
        public array $revisions,
        public array $packed = [],
        public bool $isWhole = false,
    ) {
    }

    /** @param  list<array<array-key, mixed>>  $rows  of clips, with their notes or without */
    public static function of(SongRecord $record, Song $song, array $rows, bool $isWhole = false): self
    {
        /** @var array<int, int> $revisions */
        $revisions = array_column($rows, 'revision', 'id');
        /** @var array<int, string> $packed */
        $packed = array_column($rows, 'notes', 'id');

        return new self($record, $song, $revisions, $packed, $isWhole);
    }

    public function with(Song $song): self
    {
        return new self($this->record, $song, $this->revisions, $this->packed, $this->isWhole);
    }

    /** @return list<string>|null the lines of the step the song stands at */
    public function lines(): ?array
    {
        if ($this->record->step_lines === null) {
            return null;
        }
        /** @var list<string> $lines */
        $lines = json_decode($this->record->step_lines, true, 4, JSON_THROW_ON_ERROR);

        return $lines;
    }

    /** Whether the step the song stands at has a letter: then nothing joins it, and nothing is put in its place. */
    public function isMarked(): bool
    {
        return in_array($this->record->step_id, Marks::of($this->record), true);
    }

    public function stepId(): ?int
    {
        return $this->record->step_id;
    }
}

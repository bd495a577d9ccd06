<?php

declare(strict_types=1);

namespace App\Songs\Asked;

use App\Songs\Store\StoredSong;
use Jactonic\Core\Song\Song;

/**
 * Where a window stands in a song: which clips it has open, which revisions it has seen, and what it calls its request.
 */
final readonly class Standing
{
    /**
     * @param  list<int>  $open  the ids of the open clips
     * @param  int  $front  the one new notes go to
     * @param  array<int, int>  $revisions  of open clips, by id; those left out are not compared
     * @param  int|null  $song  the revision of tracks, clips and conductor; null where it is not compared
     * @param  string|null  $request  by which a repeat is known; null where none can come
     * @param  list<int>|null  $seen  the clips the window shows, where that are others than those worked on
     * @param  int  $seenFront  the one in front among them
     * @param  list<int>|null  $before  the clips of another track it showed before; null where there is none
     * @param  int  $beforeFront  the one in front among them
     */
    public function __construct(
        public array $open,
        public int $front,
        public array $revisions,
        public ?int $song = null,
        public ?string $request = null,
        private ?array $seen = null,
        private int $seenFront = 0,
        private ?array $before = null,
        private int $beforeFront = 0,
    ) {
    }

    /** Whether other clips are worked on than the window shows, as those that are chosen in the song may be. */
    public function isBeside(): bool
    {
        return $this->seen !== null;
    }

    /**
     * The same window, where other clips are worked on.
     *
     * @param  non-empty-list<int>  $clips
     */
    public function workingOn(array $clips): self
    {
        $front = in_array($this->front, $clips, true) ? $this->front : $clips[0];

        return new self(
            $clips, $front, $this->revisions, $this->song, $this->request, $this->shown(), $this->shownFront(),
            $this->before, $this->beforeFront,
        );
    }

    /**
     * What of a song the window shows then: what it showed, or where none of that is there, what it showed before, so
     * that one stays on the track one was on.
     *
     * @return array{list<int>, int} the ids of clips, and the one in front
     */
    public function shownIn(Song $song): array
    {
        $isThere = array_intersect($this->shown(), array_keys($song->clips)) !== [];
        [$clips, $front] = $isThere || $this->before === null
            ? [$this->shown(), $this->shownFront()]
            : [$this->before, $this->beforeFront];

        return [$song->openable($clips), $front];
    }

    /** @return list<int> the clips the window shows */
    public function shown(): array
    {
        return $this->seen ?? $this->open;
    }

    public function shownFront(): int
    {
        return $this->seen === null ? $this->front : $this->seenFront;
    }

    /** @return list<int> all that is worked on or shown */
    public function clips(): array
    {
        return $this->seen === null ? $this->open : array_values(array_unique([...$this->open, ...$this->seen]));
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

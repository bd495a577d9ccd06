<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Errors\EditRefused;

/** A song as a value: its conductor, tracks, clips, and what lies in them. Ids of notes and points are unique in it. */
final readonly class Song
{
    public const MOST_TRACKS = 500;

    public const MOST_CLIPS = 5000;

    /** Events of its file, each round of a loop counted: what a file may hold that is read. */
    public const MOST_EVENTS = 1_000_000;

    /**
     * @param  array<int, Track>  $tracks  by id, in their order
     * @param  array<int, Clip>  $clips  by id
     * @param  array<int, ClipContent>  $contents  by the id of the clip; those that were loaded
     * @param  int  $nextId  the id for the next note or point
     * @param  Layout  $layout  what the file it came from holds beside all this
     */
    private function __construct(
        public Conductor $conductor,
        public array $tracks,
        public array $clips,
        public array $contents,
        public int $nextId,
        public Layout $layout,
        private int $lastTrackId = 0,
        private int $lastClipId = 0,
    ) {
    }

    /**
     * @param  array<array-key, Track>  $tracks  in any order
     * @param  array<array-key, Clip>  $clips
     * @param  array<int, ClipContent>  $contents  by the id of the clip
     */
    public static function of(
        Conductor $conductor, array $tracks, array $clips, array $contents, int $nextId = 1, ?Layout $layout = null,
    ): self {
        usort($tracks, static fn (Track $a, Track $b): int => [$a->place, $a->id] <=> [$b->place, $b->id]);

        return new self(
            $conductor, array_column($tracks, null, 'id'), array_column($clips, null, 'id'), $contents, $nextId,
            $layout ?? new Layout,
        );
    }

    /** How many events its file has beside those that lie in clips. */
    public function eventsBesideClips(): int
    {
        $count = count($this->conductor->events);
        foreach (
            [
                ...array_values($this->layout->bare),
                ...array_map(static fn (Track $track): Rest => $track->rest, array_values($this->tracks)),
            ] as $rest
        ) {
            $count += count($rest->events);
        }

        return $count;
    }

    public function conducted(Conductor $conductor): self
    {
        return $this->with(['conductor' => $conductor]);
    }

    /** With a track in the place of the one with its id, or beside the others. */
    public function withTrack(Track $track): self
    {
        return $this->withTracks([$track->id => $track] + $this->tracks);
    }

    /**
     * @param  array<array-key, Track>  $tracks
     *
     * @throws EditRefused where there would be too many
     */
    public function withTracks(array $tracks): self
    {
        if (count($tracks) > self::MOST_TRACKS) {
            throw new EditRefused('A song has at most '.self::MOST_TRACKS.' tracks.');
        }

        return self::of(
            $this->conductor, array_values($tracks), $this->clips, $this->contents, $this->nextId, $this->layout,
        )
            ->numbered($this->lastTrackId, $this->lastClipId);
    }

    /** Without a track and its clips. */
    public function withoutTrack(int $id): self
    {
        $song = $this;
        foreach ($this->clipsOf($id) as $clip) {
            $song = $song->withoutClip($clip->id);
        }

        return $song->withTracks(array_diff_key($song->tracks, [$id => true]));
    }

    /**
     * With a clip in the place of the one with its id, or beside the others.
     *
     * @throws EditRefused where there would be too many
     */
    public function withClip(Clip $clip, ?ClipContent $content = null): self
    {
        $clips = [$clip->id => $clip] + $this->clips;
        if (count($clips) > self::MOST_CLIPS) {
            throw new EditRefused('A song has at most '.self::MOST_CLIPS.' clips.');
        }
        $contents = $content === null ? $this->contents : [$clip->id => $content] + $this->contents;
        $nextId = $content === null ? $this->nextId : max($this->nextId, $content->highestId() + 1);

        return $this->with(['clips' => $clips, 'contents' => $contents, 'nextId' => $nextId]);
    }

    public function withoutClip(int $id): self
    {
        return $this->with([
            'clips' => array_diff_key($this->clips, [$id => true]),
            'contents' => array_diff_key($this->contents, [$id => true]),
        ]);
    }

    /**
     * Those of some clips that are there; where none is, all of the first track that has some.
     *
     * @param  list<int>  $clips
     * @return list<int>
     */
    public function openable(array $clips): array
    {
        $there = array_values(array_filter($clips, fn (int $clip): bool => isset($this->clips[$clip])));
        foreach ($there === [] ? $this->tracks : [] as $track) {
            $there = array_map(static fn (Clip $clip): int => $clip->id, $this->clipsOf($track->id));
            if ($there !== []) {
                break;
            }
        }

        return $there;
    }

    /**
     * A track by its name, in any case, or by its number from the top, counted from 1.
     *
     * @throws EditRefused where there is no such track
     */
    public function trackCalled(string $said): Track
    {
        $tracks = array_values($this->tracks);
        $named = array_values(array_filter(
            $tracks, static fn (Track $track): bool => mb_strtolower($track->name) === mb_strtolower(trim($said)),
        ));
        $track = $named[0] ?? (ctype_digit($said) ? $tracks[(int) $said - 1] ?? null : null);

        return $track ?? throw new EditRefused(
            ctype_digit($said)
                ? "There is no track {$said}; the song has ".(count($tracks) === 1 ? '1 track.' : count($tracks)
                    .' tracks.')
                : "There is no track “{$said}”; there are ".implode(
                    ', ', array_map(static fn (Track $track): string => $track->name, $tracks),
                ).'.',
        );
    }

    /** @return list<Clip> the clips of a track in order of time */
    public function clipsOf(int $track): array
    {
        return self::inOrder(
            array_filter($this->clips, static fn (Clip $clip): bool => $clip->track === $track),
        );
    }

    /** @return array<int, list<Clip>> the clips of each track that has some in order of time, by its id */
    public function clipsByTrack(): array
    {
        $clips = [];
        foreach ($this->clips as $clip) {
            $clips[$clip->track][] = $clip;
        }

        return array_map(self::inOrder(...), $clips);
    }

    /**
     * @param  array<int, Clip>  $clips
     * @return list<Clip>
     */
    private static function inOrder(array $clips): array
    {
        usort($clips, static fn (Clip $a, Clip $b): int => $a->start <=> $b->start ?: $a->id <=> $b->id);

        return $clips;
    }

    /**
     * With what lies in some more of its clips.
     *
     * @param  array<int, ClipContent>  $contents  by the id of the clip
     */
    public function holding(array $contents): self
    {
        return $this->with(['contents' => $contents + $this->contents]);
    }

    public function contentOf(int $clip): ClipContent
    {
        return $this->contents[$clip] ?? ClipContent::none();
    }

    /**
     * A content with ids of its own, for a copy of a clip.
     *
     * @return array{self, ClipContent} the song that gave the ids, and the copy
     */
    public function copyOf(ClipContent $content): array
    {
        $next = $this->nextId;
        $ids = [0 => 0];
        foreach ($content->notes->id as $id) {
            $ids[$id] = $next++;
        }
        $notes = $content->notes->with(['id' => array_map(static fn (int $id): int => $ids[$id], $content->notes->id)]);
        $points = $content->points->with([
            'id' => $content->points->id === [] ? [] : range($next, $next + $content->points->count() - 1),
            'note' => array_map(static fn (int $note): int => $ids[$note] ?? 0, $content->points->note),
        ]);

        return [$this->counted($next + $points->count()), new ClipContent($notes, $points)];
    }

    /** With a higher id for the next note. */
    public function counted(int $nextId): self
    {
        return $nextId <= $this->nextId ? $this : $this->with(['nextId' => $nextId]);
    }

    /** With ids that were given to tracks and clips before, also of those that are gone: none is given twice. */
    public function numbered(int $lastTrackId, int $lastClipId): self
    {
        return $this->with(['lastTrackId' => $lastTrackId, 'lastClipId' => $lastClipId]);
    }

    /** @return array{int, int} the last ids given to a track and to a clip */
    public function lastIds(): array
    {
        return [$this->newTrackId() - 1, $this->newClipId() - 1];
    }

    /** An id for a new track. */
    public function newTrackId(): int
    {
        return 1 + max([$this->lastTrackId, ...array_keys($this->tracks)]);
    }

    /** An id for a new clip. */
    public function newClipId(): int
    {
        return 1 + max([$this->lastClipId, ...array_keys($this->clips)]);
    }

    /**
     * @param array{
     *     conductor?: Conductor, clips?: array<int, Clip>, contents?: array<int, ClipContent>, nextId?: int,
     *     lastTrackId?: int, lastClipId?: int,
     * }  $changed
     */
    private function with(array $changed): self
    {
        /**
         * @var array{
         *     conductor: Conductor, tracks: array<int, Track>, clips: array<int, Clip>, contents: array<int,
         *     ClipContent>, nextId: int, layout: Layout, lastTrackId: int, lastClipId: int,
         * } $all
         */
        $all = [...get_object_vars($this), ...$changed];

        return new self(...$all);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Context;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\RowNames;
use Jactonic\Core\Song\Techniques;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Time\Bounds;
use Jactonic\Core\Time\TickRange;

/**
 * Which track each open clip lies on, and which clip is in front: new notes go there, on the channel of its track.
 *
 * What follows what (the next chord, the next note of a pitch, an overlap) is asked within one track, over all its open
 * clips.
 */
final readonly class OpenClips
{
    /**
     * @param  array<int, int>  $tracks  the id of the track by the id of the clip
     * @param  int  $front  the id of the clip in front
     * @param  int  $channel  0–15, of the track in front
     * @param  array<int, TickRange>  $spans  where in the song each open clip is seen, by its id
     * @param  array<int, Techniques>  $techniques  of each open track, by its id
     * @param  array<int, TickRange>  $rounds  where in the song the first round of each open clip lies that loops, by
     *     its id
     * @param  array<int, RowNames>  $rowNames  of each open track, by its id
     * @param  array<int, true>  $drums  the ids of the open tracks that play drums
     */
    private function __construct(
        public array $tracks,
        public int $front,
        public int $channel,
        private array $spans = [],
        private array $techniques = [],
        public array $rounds = [],
        public array $rowNames = [],
        private array $drums = [],
    ) {
    }

    /**
     * @param  array<int, int>  $tracks  the id of the track by the id of the clip
     * @param  int  $channel  0–15
     * @param  array<int, TickRange>  $spans  where in the song each open clip is seen, by its id
     * @param  array<int, true>  $drums  the ids of the tracks that play drums
     */
    public static function of(
        array $tracks, int $front, int $channel = 0, array $spans = [], array $drums = [],
    ): self {
        return new self($tracks, $front, $channel, $spans, drums: $drums);
    }

    /** Those of a song. */
    public static function in(OpenSong $open): self
    {
        $tracks = $open->tracks();
        $techniques = array_map(
            static fn (Track $track): Techniques => $track->techniques,
            array_intersect_key($open->song->tracks, array_flip($tracks)),
        );

        $spans = $open->spans();
        $rounds = array_filter(
            $spans, static fn (int $clip): bool => $open->song->clips[$clip]->loop > 0, ARRAY_FILTER_USE_KEY,
        );

        $rows = array_map(
            static fn (Track $track): RowNames => $track->rowNames(),
            array_intersect_key($open->song->tracks, array_flip($tracks)),
        );

        $drums = array_fill_keys(
            array_filter($tracks, static fn (int $track): bool => $open->song->tracks[$track]->isDrums()), true,
        );

        return new self(
            $tracks, $open->front, $open->frontTrack()->channel, $spans, $techniques, $rounds, $rows, $drums,
        );
    }

    /** The techniques of the track a clip lies on. */
    public function techniquesOf(int $clip): Techniques
    {
        return $this->techniques[$this->trackOf($clip)] ?? Techniques::none();
    }

    /** Whether a clip lies on a track that plays drums. */
    public function isDrums(int $clip): bool
    {
        return isset($this->drums[$this->trackOf($clip)]);
    }

    /** Whether an open track plays drums. */
    public function haveDrums(): bool
    {
        return $this->drums !== [];
    }

    /** What a pitch is called on the track in front: the name of its row, or else its own. */
    public function called(int $pitch): string
    {
        return ($this->rowNames[$this->trackOf($this->front)] ?? RowNames::none())->called($pitch);
    }

    /** One clip alone, whatever its id. */
    public static function one(int $channel = 0): self
    {
        return new self([], 0, $channel);
    }

    /** The id of the open clip of the track in front that lies at a tick; the one in front where none does. */
    public function at(int $tick): int
    {
        foreach ($this->spans as $clip => $span) {
            if ($tick >= $span->from && $tick < $span->to && $this->trackOf($clip) === $this->trackOf($this->front)) {
                return $clip;
            }
        }

        return $this->front;
    }

    /** Where a tick lies in a clip: one of a later round of a clip that loops is written in the first. */
    public function inRound(int $clip, int $tick): int
    {
        return isset($this->rounds[$clip]) ? $this->rounds[$clip]->wrapped($tick) : $tick;
    }

    /**
     * What sounds of notes where their clips are seen: cut at both edges of its clip, never before the song; those
     * that lie outside are left out.
     */
    public function sounding(Notes $notes): Notes
    {
        return $notes->cutTo(
            fn (int $clip): TickRange => $this->spans[$clip] ?? TickRange::of(0, Bounds::LAST_TICK),
        );
    }

    /** The id of the track a clip lies on. */
    public function trackOf(int $clip): int
    {
        return $this->tracks[$clip] ?? 0;
    }

    /**
     * Notes at some places by the track they lie on; all of them together where only one track is open.
     *
     * @param  array<int, int>  $places
     * @param  array<int, int>  $clips  the clip of each note
     * @return list<non-empty-array<int, int>>
     */
    public function byTrack(array $places, array $clips): array
    {
        if ($places === []) {
            return [];
        }
        if (count(array_unique($this->tracks)) < 2) {
            return [$places];
        }
        $parts = [];
        foreach ($places as $i) {
            $parts[$this->tracks[$clips[$i]] ?? 0][] = $i;
        }

        return array_values($parts);
    }
}

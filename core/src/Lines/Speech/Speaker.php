<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

use Jactonic\Core\Context\Context;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Time\TickRange;

/** Where one stands who says something: the song's tracks, which of them are open, how much is selected, the caret. */
final readonly class Speaker
{
    /**
     * @param  list<Track>  $tracks  in their order
     * @param  list<int>  $open  the ids of the tracks whose clips are open
     * @param  int  $front  the id of the one in front
     * @param  TickRange  $clip  where the clip in front lies
     * @param  int  $selected  how many notes are
     */
    private function __construct(
        public array $tracks,
        public array $open,
        public int $front,
        public TickRange $clip,
        public int $selected,
        public Context $context,
    ) {
    }

    /**
     * @param  list<int>  $open  the ids of the open clips
     * @param  int  $front  the one in front
     * @param  int  $selected  how many notes are
     */
    public static function in(Song $song, array $open, int $front, int $selected, Context $context): self
    {
        $clips = array_intersect_key($song->clips, array_flip($open));
        $first = $clips[$front] ?? array_values($clips)[0] ?? null;
        $tracks = array_values(array_unique(array_map(static fn ($clip): int => $clip->track, array_values($clips))));

        return new self(
            array_values($song->tracks), $tracks, $first->track ?? 0,
            $first === null ? TickRange::of(0, $context->time->meters->barStart(1)) : TickRange::of(
                $first->start, $first->end(),
            ),
            $selected, $context,
        );
    }

    /** The number of a track from the top, counted from 1. */
    public function numberOf(Track $track): int
    {
        return (int) array_search($track, $this->tracks, true) + 1;
    }

    public function isOpen(Track $track): bool
    {
        return in_array($track->id, $this->open, true);
    }

    /** The track that has a row of a name: an open one before others. */
    public function withRow(string $row): ?Track
    {
        $having = array_values(array_filter(
            $this->tracks, static fn (Track $track): bool => $track->rowNames()->pitches($row) !== [],
        ));

        return array_values(array_filter($having, $this->isOpen(...)))[0] ?? $having[0] ?? null;
    }

    /** The name of a track, in lower case. */
    public static function plain(string $name): string
    {
        return mb_strtolower(trim($name));
    }

    /** The tick a bar begins at, counted from 1. */
    public function bar(int $bar): int
    {
        return $this->context->time->meters->barStart(max(0, $bar - 1));
    }

    /** Where something without a place of its own is put: the range, or else the clip in front. */
    public function span(): TickRange
    {
        return $this->context->range ?? $this->clip;
    }

    /** The clip of the first bars from the start of the range or the bar of the caret on, in ticks. */
    public function bars(int $count): TickRange
    {
        $meters = $this->context->time->meters;
        $first = $meters->barAt($this->context->range->from ?? $this->context->caret->tick);

        return TickRange::of($meters->barStart($first), $meters->barStart($first + $count));
    }
}

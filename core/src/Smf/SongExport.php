<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\Programs;
use Jactonic\Core\Song\Realisation;
use Jactonic\Core\Song\Rest;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Sounding;
use Jactonic\Core\Song\Track;

/** Puts a song together as a file: what sounds, where it sounds, and everything that came in with it. */
final readonly class SongExport
{
    /** Ranks have 24 bits; one more lets something stand behind all of them. */
    private const RANK_BITS = 25;

    private const BEHIND = (1 << self::RANK_BITS) - 1;

    public function __construct(
        private Song $song,
        private ChordsAs $chords = ChordsAs::Names,
        private CurvesAs $curves = CurvesAs::Mpe,
    ) {
    }

    public function file(): SmfFile
    {
        $layout = $this->song->layout;
        $homes = [];
        foreach ($this->song->tracks as $track) {
            if ($track->home !== null && ! isset($homes[$track->home])) {
                $homes[$track->home] = $track;
            }
        }
        $tracks = [];
        $isNew = $layout->bare === [] && $homes === [];
        $count = $isNew ? 1 : max([-1, ...array_keys($layout->bare), ...array_keys($homes)]) + 1;
        for ($number = 0; $number < $count; $number++) {
            $tracks[] = isset($homes[$number])
                ? $this->track($homes[$number], $number)
                : $this->assembled($layout->bare[$number] ?? new Rest, ClipContent::none(), $number);
        }
        foreach ($this->song->tracks as $track) {
            if ($track->home === null || $homes[$track->home] !== $track) {
                $tracks[] = $this->track($track, null);
            }
        }

        return new SmfFile(
            $layout->format === 0 && count($tracks) > max(1, $count) ? 1 : $layout->format, $this->song->conductor->ppq,
            $tracks, $layout->chunks,
        );
    }

    private function track(Track $track, ?int $number): SmfTrack
    {
        $written = Sounding::of($this->song, $track);
        $isToldByNotes = $written->notes->id !== [] || $this->isTheOnlyOne($track);
        $marks = $this->marks($track, $isToldByNotes);
        $first = array_filter([
            $isToldByNotes || $marks !== [] ? null : TrackMark::write(),
            TechniqueMark::of($written, $track)?->write($this->song->conductor->ppq),
            ...($isToldByNotes ? self::programs($written, $track) : []),
        ]);

        return $this->assembled(
            $this->named($track),
            $this->curves->written(Realisation::of($written, $track, $this->song->conductor->ppq)),
            $number,
            $marks,
            array_values($first),
        );
    }

    /**
     * What a track plays, where its points do not say it: a file that came in without a program goes out without one.
     *
     * @return list<string>
     */
    private static function programs(ClipContent $written, Track $track): array
    {
        $plays = $track->instrument;
        if ($plays === null || Programs::begins($written)) {
            return [];
        }
        $bank = chr(0xB0 | $track->channel);

        return [
            ...($plays->number > 0
                ? [$bank.chr(0).chr($plays->number >> 7), $bank.chr(32).chr($plays->number & 127)]
                : []),
            chr(0xC0 | $track->channel).chr($plays->program),
        ];
    }

    /** Whether it is the track that is taken where no track of a file has notes. */
    private function isTheOnlyOne(Track $track): bool
    {
        $isLast = $track->home === null || $track->home >= max([-1, ...array_keys($this->song->layout->bare)]);

        return count($this->song->tracks) === 1 && $isLast;
    }

    /** The other events of a track, its name as it is now: the bytes that came in where they say the same. */
    private function named(Track $track): Rest
    {
        $rest = $track->rest;
        $event = Meta::TrackName->event($track->name);
        foreach ($rest->events as $k => $bytes) {
            $data = Meta::TrackName->dataOf($bytes);
            if ($data !== null) {
                $isSame = mb_substr(Text::readable($data) ?: $track->name, 0, Track::LONGEST_NAME) === $track->name;

                return $isSame
                    ? $rest
                    : new Rest($rest->ticks, array_values([$k => $event] + $rest->events), $rest->ranks, $rest->end);
            }
        }
        if ($track->home !== null && $track->name === 'Track '.($track->home + 1)) {
            return $rest;
        }

        return new Rest([0, ...$rest->ticks], [$event, ...$rest->events], [-1, ...$rest->ranks], $rest->end);
    }

    /**
     * Where its clips lie and what they are called. None where it would come in again as it is without that: so a track
     * that came from a file and still is one clip goes out as it came.
     *
     * @return list<ClipMark>
     */
    private function marks(Track $track, bool $isToldByNotes): array
    {
        $clips = array_values(array_filter(
            $this->song->clipsOf($track->id), static fn (Clip $clip): bool => ! $clip->muted,
        ));
        $isPlain = $isToldByNotes && count($clips) === 1 && $this->isPlain($clips[0], $track);

        return $isPlain ? [] : array_map(ClipMark::of(...), $clips);
    }

    private function isPlain(Clip $clip, Track $track): bool
    {
        if ($clip->start > 0 || $clip->offset > 0 || $clip->loop > 0 || $clip->name !== '') {
            return false;
        }
        $length = SongImport::lengthOf(
            $this->song->contentOf($clip->id), $track->rest->end, $this->song->conductor->meters,
        );

        return $clip->length === $length;
    }

    /**
     * A track from its parts, each event in its place among those of its tick.
     *
     * @param  list<ClipMark>  $marks
     * @param  list<string>  $first  events at its start, behind the others there
     */
    private function assembled(
        Rest $rest, ClipContent $content, ?int $number, array $marks = [], array $first = [],
    ): SmfTrack {
        $keys = $events = [];
        $put = static function (int $tick, int $rank, string $event) use (&$keys, &$events): void {
            $keys[] = ($tick << self::RANK_BITS) + min(self::BEHIND, max(0, $rank + 1));
            $events[] = $event;
        };
        foreach ($first as $event) {
            $put(0, self::BEHIND, $event);
        }
        foreach ($rest->events as $k => $event) {
            $put($rest->ticks[$k], $rest->ranks[$k] ?? $k, $event);
        }
        foreach ($number === null ? [] : $this->conducting($number) as $event) {
            $put($event->tick, $event->rank, ConductorCodec::write($event));
            $words = $event->kind === ConductorKind::Chord
                ? $this->chords->event($event->value)
                : ConductorCodec::keyName($event);
            if ($words !== null) {
                $put($event->tick, $event->rank, $words);
            }
        }
        foreach ($marks as $mark) {
            $put($mark->start, self::BEHIND, $mark->write($this->song->conductor->ppq));
        }
        $points = $content->points;
        foreach ($points->start as $i => $tick) {
            $put(
                $tick, $points->rank[$i],
                PointCodec::write($points->kind[$i], $points->number[$i], $points->value[$i], $points->channel[$i]),
            );
        }
        // Those of one tick and rank stay in the order they came in: the sort is stable.
        if (! self::isAscending($keys)) {
            asort($keys);
        }
        $ticks = $ordered = [];
        foreach ($keys as $k => $key) {
            $ticks[] = $key >> self::RANK_BITS;
            $ordered[] = $events[$k];
        }

        return new SmfTrack($content->notes, $ticks, $ordered, max($rest->end, $ticks[count($ticks) - 1] ?? 0));
    }

    /** @param  list<int>  $keys */
    private static function isAscending(array $keys): bool
    {
        $before = PHP_INT_MIN;
        foreach ($keys as $key) {
            if ($key < $before) {
                return false;
            }
            $before = $key;
        }

        return true;
    }

    /** @return list<ConductorEvent> those that go out in a track; those whose track is gone, in the first */
    private function conducting(int $number): array
    {
        $there = $this->song->layout->bare;
        foreach ($this->song->tracks as $track) {
            $there[$track->home ?? -1] = true;
        }

        return array_values(array_filter(
            $this->song->conductor->events,
            static fn (ConductorEvent $event): bool => (isset($there[$event->home]) ? $event->home : 0) === $number,
        ));
    }
}

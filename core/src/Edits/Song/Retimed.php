<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Song;

use Closure;
use Jactonic\Core\Content\NoteCurves;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\PointDraft;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Edits\Clips\ChosenClips;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Time\Bounds;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TempoMap;

/**
 * A song under another tempo or meter map, everything in it moved so that it keeps its seconds, or its place in its
 * bar.
 *
 * Each edge goes to its new tick by itself, so what touched still touches; the moment a note was played goes along. A
 * loop whose rounds would not be alike any more becomes notes.
 */
final readonly class Retimed
{
    /**
     * @param  Closure(int): int  $tick  where a tick of the song goes, in order
     * @param  list<ConductorKind>  $kinds  events of the conductor that move too
     */
    private function __construct(
        private Closure $tick,
        private array $kinds,
    ) {
    }

    /** What notes keep under another tempo, which the edits of tempos share. */
    public static function keep(): Parameter
    {
        return Parameter::choice(
            'keep',
            'Bars leaves notes at their beats, which are faster or slower then; seconds leaves them where they sound.',
            options: ['bars', 'seconds'], default: 'bars',
        );
    }

    /**
     * The song under other tempos, its notes kept as a line says.
     *
     * @throws EditRefused where something would lie past the end of what a song can hold
     */
    public static function under(Song $song, Conductor $conductor, Parameters $parameters): Song
    {
        return $parameters->choice('keep') === 'seconds'
            ? self::keepingSeconds($song, $conductor)
            : $song->conducted($conductor);
    }

    /** How the summary says it; empty where notes stay at their beats. */
    public static function said(Parameters $parameters): string
    {
        return $parameters->choice('keep') === 'seconds' ? ', what sounds stays where it is' : '';
    }

    /**
     * The song under another conductor, every note at the second where it sounded; markers too.
     *
     * @throws EditRefused where something would lie past the end of what a song can hold
     */
    private static function keepingSeconds(Song $song, Conductor $conductor): Song
    {
        $before = $song->conductor->tempo;

        return (new self(self::ticks($before, $conductor->tempo), [ConductorKind::Marker, ConductorKind::Chord]))
            ->of($song, $conductor);
    }

    /**
     * The song under another conductor, every note as far behind the line of its bar as it was; meters, keys, tempos
     * and markers too. What has no room in a bar that is shorter now lies in the next one, as late as it was.
     *
     * @param  int  $from  the tick of the meter that is another one now
     *
     * @throws EditRefused where something would lie past the end of what a song can hold
     */
    public static function keepingBars(Song $song, Conductor $conductor, int $from): Song
    {
        $before = $song->conductor->meters;

        return (new self(self::bars($before, self::meters($before, $conductor, $from), $from), [
            ConductorKind::Marker,
            ConductorKind::Chord,
            ConductorKind::Key,
            ConductorKind::Tempo,
            ConductorKind::Meter,
        ]))->of($song, $conductor);
    }

    /** @return Closure(int): int */
    private static function ticks(TempoMap $before, TempoMap $after): Closure
    {
        return static fn (int $tick): int => (int) round($after->tickAt($before->secondsAt($tick)));
    }

    /** @return Closure(int): int */
    private static function bars(MeterMap $before, MeterMap $after, int $from): Closure
    {
        return static function (int $tick) use ($before, $after, $from): int {
            $bars = $before->barAt($tick) - $before->barAt($from);
            if ($tick <= $from || $bars === 0) {
                return $tick;
            }

            return $after->barStart($after->barAt($from) + $bars) + $tick - $before->barStart($before->barAt($tick));
        };
    }

    /** The bars once all later meters stand as many bars behind the changed one as they did. */
    private static function meters(MeterMap $before, Conductor $conductor, int $from): MeterMap
    {
        $changes = [];
        foreach ($conductor->all(ConductorKind::Meter) as $event) {
            $tick = $event->tick <= $from
                ? $event->tick
                : self::bars($before, MeterMap::of($before->ppq, $changes), $from)($event->tick);
            $changes[$tick] = $event->meterValue();
        }

        return MeterMap::of($before->ppq, $changes);
    }

    private function of(Song $song, Conductor $conductor): Song
    {
        $events = array_map(
            fn (ConductorEvent $event): ConductorEvent => in_array(
                $event->kind, $this->kinds, true,
            ) ? $event->at($this->at($event->tick)) : $event,
            $conductor->events,
        );
        $retimed = $song->conducted(Conductor::of($conductor->ppq, $events));
        foreach ($song->clips as $clip) {
            [$with, $plain] = $this->isEven($clip) ? [$retimed, $clip] : ChosenClips::unrolled($retimed, $clip);
            $retimed = $with->withClip(...$this->clip($plain, $with->contentOf($clip->id)));
        }

        return $retimed;
    }

    /** Whether all rounds of a clip still last as long, to a tick; it can loop on then. */
    private function isEven(Clip $clip): bool
    {
        $start = $this->at($clip->start);
        for ($round = 1; $clip->loop > 0 && $round * $clip->loop < $clip->length; $round++) {
            if (
                abs(
                    $this->at($clip->start + $round * $clip->loop)
                        - $start
                        - $round * ($this->at($clip->start + $clip->loop) - $start),
                ) > 1
            ) {
                return false;
            }
        }

        return $clip->loop === 0 || $clip->loop >= $clip->length || abs(
            ($this->at($clip->end()) - $start) * $clip->loop - $clip
                ->length * ($this->at($clip->start + $clip->loop) - $start)
        ) <= $clip->length;
    }

    /** @return array{Clip, ClipContent} */
    private function clip(Clip $clip, ClipContent $content): array
    {
        $start = $this->at($clip->start);
        $later = $clip->shift();
        // What of its content begins before the song has no place in it, and goes as far before as it was.
        $inside = fn (int $tick): int => $tick + $later < 0 ? $tick + $later : $this->at($tick + $later);
        $offset = $start - $inside(0);
        $moved = $clip->with([
            'start' => $start, 'length' => max(1, $this->at($clip->end()) - $start), 'offset' => max(0, $offset),
            'loop' => $clip->loop === 0 ? 0 : max(1, $this->at($clip->start + $clip->loop) - $start),
        ]);
        $place = fn (int $tick): int => max(0, $inside($tick) - $start + $offset);

        $notes = $this->notes($content->notes, $place);

        return [$moved, new ClipContent($notes, self::points($content, $notes, $place))];
    }

    /** @param  Closure(int): int  $place */
    private function notes(Notes $notes, Closure $place): Notes
    {
        $columns = ['start' => [], 'length' => [], 'playedStart' => [], 'playedEnd' => []];
        foreach ($notes->start as $i => $start) {
            $end = $start + $notes->length[$i];
            [$from, $to] = [$place($start), $place($end)];
            $columns['start'][$i] = $from;
            $columns['length'][$i] = $to > $from ? $to - $from : $notes->length[$i];
            $columns['playedStart'][$i] = $notes->playedStart[$i] === 0
                ? 0
                : $place(max(0, $start + $notes->playedStart[$i])) - $from;
            $columns['playedEnd'][$i] = $notes->playedEnd[$i] === 0
                ? 0
                : $place(max(0, $end + $notes->playedEnd[$i])) - $to;
        }

        return $notes->with($columns);
    }

    /**
     * Points go where their ticks do, those of curves too, as far as they lie in their notes then.
     *
     * @param  Notes  $after  the notes where they go
     * @param  Closure(int): int  $place
     */
    private static function points(ClipContent $content, Notes $after, Closure $place): Points
    {
        $moved = PointDraft::moved($content->points, array_map($place, $content->points->start));

        return NoteCurves::within($after, $moved)->applyTo($moved);
    }

    private function at(int $tick): int
    {
        $at = ($this->tick)($tick);

        return $at <= Bounds::LAST_TICK
            ? $at
            : throw new EditRefused(
                'That would go past the end of what a song can hold; take a slower tempo, or keep bars.',
            );
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Playing;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Played;
use Jactonic\Core\Content\PointKind;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Time\TempoMap;
use Jactonic\Core\Time\TickRange;

/**
 * What was played as notes and points in song time, by the rounds of the loop it was played over; one round where there
 * is none. Every moment goes to the nearest tick.
 *
 * Nothing is lost at a seam: a note that is held across it ends there; one struck just before it that sounds mostly
 * after it belongs to the first beat of the next round, and remembers when it was played.
 */
final readonly class Rounds
{
    /** How long before the first beat a note that belongs to it may be struck, in ms. */
    public const EARLY = 100.0;

    private const NOTE_OFF = 0x8;

    private const NOTE_ON = 0x9;

    /** Controllers that end all notes of a channel: all sound off, all notes off. */
    private const SILENCING = [120, 123];

    /** From this controller on they are no values but modes. */
    private const FIRST_MODE = 120;

    /** when the song passes the origin, in ms from its start */
    private float $begin;

    /** ms from the origin to the first seam; without a loop there is none */
    private float $first;

    /** ms from seam to seam */
    private float $length;

    public function __construct(
        private Played $played,
        private TempoMap $tempo,
    ) {
        $this->begin = 1000 * $tempo->secondsAt($played->origin);
        $loop = $played->loop;
        $this->first = $loop === null ? INF : 1000 * $tempo->secondsAt($loop->to) - $this->begin;
        $this->length = $loop === null ? INF : 1000 * ($tempo->secondsAt($loop->to) - $tempo->secondsAt($loop->from));
    }

    /** The last round, counted from 1, that was played in. */
    public function count(): int
    {
        return 1 + $this->roundAt(max(
            $this->played->until,
            $this->played->events === [] ? 0 : $this->played->events[count($this->played->events) - 1][0],
        ));
    }

    /** The time in the song that a round, or all of them, went over. */
    public function span(?int $round): TickRange
    {
        [$origin, $loop] = [$this->played->origin, $this->played->loop];
        $last = $this->count();
        $end = max($origin + 1, $this->tickAt(max(0.0, $this->played->until)));

        return match (true) {
            $loop === null => TickRange::of($origin, $end),
            $round === null => TickRange::of(
                $last > 1 ? min($origin, $loop->from) : $origin, $last > 1 ? $loop->to : $end,
            ),
            default => TickRange::of(
                $round === 1 ? $origin : $loop->from,
                $round < $last ? $loop->to : max($end, ($round === 1 ? $origin : $loop->from) + 1),
            ),
        };
    }

    /**
     * The notes and points of one round, or of all of them on top of each other.
     *
     * @param  int|null  $round  counted from 1; null for all
     * @param  int  $channel  0–15 that all of it is put on
     */
    public function content(?int $round, int $channel): ClipContent
    {
        $notes = $points = [];
        /** @var array<int, array{float, int}> $held by channel and pitch: when it was struck, and its velocity */
        $held = [];
        $end = function (int $key, float $at, int $release) use (&$held, &$notes, $round, $channel): void {
            [$on, $velocity] = $held[$key];
            unset($held[$key]);
            $note = $this->note($on, $at, $round);
            if ($note !== null) {
                $notes[] = $note + [
                    'pitch' => $key & 127, 'velocity' => $velocity, 'release' => $release, 'channel' => $channel,
                ];
            }
        };
        foreach ($this->played->events as [$at, $status, $first, $second]) {
            $kind = $status >> 4;
            $key = ($status & 15) << 7 | $first;
            if ($kind === self::NOTE_ON || $kind === self::NOTE_OFF) {
                if (isset($held[$key])) {
                    $end($key, $at, $kind === self::NOTE_OFF ? $second : 0);
                }
                if ($kind === self::NOTE_ON && $second > 0) {
                    $held[$key] = [$at, $second];
                }
            } elseif ($kind === PointKind::Controller->value && $first >= self::FIRST_MODE) {
                foreach (in_array($first, self::SILENCING, true) ? array_keys($held) : [] as $other) {
                    if ($other >> 7 === ($status & 15)) {
                        $end($other, $at, 0);
                    }
                }
            } elseif ($at >= -self::EARLY && ($round === null || $this->roundAt($at) === $round - 1)) {
                $points[] = [
                    'start' => $this->tickAt($at), ...PointKind::from($kind)->columns($first, $second),
                    'channel' => $channel,
                ];
            }
        }
        // A key that was not let go, also where its device vanished, sounds until the end.
        foreach (array_keys($held) as $key) {
            $end($key, max($this->played->until, $held[$key][0]), 0);
        }

        return new ClipContent(Notes::fromRows($notes), Points::fromRows($points));
    }

    /**
     * Where a note lies; null where it belongs to another round, or was over before the first beat.
     *
     * @param  int|null  $round  counted from 1; null for any
     * @return array{start: int, length: int, playedStart: int}|null
     */
    private function note(float $on, float $off, ?int $round): ?array
    {
        $in = $on < 0 ? -1 : $this->roundAt($on);
        $seam = $on < 0 ? 0.0 : $this->seamAfter($in);
        $early = $seam - $on;
        $isPickUp = $on < 0 ? $off > 0 || $early <= self::EARLY : $early <= self::EARLY && $off - $seam > $early;
        $in += $isPickUp ? 1 : 0;
        if ($in < 0 || ($round !== null && $in !== $round - 1)) {
            return null;
        }
        $start = match (true) {
            ! $isPickUp => $this->tickAt($on),
            $in === 0 || $this->played->loop === null => $this->played->origin,
            default => $this->played->loop->from,
        };
        // One that was over before its beat is as long on it as it was played.
        $off = $isPickUp && $off <= $seam ? $seam + $off - $on : $off;
        $end = $this->played->loop !== null && $off >= $this->seamAfter($in)
            ? $this->played->loop->to
            : $this->tickAt($off);

        return [
            'start' => $start, 'length' => max(1, $end - $start),
            'playedStart' => $isPickUp ? $this->shift($start, -$early) : 0,
        ];
    }

    /** How many ticks later something lies that was played so many ms later than at a tick. */
    private function shift(int $tick, float $milliseconds): int
    {
        return (int) round($this->tempo->tickAt($this->tempo->secondsAt($tick) + $milliseconds / 1000)) - $tick;
    }

    /** The round a moment lies in, counted from 0. */
    private function roundAt(float $at): int
    {
        return $at < $this->first ? 0 : 1 + (int) floor(($at - $this->first) / $this->length);
    }

    /** When a round, counted from 0, is over, in ms; never without a loop. */
    private function seamAfter(int $round): float
    {
        return $round === 0 ? $this->first : $this->first + $round * $this->length;
    }

    /** The nearest tick of a moment. */
    private function tickAt(float $at): int
    {
        $round = $this->roundAt($at);
        $seconds = $round === 0 || $this->played->loop === null
            ? ($this->begin + max(0.0, $at)) / 1000
            : $this->tempo->secondsAt($this->played->loop->from) + ($at - $this->seamAfter($round - 1)) / 1000;

        return (int) round($this->tempo->tickAt($seconds));
    }
}

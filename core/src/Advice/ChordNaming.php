<?php

declare(strict_types=1);

namespace Jactonic\Core\Advice;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Pitch\ChordMatch;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TickRange;

/**
 * What chords some notes make, by beats, by bars or wherever they change.
 *
 * In each span every pitch class weighs as long as it sounds there; the bass is the lowest note that sounds for a fair
 * part of it. So a passing note says little, and a strum is heard as the chord it becomes: a span begins up to a 64th
 * early.
 */
final readonly class ChordNaming
{
    public const BY = ['changes', 'beats', 'bars'];

    /** A span begins with what starts up to this part of a quarter note before it. */
    private const EARLY = 16;

    private const MOST_BARS = 20_000;

    /** The lowest note that sounds for this share of a span is its bass. */
    private const BASS_SHARE = 0.3;

    /**
     * @param  MeterMap  $meters  where beats and bars lie
     * @param  callable(int): ?Scale  $keyAt  the key that holds at a tick, which the names are spelled by
     * @param  int  $passing  ticks: by changes, what sounds for no longer belongs to the chord before it
     */
    public function __construct(
        private MeterMap $meters,
        private mixed $keyAt,
        private int $passing,
    ) {
    }

    /**
     * The chords of notes in a range, each where it begins; one that goes on is named once.
     *
     * @param  Notes  $notes  that sound; muted ones are passed over
     * @return list<array{tick: int, match: ChordMatch}>
     *
     * @throws BadInput where `by` is none of them
     */
    public function names(Notes $notes, TickRange $range, string $by): array
    {
        $sounding = $this->sounding($notes, $range);
        $edges = match ($by) {
            'bars' => $this->bars($range),
            'beats' => $this->beats($range),
            'changes' => $this->changes($sounding, $range),
            default => throw new BadInput('Chords are named by '.implode(', ', self::BY).'.'),
        };
        $named = [];
        $next = 0;
        $open = [];
        foreach ($edges as $k => $from) {
            $to = $edges[$k + 1] ?? $range->to;
            $early = min($from - $range->from, intdiv($this->meters->ppq, self::EARLY));
            // Notes in order of their start: those that may sound in this span.
            while ($next < count($sounding) && $sounding[$next][0] < $to) {
                $open[] = $sounding[$next++];
            }
            $open = array_values(array_filter($open, static fn (array $note): bool => $note[1] > $from));
            $match = $this->match($open, $from - $early, $to, $from);
            $last = $named === [] ? null : $named[count($named) - 1]['match'];
            if ($match !== null && (string) $match->name !== (string) $last?->name) {
                $named[] = ['tick' => $from, 'match' => $match];
            }
        }

        return $named;
    }

    /**
     * @param  list<array{int, int, int}>  $notes  start, end and pitch
     */
    private function match(array $notes, int $from, int $to, int $at): ?ChordMatch
    {
        $weights = [];
        $lows = [];
        foreach ($notes as [$start, $end, $pitch]) {
            // What was let go just after the span began belongs to the one before.
            $sounds = min($end, $to) - max($start, $from);
            if ($sounds <= 0 || ($start < $from && $end - $at < min($this->passing, intdiv($to - $at, 4)))) {
                continue;
            }
            $weights[$pitch % 12] = ($weights[$pitch % 12] ?? 0.0) + $sounds;
            $lows[$pitch] = ($lows[$pitch] ?? 0) + $sounds;
        }
        if ($lows === []) {
            return null;
        }
        ksort($lows);
        $most = max($lows);
        $bass = array_key_first(array_filter(
            $lows, static fn (int $sounds): bool => $sounds >= self::BASS_SHARE * $most,
        ));

        return ChordMatch::of($weights, (int) $bass % 12, ($this->keyAt)($at));
    }

    /** @return list<array{int, int, int}> start, end and pitch of what sounds in the range, in order of start */
    private function sounding(Notes $notes, TickRange $range): array
    {
        $sounding = [];
        foreach ($notes->start as $i => $start) {
            $end = $start + $notes->length[$i];
            if ($notes->muted[$i] === 0 && $start < $range->to && $end > $range->from) {
                $sounding[] = [$start, $end, $notes->pitch[$i]];
            }
        }

        return $sounding;
    }

    /**
     * @return non-empty-list<int>
     *
     * @throws EditRefused where there are more than can be looked at one by one
     */
    private function bars(TickRange $range): array
    {
        $count = $this->meters->barAt($range->to - 1) - $this->meters->barAt($range->from) + 1;
        if ($count > self::MOST_BARS) {
            throw new EditRefused(
                'Chords are named in at most '.number_format(self::MOST_BARS).' bars at once, and these are '
                    .number_format($count).'. Set a range, or take by=changes.',
                ['most' => self::MOST_BARS],
            );
        }
        $edges = [$range->from];
        for (
            $tick = $this->meters->nextBarLine($range->from);
            $tick < $range->to;
            $tick = $this->meters->nextBarLine($tick)
        ) {
            $edges[] = $tick;
        }

        return $edges;
    }

    /** @return non-empty-list<int> */
    private function beats(TickRange $range): array
    {
        $edges = [];
        foreach ($this->bars($range) as $bar) {
            $from = $this->meters->barStart($this->meters->barAt($bar));
            $end = min($range->to, $this->meters->nextBarLine($bar));
            [$dividend, $divisor] = $this->meters->beatLength($bar);
            for ($k = 0; ($tick = $from + intdiv($k * $dividend, $divisor)) < $end; $k++) {
                if ($tick >= $range->from) {
                    $edges[] = $tick;
                }
            }
        }

        return $edges === [] ? [$range->from] : $edges;
    }

    /**
     * Where what sounds together changes: starts no farther apart than a passing note are one moment.
     *
     * @param  list<array{int, int, int}>  $sounding
     * @return non-empty-list<int>
     */
    private function changes(array $sounding, TickRange $range): array
    {
        $edges = [$range->from];
        $counts = [];
        foreach ($sounding as [$start, $end]) {
            if ($end - $start > $this->passing) {
                $counts[] = max($range->from, $start);
            }
        }
        foreach ($counts as $start) {
            if ($start - $edges[count($edges) - 1] > $this->passing) {
                $edges[] = $start;
            }
        }

        return $edges;
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Time;

/**
 * Where the bars of a song lie. Bars count from 0 here and from 1 on the screen.
 *
 * A bar is `numerator × 4 × ppq / denominator` ticks long, which may be fractional; bar k of a stretch of one meter
 * starts at the rounded k-th multiple, so bars never drift. A change of meter inside a bar cuts that bar short.
 */
final readonly class MeterMap
{
    /**
     * @param  non-empty-list<array{tick: int, bar: int, meter: Meter}>  $stretches
     */
    private function __construct(
        public int $ppq,
        public array $stretches,
    ) {
    }

    /**
     * @param  int  $ppq  ticks in a quarter note, 1 to 32767
     * @param  array<int, Meter>  $changes  meter by the tick it starts at; 4/4 holds before the first
     */
    public static function of(int $ppq, array $changes = []): self
    {
        ksort($changes);
        if (! isset($changes[0])) {
            $changes = [0 => Meter::of(4, 4)] + $changes;
        }

        $stretches = [];
        $bar = 0;
        $last = null;
        foreach ($changes as $tick => $meter) {
            if ($last !== null) {
                [$length, $parts] = self::barLength($ppq, $last['meter']);
                $bar = $last['bar'] - Rounding::floor(-($tick - $last['tick']) * $parts, $length);
            }
            $stretches[] = $last = ['tick' => $tick, 'bar' => $bar, 'meter' => $meter];
        }

        return new self($ppq, $stretches);
    }

    /** The bar that sounds at a tick; ticks before 0 belong to bar 0. */
    public function barAt(int $tick): int
    {
        $stretch = $this->stretchAtTick($tick);
        [$length, $parts] = self::barLength($this->ppq, $stretch['meter']);
        $bar = $stretch['bar'] + max(0, Rounding::floor(($tick - $stretch['tick']) * $parts, $length));
        while ($this->barStart($bar + 1) <= $tick) {
            $bar++;
        }
        while ($bar > 0 && $this->barStart($bar) > $tick) {
            $bar--;
        }

        return $bar;
    }

    /** The tick a bar (from 0) starts at. */
    public function barStart(int $bar): int
    {
        $stretch = $this->stretchAtBar($bar);
        [$length, $parts] = self::barLength($this->ppq, $stretch['meter']);

        return $stretch['tick'] + Rounding::quotient(($bar - $stretch['bar']) * $length, $parts);
    }

    public function meterAt(int $tick): Meter
    {
        return $this->stretchAtTick($tick)['meter'];
    }

    /** The first bar line after a tick. */
    public function nextBarLine(int $tick): int
    {
        return $this->barStart($this->barAt($tick) + 1);
    }

    /**
     * The length of one beat (the meter's denominator) at a tick, as a fraction of ticks.
     *
     * @return array{int, int} [dividend, divisor]
     */
    public function beatLength(int $tick): array
    {
        return [4 * $this->ppq, $this->meterAt($tick)->denominator];
    }

    public function position(int $tick): Position
    {
        $bar = $this->barAt($tick);
        $inBar = $tick - $this->barStart($bar);
        [$length, $parts] = $this->beatLength($tick);
        $beat = max(0, Rounding::floor($inBar * $parts, $length));
        while (Rounding::quotient(($beat + 1) * $length, $parts) <= $inBar) {
            $beat++;
        }
        while ($beat > 0 && Rounding::quotient($beat * $length, $parts) > $inBar) {
            $beat--;
        }

        return new Position($bar + 1, $beat + 1, $inBar - Rounding::quotient($beat * $length, $parts));
    }

    public function tickOf(Position $position): int
    {
        $start = $this->barStart($position->bar - 1);
        [$length, $parts] = $this->beatLength($start);

        return $start + Rounding::quotient(($position->beat - 1) * $length, $parts) + $position->tick;
    }

    /**
     * The length of a bar of this meter in ticks as a fraction, at least one tick.
     *
     * @return array{int, int} [dividend, divisor]
     */
    public static function barLength(int $ppq, Meter $meter): array
    {
        $length = $meter->numerator * 4 * $ppq;

        return $length < $meter->denominator ? [1, 1] : [$length, $meter->denominator];
    }

    /** @return array{tick: int, bar: int, meter: Meter} */
    private function stretchAtTick(int $tick): array
    {
        return $this->lastStretch('tick', $tick);
    }

    /** @return array{tick: int, bar: int, meter: Meter} */
    private function stretchAtBar(int $bar): array
    {
        return $this->lastStretch('bar', $bar);
    }

    /**
     * The last stretch that begins at or before a tick or a bar.
     *
     * @param  'tick'|'bar'  $unit
     * @return array{tick: int, bar: int, meter: Meter}
     */
    private function lastStretch(string $unit, int $place): array
    {
        return $this->stretches[isset($this->stretches[1]) ? Halving::last($this->stretches, $unit, $place) : 0];
    }
}

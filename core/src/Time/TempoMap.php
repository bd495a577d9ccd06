<?php

declare(strict_types=1);

namespace Jactonic\Core\Time;

/**
 * Ticks to seconds and back.
 *
 * The time at each change of tempo is kept as a whole number of `µs × ppq`, so nothing adds up to an error however
 * many changes there are. Source of the unit: the Set Tempo event of the Standard MIDI File specification, in
 * microseconds for a quarter note.
 *
 * It is asked note after note, so it remembers the stretch it last looked at.
 */
final class TempoMap
{
    /** 120 beats a minute, the Standard MIDI File's tempo where none is set. */
    public const DEFAULT_TEMPO = 500_000;

    /**
     * @param  non-empty-list<array{tick: int, tempo: int, elapsed: int}>  $stretches  tempo in µs a quarter, elapsed in
     *     µs × ppq
     */
    private function __construct(
        public readonly int $ppq,
        public readonly array $stretches,
    ) {
    }

    private int $last = 0;

    /**
     * @param  int  $ppq  ticks in a quarter note, 1 to 32767
     * @param  array<int, int>  $changes  µs a quarter note (1 to 16777215) by the tick it starts at
     */
    public static function of(int $ppq, array $changes = []): self
    {
        ksort($changes);
        if (! isset($changes[0])) {
            $changes = [0 => self::DEFAULT_TEMPO] + $changes;
        }

        $stretches = [];
        $last = null;
        foreach ($changes as $tick => $tempo) {
            $elapsed = $last === null ? 0 : $last['elapsed'] + ($tick - $last['tick']) * $last['tempo'];
            $stretches[] = $last = ['tick' => $tick, 'tempo' => max(1, $tempo), 'elapsed' => $elapsed];
        }

        return new self($ppq, $stretches);
    }

    /** Seconds from tick 0; negative before it. */
    public function secondsAt(int|float $tick): float
    {
        $stretch = $this->stretchAt('tick', $tick);

        return ($stretch['elapsed'] + ($tick - $stretch['tick']) * $stretch['tempo']) / ($this->ppq * 1_000_000);
    }

    /** The tick at a time in seconds, not rounded. */
    public function tickAt(float $seconds): float
    {
        $elapsed = $seconds * $this->ppq * 1_000_000;
        $stretch = $this->stretchAt('elapsed', $elapsed);

        return $stretch['tick'] + ($elapsed - $stretch['elapsed']) / $stretch['tempo'];
    }

    /** µs a quarter at a tick. */
    public function tempoAt(int $tick): int
    {
        return $this->stretchAt('tick', $tick)['tempo'];
    }

    /** A tick moved by a span of seconds, true to the tempo on the way, rounded to the nearest tick. */
    public function shift(int $tick, float $seconds): int
    {
        return (int) round($this->tickAt($this->secondsAt($tick) + $seconds));
    }

    /**
     * The last stretch that begins at or before a place; the first one before it.
     *
     * @param  'tick'|'elapsed'  $unit
     * @return array{tick: int, tempo: int, elapsed: int}
     */
    private function stretchAt(string $unit, int|float $place): array
    {
        $last = $this->stretches[$this->last];
        $next = $this->stretches[$this->last + 1] ?? null;
        if ($last[$unit] <= $place && ($next === null || $next[$unit] > $place)) {
            return $last;
        }
        $this->last = Halving::last($this->stretches, $unit, $place);

        return $this->stretches[$this->last];
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Time;

/**
 * What turns an amount of time into ticks: the bars and the tempo of a song, the current grid, and the rates of clocks.
 */
final readonly class Timeline
{
    /** Samples and frames a second, unless said otherwise. */
    public const SAMPLE_RATE = 44100;

    public const FRAME_RATE = 25.0;

    /**
     * @param  int  $sampleRate  samples a second, for amounts in smp
     * @param  float  $frameRate  frames a second, for amounts in fr
     * @param  NudgeAmounts|null  $nudge  for the amounts step and step2; a step of the grid and a bar where left out
     */
    public function __construct(
        public MeterMap $meters,
        public TempoMap $tempo,
        public Grid $grid,
        public int $sampleRate = self::SAMPLE_RATE,
        public float $frameRate = self::FRAME_RATE,
        private ?NudgeAmounts $nudge = null,
    ) {
    }

    /** How far `step` and `step2` are. */
    public function nudge(): NudgeAmounts
    {
        return $this->nudge ?? NudgeAmounts::ofTheGrid();
    }

    /** The same grid, rates and amounts in another song. */
    public function in(MeterMap $meters, TempoMap $tempo): self
    {
        return new self($meters, $tempo, $this->grid, $this->sampleRate, $this->frameRate, $this->nudge);
    }

    /** Ticks in a quarter note. */
    public function ppq(): int
    {
        return $this->meters->ppq;
    }

    /** The lines of a grid, or of the current one, on the song's bars. */
    public function gridLines(?Grid $grid = null): GridLines
    {
        return ($grid ?? $this->grid)->on($this->meters);
    }

    /** The same time with another current grid. */
    public function onGrid(Grid $grid): self
    {
        return new self($this->meters, $this->tempo, $grid, $this->sampleRate, $this->frameRate, $this->nudge);
    }

    /**
     * The shortest length an edit leaves of a note, in ticks: a 128th, or what it lasted where that is less. One tick
     * is no length.
     */
    public function leastLength(int $lasted): int
    {
        return max(1, min($lasted, intdiv($this->ppq(), 32)));
    }

    /** How long it takes from one tick to another, in milliseconds, whichever is the later. */
    public function apart(int $tick, int $other): float
    {
        return abs($this->milliseconds($tick, $other - $tick));
    }

    /** A span of ticks at a place, in milliseconds. */
    public function milliseconds(int $tick, int $ticks): float
    {
        return 1000 * ($this->tempo->secondsAt($tick + $ticks) - $this->tempo->secondsAt($tick));
    }

    /** A tick as it is said: bar, beat, ticks. */
    public function position(int $tick): Position
    {
        return $this->meters->position($tick);
    }
}

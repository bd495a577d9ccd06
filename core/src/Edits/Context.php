<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\GridLines;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TempoMap;
use Jactonic\Core\Time\TickRange;

/** What surrounds the notes of an edit: the song's time and key, and where its maker stands in it. */
final readonly class Context
{
    /**
     * @param  int  $channel  0–15, for notes put in
     * @param  int  $sampleRate  samples a second, for amounts in smp
     * @param  float  $frameRate  frames a second, for amounts in fr
     */
    public function __construct(
        public MeterMap $meters,
        public TempoMap $tempo,
        public Grid $grid,
        public ?Scale $key = null,
        public Caret $caret = new Caret,
        public ?TickRange $range = null,
        public int $channel = 0,
        public int $sampleRate = 44100,
        public float $frameRate = 25.0,
    ) {
    }

    /** Ticks in a quarter note. */
    public function ppq(): int
    {
        return $this->meters->ppq;
    }

    /** The lines of a grid, or of the current one, on the song's bars. */
    public function lines(?Grid $grid = null): GridLines
    {
        return ($grid ?? $this->grid)->on($this->meters);
    }

    /** A span of ticks at a place in milliseconds. */
    public function milliseconds(int $tick, int $ticks): float
    {
        return 1000 * ($this->tempo->secondsAt($tick + $ticks) - $this->tempo->secondsAt($tick));
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Notes\Phrase;
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
     * @param  int  $playhead  the tick that sounds, or where listening begins
     * @param  Phrase|null  $clipboard  what was cut or copied last
     * @param  NewNote|null  $newNote  what notes put in are like; as long as a step of the grid where nothing was set
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
        public int $playhead = 0,
        public ?Phrase $clipboard = null,
        public ?NewNote $newNote = null,
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

    /** The same surroundings after something was cut or copied. */
    public function withClipboard(?Phrase $clipboard): self
    {
        return new self(
            $this->meters, $this->tempo, $this->grid, $this->key, $this->caret, $this->range, $this->channel,
            $this->sampleRate, $this->frameRate, $this->playhead, $clipboard, $this->newNote,
        );
    }

    /** The same surroundings with another grid. */
    public function onGrid(Grid $grid): self
    {
        return new self(
            $this->meters, $this->tempo, $grid, $this->key, $this->caret, $this->range, $this->channel,
            $this->sampleRate, $this->frameRate, $this->playhead, $this->clipboard, $this->newNote,
        );
    }

    /** @throws EditRefused where no key is set */
    public function needKey(string $for): Scale
    {
        return $this->key ?? throw new EditRefused("{$for} needs a key; set one for the song first, such as D dorian.");
    }

    /** @throws EditRefused where no range is set */
    public function needRange(string $for, string $otherwise = ''): TickRange
    {
        return $this->range ?? throw new EditRefused("{$for} needs a range; drag one on the ruler or make one from the selection{$otherwise}.");
    }

    /** A span of ticks at a place in milliseconds. */
    public function milliseconds(int $tick, int $ticks): float
    {
        return 1000 * ($this->tempo->secondsAt($tick + $ticks) - $this->tempo->secondsAt($tick));
    }
}

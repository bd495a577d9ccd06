<?php

declare(strict_types=1);

namespace Jactonic\Core\Context;

use Jactonic\Core\Time\Timeline;

/** Where the pointer lies on the roll: what a line says `at=pointer` about. */
final readonly class Pointer
{
    /**
     * @param  int  $tick  as it lies, on no line
     * @param  int  $pitch  0–127
     * @param  bool  $isFree  whether it keeps off the grid
     */
    public function __construct(
        private int $tick,
        public int $pitch,
        private bool $isFree = false,
    ) {
    }

    /** Where something begins that is put in there: the line at or before it. */
    public function cell(Timeline $time): int
    {
        $lines = $time->gridLines();
        $lines->around($this->tick);

        return $this->isFree ? $this->tick : $lines->before;
    }

    /** Where something is cut there: the nearest line. */
    public function line(Timeline $time): int
    {
        return $this->isFree ? $this->tick : $time->gridLines()->nearest($this->tick);
    }
}

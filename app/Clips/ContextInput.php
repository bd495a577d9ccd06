<?php

declare(strict_types=1);

namespace App\Clips;

use App\Models\Clip;
use Jactonic\Core\Edits\Caret;
use Jactonic\Core\Edits\Context;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\TickRange;

/** What the screen adds to the song's own time and key: the grid, the caret and the range. */
final readonly class ContextInput
{
    public function __construct(
        private Grid $grid,
        private Caret $caret,
        private ?TickRange $range,
    ) {
    }

    public function for(Clip $clip): Context
    {
        $song = $clip->track->song;

        return new Context(
            $song->meters, $song->tempos, $this->grid,
            $song->key === null ? null : Scale::parse($song->key),
            $this->caret, $this->range, $clip->track->channel,
        );
    }
}

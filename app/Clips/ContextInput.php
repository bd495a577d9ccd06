<?php

declare(strict_types=1);

namespace App\Clips;

use App\Models\Clip;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Context\NewNote;
use Jactonic\Core\Context\OpenClips;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\TickRange;
use Jactonic\Core\Time\Timeline;

/** What the screen adds to the song's own time and key: the grid, the caret, the range, the playhead, what new notes are like, and a clipboard of its own. */
final readonly class ContextInput
{
    public function __construct(
        private Grid $grid,
        private Caret $caret,
        private ?TickRange $range,
        private int $playhead = 0,
        public ?Phrase $clipboard = null,
        private ?NewNote $newNote = null,
    ) {
    }

    /** @param  Clip  $clip  with its song's time, as `Clip::inSong()` gives it */
    public function for(Clip $clip): Context
    {
        return new Context(
            new Timeline($clip->meters, $clip->tempos, $this->grid),
            $clip->key === null ? null : Scale::parse($clip->key),
            $this->caret, $this->range,
            playhead: $this->playhead, clipboard: $this->clipboard, newNote: $this->newNote, clips: OpenClips::one($clip->channel),
        );
    }
}

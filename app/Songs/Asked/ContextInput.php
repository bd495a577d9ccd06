<?php

declare(strict_types=1);

namespace App\Songs\Asked;

use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Played;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Context\NewNote;
use Jactonic\Core\Context\OpenClips;
use Jactonic\Core\Context\Pointer;
use Jactonic\Core\Pitch\Rows;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\NudgeAmounts;
use Jactonic\Core\Time\TickRange;
use Jactonic\Core\Time\Timeline;

/**
 * What the screen adds to the song's own time and key: the grid, the caret, the range, the playhead, the pointer, the
 * rows that are shown, what new notes and nudges are like, a clipboard of its own, what was played, whether clips are
 * worked on as wholes, and whether points go along with a range.
 */
final readonly class ContextInput
{
    public function __construct(
        private Grid $grid,
        private Caret $caret,
        private ?TickRange $range,
        private int $playhead = 0,
        public ?Phrase $clipboard = null,
        private ?NewNote $newNote = null,
        private ?NudgeAmounts $nudge = null,
        private ?Pointer $pointer = null,
        private ?Rows $rows = null,
        private ?Played $played = null,
        public bool $onClips = false,
        private bool $takesPoints = true,
    ) {
    }

    /** The surroundings of an edit. The key is the one that holds where the selection begins, else at the caret. */
    public function for(OpenSong $open, Selection $selection): Context
    {
        $conductor = $open->song->conductor;
        $places = count($conductor->all(ConductorKind::Key)) > 1 ? $selection->positions($open->notes) : [];

        return new Context(
            new Timeline($conductor->meters, $conductor->tempo, $this->grid, nudge: $this->nudge),
            $conductor->keyAt($places === [] ? $this->caret->tick : $open->notes->start[$places[0]]),
            $this->caret, $this->range, $this->playhead, $this->clipboard, $this->newNote,
            OpenClips::in($open), $this->pointer, $this->rows, $this->played, $this->onClips, $open->points,
            $this->takesPoints, $conductor->chords(),
        );
    }
}

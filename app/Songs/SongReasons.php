<?php

declare(strict_types=1);

namespace App\Songs;

use App\Lines\KnownLines;
use App\Models\KeptRecipe;
use App\Songs\Asked\ContextInput;
use App\Songs\Asked\Standing;
use App\Songs\Store\SongHistory;
use App\Songs\Store\SongStore;
use App\Songs\Store\StoredSong;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\History\Step;
use Jactonic\Core\Reasons\LeftAlone;
use Jactonic\Core\Reasons\Placed;
use Jactonic\Core\Reasons\Reason;
use Jactonic\Core\Song\OpenSong;

/** Why notes are as they are: why the last step left them alone, and why they lie and sound as they do. */
final readonly class SongReasons
{
    public function __construct(
        private SongStore $store,
        private SongHistory $history,
        private KnownLines $lines,
    ) {
    }

    /**
     * Of the first of the selected notes that was left alone last, or lies beside its line, or else of the first.
     *
     * @param  list<string>  $tried  the lines that were run last, where they may have come to nothing
     * @return list<Reason>
     */
    public function of(
        int $song, Standing $standing, Selection $selection, ContextInput $input, array $tried = [],
    ): array {
        $stored = $this->store->clips($song, $standing->open);
        $open = OpenSong::of($stored->song, $standing->open, $standing->front);
        $places = $selection->positions($open->notes);
        if ($places === []) {
            return [];
        }
        $row = $this->history->current($stored);
        $step = $row?->step();
        $alone = $step === null ? [] : array_values(array_filter(
            $places, static fn (int $i): bool => ! self::touches($step, $open->notes->clip[$i], $open->notes->id[$i]),
        ));
        $context = $input->for($open, $selection);
        $place = $alone[0] ?? self::firstOffLine($open, $places, $context) ?? $places[0];
        $left = $tried === [] || $tried === $step?->lines
            ? null
            : $this->cameToNothing($tried, $open, $selection, $context, $open->notes->id[$places[0]]);
        if ($left !== null) {
            $place = $places[0];
        } elseif ($step !== null && $alone !== []) {
            $left = $this->leftAlone($stored, $standing, $open, $step, $context)?->why($open->notes->id[$place]);
        }
        $mover = $this->mover($stored, $open->notes->clip[$place], $open->notes->id[$place]);

        return [...($left === null ? [] : [$left]), ...Placed::why($open, $place, $context, $mover)];
    }

    /**
     * Why lines that left no step left a note alone; null where they cannot be read, or would move it now.
     *
     * @param  non-empty-list<string>  $lines
     */
    private function cameToNothing(
        array $lines, OpenSong $open, Selection $selection, Context $context, int $note,
    ): ?Reason {
        $left = new LeftAlone($lines, $open, $selection, $context, $this->lines->script(...), KeptRecipe::named(...));

        return $left->wouldMove($note) ? null : $left->why($note);
    }

    /** Null where the step was no edit of the open clips, as they are now. */
    private function leftAlone(
        StoredSong $stored, Standing $standing, OpenSong $open, Step $step, Context $context,
    ): ?LeftAlone {
        $clips = $step->change->touchedClips();
        if ($step->change->touchesArrangement() || array_diff($clips, $standing->open) !== []) {
            return null;
        }
        $before = $open->with($step->change->reversed()->applyTo($stored->song));
        $then = $step->grid === null ? $context : $context->at($context->time->onGrid($step->grid));

        return new LeftAlone(
            $step->lines, $before, $step->before, $then->in($before), $this->lines->script(...), KeptRecipe::named(...),
        );
    }

    /** The title of the last step that moved a note, on the way to where the song stands. */
    private function mover(StoredSong $stored, int $clip, int $note): ?string
    {
        foreach ($this->history->stepsOf($stored->stepId(), $clip) as $row) {
            if (isset($row->step()->change->contents[$clip]->notes->after['start'][$note])) {
                return $row->title();
            }
        }

        return null;
    }

    /** @param  array<int, int>  $places */
    private static function firstOffLine(OpenSong $open, array $places, Context $context): ?int
    {
        $lines = $context->time->gridLines();
        foreach ($places as $i) {
            if ($lines->nearest($open->notes->start[$i]) !== $open->notes->start[$i]) {
                return $i;
            }
        }

        return null;
    }

    private static function touches(Step $step, int $clip, int $note): bool
    {
        $change = $step->change->contents[$clip]->notes ?? null;
        foreach ($change->after ?? [] as $values) {
            if (isset($values[$note])) {
                return true;
            }
        }

        return $change !== null && in_array($note, $change->added->id, true);
    }
}

<?php

declare(strict_types=1);

namespace App\Songs;

use App\ChangedElsewhere;
use App\Lines\KnownLines;
use App\Songs\Asked\ContextInput;
use App\Songs\Asked\NextPress;
use App\Songs\Asked\Standing;
use App\Songs\Store\InHistory;
use App\Songs\Store\SongHistory;
use App\Songs\Store\SongStore;
use App\Songs\Store\StoredSong;
use App\Songs\Told\SongAnswer;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\SongChange;

/**
 * What the likeliest next presses would do to the open notes, so that a page can show it before it is asked for:
 * computed from one reading, as `SongEditor` and `SongWalk` will compute it then, and nothing is written.
 */
final readonly class SongAhead
{
    public function __construct(
        private SongSeen $seen,
        private SongStore $store,
        private SongHistory $history,
        private KnownLines $lines,
    ) {
    }

    /**
     * @param  list<NextPress>  $presses
     * @param  Selection|null  $selection  null for all notes of the open clips
     * @return list<SongAnswer|null> what each would do; null for what would be refused, reaches further than the open
     *     clips, or takes another value each time
     *
     * @throws ChangedElsewhere where a clip was changed since the caller saw it
     */
    public function of(
        int $songId, Standing $standing, array $presses, ?Selection $selection, ContextInput $input,
    ): array {
        $stored = $this->seen->of($songId, $standing);
        $open = OpenSong::of($stored->song, $standing->open, $standing->front);
        $selection ??= Selection::all($open->notes);
        $answers = [];
        foreach ($presses as $press) {
            try {
                $answers[] = $press->walk === null
                    ? $this->lines($press, $stored, $open, $standing, $selection, $input)
                    : $this->walk($press->walk === NextPress::UNDO, $stored, $open);
            } catch (CoreError) {
                $answers[] = null;
            }
        }

        return $answers;
    }

    private function lines(
        NextPress $press, StoredSong $stored, OpenSong $open, Standing $standing, Selection $selection,
        ContextInput $input,
    ): ?SongAnswer {
        $script = $this->script($press);
        if ($script === null || $this->reachesFurther($script, $stored)) {
            return null;
        }
        $context = $input->for($open, $selection);
        $script = $this->history->following($stored, $script, $selection);
        $joining = $this->history->joining($stored, $script, $selection, self::now());
        $gesture = $joining?->combined === null ? null : Otherwise::than(
            $joining->step, $this->lines->script([$joining->combined]), $stored, $standing, $context, self::now(),
        );
        if ($gesture !== null) {
            return SongAnswer::walked(
                $stored, $gesture->open, $gesture->after, $gesture->whole, $gesture->state->selection,
                (string) $gesture->state->said, [], InHistory::untold(),
            );
        }

        return SongAnswer::preview(
            $stored, $open, $script->apply($open, $selection, $context, Patience::begin()), $selection,
        );
    }

    /** What is pressed, and what behind it as it joins that; null where it takes another value each time. */
    private function script(NextPress $press): ?Script
    {
        if ($press->lines === []) {
            return null;
        }
        $script = $this->lines->script($press->lines);
        $asWritten = array_map(static fn (string $line): string => (string) EditLine::parse($line), $press->lines);
        if ($script->lines() !== $asWritten) {
            return null;
        }
        if ($press->then === []) {
            return $script;
        }
        $combined = $this->lines->script($press->then)->combinedAfter($press->lines);

        return $this->lines->script($combined === null ? [...$press->lines, ...$press->then] : [$combined]);
    }

    /** Whether more is needed than the open clips, or where it is not known what is in the clipboard by then. */
    private function reachesFurther(Script $script, StoredSong $stored): bool
    {
        $reach = $script->reach();

        return $reach->song || $reach->clipboard || $reach->tracks !== []
            || ($reach->chords && ! $stored->song->conductor->chords()->isEmpty());
    }

    /** A step back, or forward; null where it reaches further than the open clips. */
    private function walk(bool $isBack, StoredSong $stored, OpenSong $open): ?SongAnswer
    {
        $step = ($isBack ? $this->history->current($stored) : $this->history->next($stored))?->step();
        if ($step === null) {
            return null;
        }
        $change = $isBack ? $step->change->reversed() : $step->change;
        if (! $change->touchesArrangement() && array_intersect($change->touchedClips(), $open->open) === []) {
            // What is open stays as it is.
            $change = new SongChange;
        }
        if (! $change->isWithinClips() || array_diff($change->touchedClips(), $open->open) !== []) {
            return null;
        }
        if ($change->touchesArrangement()) {
            // Clips that grew or shrank: what lies behind them has to be known.
            $stored = $this->store->whole($stored->record->id, $open->open);
            $open = OpenSong::of($stored->song, $open->open, $open->front);
        }

        return SongAnswer::walked(
            $stored, $open, $change->applyTo($stored->song), $change, $isBack ? $step->before : $step->after, '', [],
            InHistory::untold(),
        );
    }

    private static function now(): int
    {
        return intdiv(hrtime(true), 1_000_000);
    }
}

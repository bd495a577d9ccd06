<?php

declare(strict_types=1);

namespace App\Songs;

use App\ChangedElsewhere;
use App\Lines\KnownLines;
use App\Models\Clipboard;
use App\Songs\Asked\ContextInput;
use App\Songs\Asked\Standing;
use App\Songs\Store\InHistory;
use App\Songs\Store\SongHistory;
use App\Songs\Store\SongStore;
use App\Songs\Store\SongWriter;
use App\Songs\Store\StoredSong;
use App\Songs\Told\SongAnswer;
use Closure;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\History\Step;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\SongChange;

/**
 * Runs edit lines on a song.
 *
 * Each call makes a plan that is carried out in one transaction: contents, arrangement, conductor, revisions and
 * history change together or not at all.
 */
final readonly class SongEditor
{
    public function __construct(
        private SongSeen $seen,
        private SongStore $store,
        private SongWriter $writer,
        private SongHistory $history,
        private Carrying $carrying,
        private KnownLines $lines,
        private HeardThen $heard,
    ) {
    }

    /**
     * Runs lines in a row as one step. The selection one line leaves is the next one's.
     *
     * @param  non-empty-list<string>  $lines
     * @param  Selection|null  $selection  null for all notes of the open clips
     * @param  int|null  $instead  the step in whose place they are put, where the song still stands there with what
     *     that left selected; else they are a step of their own
     *
     * @throws CoreError where a line cannot be read or done
     * @throws ChangedElsewhere where another writer was there first
     */
    public function run(
        int $songId, Standing $standing, array $lines, ?Selection $selection, ContextInput $input,
        ?int $instead = null,
    ): SongAnswer {
        $script = $this->lines->script($lines);
        $standing = $this->onTracks($songId, $standing, $script);

        return $this->carrying->once($songId, $standing, function () use (
            $songId,
            $standing,
            $script,
            $selection,
            $input,
            $instead,
        ): Plan {
            $stored = $this->seen->of($songId, $standing, $script->reach(), $input->onClips);
            [$whole, $otherwise] = $this->otherwise($stored, $instead, $standing, $script, $selection, $input);
            if ($otherwise !== null) {
                return $this->inPlace($otherwise, $whole, $standing, $otherwise->state->said);
            }
            $open = OpenSong::of($stored->song, $standing->open, $standing->front);
            $selection ??= Selection::all($open->notes);
            $context = $this->surroundings($open, $selection, $input, $script);
            $script = $this->history->following($stored, $script, $selection);
            $joining = $this->history->joining($stored, $script, $selection, self::now());
            $gesture = $joining?->combined === null ? null : Otherwise::than(
                $joining->step, $this->lines->script([$joining->combined]), $stored, $standing, $context, self::now(),
            );
            if ($gesture !== null) {
                // Where it went no further, as at a limit, that is what this press has to say.
                return $this->inPlace($gesture, $stored, $standing, $gesture->whole->isNothing()
                    ? $script->apply($open, $selection, $context)->said
                    : $gesture->state->said);
            }
            $state = $script->apply($open, $selection, $context, Patience::begin());
            $change = $state->change();
            $record = $change->isNothing()
                ? fn (): SongAnswer => SongAnswer::nothing(
                    $stored, $open, $state, $standing->isBeside() ? null : $selection,
                    $this->history->around($songId, $stored->stepId()),
                )
                : $this->record(
                    $joining?->combined === null ? $joining?->by($change) : null,
                    $stored, $standing, $open, $state, $change,
                    new Step(
                        $state->lines === [] ? $script->lines() : $state->lines, $selection, $state->selection,
                        $change, self::now(), said: $state->said, grid: $state->context->time->grid,
                    ),
                );

            return new Plan($stored, static function () use ($state, $context, $record): SongAnswer {
                if ($state->clipboard !== null) {
                    Clipboard::keep($state->clipboard);
                }

                return $record()->handing($state, $context);
            });
        });
    }

    /**
     * What lines would do, with everything left as it is. Takes no lock, so it never waits for a writer.
     *
     * @param  non-empty-list<string>  $lines
     * @param  bool  $isHeard  whether it is told how the song would be, and what would sound elsewhere
     *
     * @throws CoreError where a line cannot be read or done
     * @throws ChangedElsewhere where a clip was changed since the caller saw it
     */
    public function preview(
        int $songId, Standing $standing, array $lines, ?Selection $selection, ContextInput $input,
        ?int $instead = null, bool $isHeard = false,
    ): SongAnswer {
        $script = $this->lines->script($lines);
        $standing = $this->onTracks($songId, $standing, $script);
        $stored = $this->seen->of($songId, $standing, $script->reach(), $input->onClips);
        [$whole, $otherwise] = $this->otherwise($stored, $instead, $standing, $script, $selection, $input);
        if ($otherwise !== null) {
            return SongAnswer::previewInstead(
                $whole, $standing, $otherwise->whole, $otherwise->back, (string) $otherwise->state->said,
            );
        }
        $open = OpenSong::of($stored->song, $standing->open, $standing->front);
        $selection ??= Selection::all($open->notes);
        $state = $script->apply(
            $open, $selection, $this->surroundings($open, $selection, $input, $script), Patience::begin(),
        );

        $answer = $standing->isBeside()
            ? SongAnswer::previewBeside($stored, $standing, $state->change(), (string) $state->said)
            : SongAnswer::preview($stored, $open, $state, $selection);

        return $isHeard ? $answer->hearing(...$this->heard->then($stored, $state->change(), $standing)) : $answer;
    }

    /**
     * Where the lines say on which tracks they work: with all clips of these in the place of those that are open, or
     * beside them where lines before work on those.
     */
    private function onTracks(int $songId, Standing $standing, Script $script): Standing
    {
        $reach = $script->reach();
        if ($reach->tracks === []) {
            return $standing;
        }
        $song = $this->store->whole($songId, [])->song;
        $clips = $reach->onlyThose ? [] : $standing->open;
        foreach ($reach->tracks as $said) {
            $track = $song->trackCalled($said);
            $there = array_map(static fn (Clip $clip): int => $clip->id, $song->clipsOf($track->id));
            $clips = $there === []
                ? throw new EditRefused("{$track->name} has no clip; clip-new makes one.")
                : [...$clips, ...array_diff($there, $clips)];
        }

        return array_diff($clips, $standing->open) === [] && count($clips) === count($standing->open) || $clips === []
            ? $standing
            : $standing->workingOn($clips);
    }

    private function surroundings(OpenSong $open, Selection $selection, ContextInput $input, Script $script): Context
    {
        $context = $input->for($open, $selection);

        return $script->reach()->clipboard && $context->clipboard === null
            ? $context->withClipboard(Clipboard::current())
            : $context;
    }

    /**
     * Lines in the place of a step; null where they are one of their own.
     *
     * @return array{StoredSong, Otherwise|null} with all that the step touched
     *
     * @throws CoreError where they cannot be done where it began
     */
    private function otherwise(
        StoredSong $stored, ?int $instead, Standing $standing, Script $script, ?Selection $selection,
        ContextInput $input,
    ): array {
        $begun = $instead === null ? null : $this->history->replaceable($stored, $instead, $selection);
        if ($begun === null) {
            return [$stored, null];
        }
        $clips = [...$standing->clips(), ...$begun->change->touchedClips()];
        $needsMore = $begun->change->touchesArrangement() || array_diff($clips, $standing->clips()) !== [];
        $stored = $needsMore
            ? $this->store->whole($stored->record->id, array_values(array_unique($clips)))
            : $stored;
        $open = OpenSong::of($stored->song, $standing->open, $standing->front);
        $context = $this->surroundings($open, $begun->before, $input, $script);

        return [$stored, Otherwise::than($begun, $script, $stored, $standing, $context, self::now())];
    }

    /** Writes what was done in the place of the step the song stands at. */
    private function inPlace(Otherwise $otherwise, StoredSong $stored, Standing $standing, Said $said): Plan
    {
        return new Plan($stored, function () use ($otherwise, $stored, $standing, $said): SongAnswer {
            $stepId = $this->history->replace($stored, $otherwise->step, $otherwise->after);
            $revisions = $this->writer->write($stored, $otherwise->after, $otherwise->whole, $stepId);
            $around = $this->history->behindWritten($stored, $otherwise->step, $stepId);
            [$stored, $after] = $this->inSight($stored, $standing, $otherwise->after, $otherwise->whole);

            return $standing->isBeside()
                ? $this->beside(
                    $stored, $standing, $otherwise->state->saying($said), $otherwise->whole, $revisions, $around,
                )
                : SongAnswer::walked(
                    $stored, $otherwise->open, $after, $otherwise->whole, $otherwise->state->selection,
                    (string) $said, $revisions, $around,
                );
        });
    }

    /**
     * What writes what a script did, as a new step or with the one it joins.
     *
     * @return Closure(): SongAnswer
     */
    private function record(
        ?Step $joined, StoredSong $stored, Standing $standing, OpenSong $open, State $state, SongChange $change,
        Step $step,
    ): Closure {
        $after = $change->applyTo($stored->song)->counted($state->nextId());
        $whole = $joined?->and($step) ?? $step;

        return function () use (
            $joined,
            $stored,
            $standing,
            $open,
            $state,
            $change,
            $step,
            $after,
            $whole,
        ): SongAnswer {
            $stepId
                = $joined === null
                    ? $this->history->add($stored, $step, $after)
                    : $this->history->replace($stored, $whole, $after);
            $revisions = $this->writer->write($stored, $after, $change, $stepId);
            $told = $state->saying($whole->said ?? $state->said);

            $around = $this->history->behindWritten($stored, $whole, $stepId);
            [$stored, $after] = $this->inSight($stored, $standing, $after, $change);

            return $standing->isBeside()
                ? $this->beside($stored, $standing, $told, $change, $revisions, $around)
                : SongAnswer::done($stored, $open, $after, $told, $change, $step->before, $revisions, $around);
        };
    }

    /**
     * What is told of the song once it is written: all of it, where a clip grew of a song that was read in part.
     *
     * @return array{StoredSong, Song}
     */
    private function inSight(StoredSong $stored, Standing $standing, Song $after, SongChange $change): array
    {
        if ($stored->isWhole || ! $change->touchesArrangement()) {
            return [$stored, $after];
        }
        $whole = $this->store->whole($stored->record->id, $standing->open);

        return [$whole, $whole->song];
    }

    /**
     * What is told of an edit of other clips than the window shows.
     *
     * @param  array<int, int>  $revisions
     */
    private function beside(
        StoredSong $stored, Standing $standing, State $state, SongChange $change, array $revisions, InHistory $around,
    ): SongAnswer {
        [$stored, $after] = $this->store->after($stored, $standing->shown(), $change);

        return SongAnswer::beside($stored, $standing, $after, $state, $change, $revisions, $around);
    }

    private static function now(): int
    {
        return intdiv(hrtime(true), 1_000_000);
    }
}

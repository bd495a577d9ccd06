<?php

declare(strict_types=1);

namespace App\Songs;

use App\ChangedElsewhere;
use App\Lines\KnownLines;
use App\Models\Clipboard;
use App\Songs\Asked\ContextInput;
use App\Songs\Asked\Standing;
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
    ) {
    }

    /**
     * Runs lines in a row as one step. The selection one line leaves is the next one's.
     *
     * @param  non-empty-list<string>  $lines
     * @param  Selection|null  $selection  null for all notes of the open clips
     *
     * @throws CoreError where a line cannot be read or done
     * @throws ChangedElsewhere where another writer was there first
     */
    public function run(
        int $songId, Standing $standing, array $lines, ?Selection $selection, ContextInput $input,
    ): SongAnswer {
        $script = $this->lines->script($lines);
        $standing = $this->onTracks($songId, $standing, $script);

        return $this->carrying->once($songId, $standing, function () use (
            $songId,
            $standing,
            $script,
            $selection,
            $input,
        ): Plan {
            $stored = $this->seen->of($songId, $standing, $script->reach(), $input->onClips);
            $open = OpenSong::of($stored->song, $standing->open, $standing->front);
            $selection ??= Selection::all($open->notes);
            $context = $this->surroundings($open, $selection, $input, $script);
            $script = $this->history->following($stored, $script, $selection);
            $joining = $this->history->joining($stored, $script, $selection, self::now());
            if ($joining?->combined !== null) {
                return $this->goOn(
                    $joining->step, $joining->combined, $stored, $standing, $open, $script, $selection, $context,
                );
            }
            $state = $script->apply($open, $selection, $context, Patience::begin());
            $change = $state->change();
            $record = $change->isNothing()
                ? fn (): SongAnswer => SongAnswer::nothing(
                    $stored, $open, $state, $standing->isBeside() ? null : $selection,
                    $this->history->titles($songId, $stored->stepId()),
                )
                : $this->record($joining?->step, $stored, $standing, $open, $state, $change, new Step(
                    $state->lines === [] ? $script->lines() : $state->lines, $selection, $state->selection, $change,
                    self::now(), said: $state->said,
                ));

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
     *
     * @throws CoreError where a line cannot be read or done
     * @throws ChangedElsewhere where a clip was changed since the caller saw it
     */
    public function preview(
        int $songId, Standing $standing, array $lines, ?Selection $selection, ContextInput $input,
    ): SongAnswer {
        $script = $this->lines->script($lines);
        $standing = $this->onTracks($songId, $standing, $script);
        $stored = $this->seen->of($songId, $standing, $script->reach(), $input->onClips);
        $open = OpenSong::of($stored->song, $standing->open, $standing->front);
        $selection ??= Selection::all($open->notes);
        $state = $script->apply(
            $open, $selection, $this->surroundings($open, $selection, $input, $script), Patience::begin(),
        );

        return $standing->isBeside() && ! $input->onClips
            ? SongAnswer::previewBeside($stored, $standing, $state)
            : SongAnswer::preview($stored, $open, $state, $selection);
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
     * Goes on with the gesture the song stands at: the one line that does all of it, computed from where it began.
     *
     * @throws CoreError where the whole gesture cannot be done
     */
    private function goOn(
        Step $begun, string $combined, StoredSong $stored, Standing $standing, OpenSong $open, Script $script,
        Selection $selection, Context $context,
    ): Plan {
        $back = $begun->change->reversed();
        $start = $open->with($back->applyTo($stored->song));
        $state = $this->lines->script([$combined])->apply($start, $selection, $context->in($start), Patience::begin());
        $change = $state->change();
        $whole = $back->followedBy($change);
        $after = $whole->applyTo($stored->song);
        $step = new Step([$combined], $selection, $state->selection, $change, self::now(), said: $state->said);
        // Where it went no further, as at a limit, that is what this press has to say.
        $said = $whole->isNothing() ? $script->apply($open, $selection, $context)->said : $state->said;

        return new Plan($stored, function () use (
            $stored,
            $standing,
            $open,
            $state,
            $whole,
            $after,
            $step,
            $said,
        ): SongAnswer {
            $stepId = $this->history->replace($stored, $step, $after);
            $revisions = $this->writer->write($stored, $after, $whole, $stepId);

            $titles = $this->titlesAt($stored, $step, $stepId);
            [$stored, $after] = $this->inSight($stored, $standing, $after, $whole);

            return $standing->isBeside()
                ? $this->beside($stored, $standing, $state->saying($said), $whole, $revisions, $titles)
                : SongAnswer::walked(
                    $stored, $open, $after, $whole, $state->selection, (string) $said, $revisions, $titles,
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
        $after = $change->applyTo($stored->song)->counted($state->notes->nextId);
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

            $titles = $this->titlesAt($stored, $whole, $stepId);
            [$stored, $after] = $this->inSight($stored, $standing, $after, $change);

            return $standing->isBeside()
                ? $this->beside($stored, $standing, $told, $change, $revisions, $titles)
                : SongAnswer::done($stored, $open, $after, $told, $change, $step->before, $revisions, $titles);
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
     * @param  array{undo: string|null, redo: string|null}  $titles
     */
    private function beside(
        StoredSong $stored, Standing $standing, State $state, SongChange $change, array $revisions, array $titles,
    ): SongAnswer {
        [$stored, $after] = $this->store->after($stored, $standing->shown(), $change);

        return SongAnswer::beside($stored, $standing, $after, $state, $change, $revisions, $titles);
    }

    /** @return array{undo: string|null, redo: string|null} where a step was written last */
    private function titlesAt(StoredSong $stored, Step $step, ?int $stepId): array
    {
        return $step->isNothing()
            ? $this->history->titles($stored->record->id, $stepId)
            : ['undo' => $step->title(), 'redo' => null];
    }

    private static function now(): int
    {
        return intdiv(hrtime(true), 1_000_000);
    }
}

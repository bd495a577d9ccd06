<?php

declare(strict_types=1);

namespace App\Songs;

use App\ChangedElsewhere;
use App\Keys\KnownLines;
use App\Models\Clipboard;
use App\Models\StepRecord;
use Closure;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\History\Step;
use Jactonic\Core\Recipes\Reach;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\SongChange;

/**
 * Runs edit lines on a song, and walks its history.
 *
 * Each call makes a plan that is carried out in one transaction: contents, arrangement, conductor, revisions and history
 * change together or not at all.
 */
final readonly class SongEditor
{
    public function __construct(
        private SongStore $store,
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
    public function run(int $songId, Standing $standing, array $lines, ?Selection $selection, ContextInput $input): SongAnswer
    {
        $script = $this->lines->script($lines);

        return $this->carrying->once($songId, $standing, function () use ($songId, $standing, $script, $selection, $input): Plan {
            $stored = $this->seen($songId, $standing, $script, $input->onClips);
            $open = OpenSong::of($stored->song, $standing->open, $standing->front);
            $selection ??= Selection::all($open->notes);
            $context = $this->surroundings($open, $selection, $input, $script);
            $script = $this->history->following($stored, $script, $selection);
            $last = $this->history->joined($stored, $script, $selection, self::now());
            $gesture = $last === null ? null : $this->goOn($last, $stored, $open, $script, $selection, $context);
            if ($gesture !== null) {
                return $gesture;
            }
            $state = $script->apply($open, $selection, $context, Patience::begin());
            $change = $state->change();
            $record = $change->isNothing()
                ? fn (): SongAnswer => SongAnswer::nothing($stored, $open, $state, $selection, $this->history->titles($songId, $stored->stepId()))
                : $this->record($last, $stored, $open, $state, $change, $selection, new Step($state->lines === [] ? $script->lines() : $state->lines, $selection, $state->selection, $change, self::now()));

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
    public function preview(int $songId, Standing $standing, array $lines, ?Selection $selection, ContextInput $input): SongAnswer
    {
        $script = $this->lines->script($lines);
        $stored = $this->seen($songId, $standing, $script, $input->onClips);
        $open = OpenSong::of($stored->song, $standing->open, $standing->front);
        $selection ??= Selection::all($open->notes);
        $state = $script->apply($open, $selection, $this->surroundings($open, $selection, $input, $script), Patience::begin());

        return SongAnswer::preview($stored, $open, $state, $selection);
    }

    /**
     * Takes back the step the song stands at.
     *
     * @throws ChangedElsewhere
     * @throws EditRefused where there is none
     */
    public function undo(int $songId, Standing $standing): SongAnswer
    {
        return $this->carrying->once($songId, $standing, function () use ($songId, $standing): Plan {
            $stored = $this->seen($songId, $standing);
            $row = $this->history->current($stored) ?? throw new EditRefused('Nothing to undo: this is the song as it came in.');
            $step = $row->step();

            return $this->walk($stored, $standing, $row->clips, $step->change->reversed(), $row->parent_id, $step->before, $this->said('Undone', $row, $standing, $stored));
        });
    }

    /**
     * Does again the step that was taken back last.
     *
     * @throws ChangedElsewhere
     * @throws EditRefused where there is none
     */
    public function redo(int $songId, Standing $standing): SongAnswer
    {
        return $this->carrying->once($songId, $standing, function () use ($songId, $standing): Plan {
            $stored = $this->seen($songId, $standing);
            $row = $this->history->next($stored) ?? throw new EditRefused('Nothing to do again: this is the newest state of the song.');
            $step = $row->step();

            return $this->walk($stored, $standing, $row->clips, $step->change, $row->id, $step->after, $this->said('Done again', $row, $standing, $stored));
        });
    }

    /**
     * Goes to any step of the history, on whatever branch.
     *
     * @param  int|null  $stepId  null for the song as it came in
     *
     * @throws ChangedElsewhere
     * @throws BadInput where the song has no such step
     */
    public function goTo(int $songId, Standing $standing, ?int $stepId): SongAnswer
    {
        return $this->carrying->once($songId, $standing, function () use ($songId, $standing, $stepId): Plan {
            $stored = $this->seen($songId, $standing);
            $way = $this->history->wayTo($stored, $stepId);
            $clips = $this->history->clipsOf([...$way['back'], ...$way['forth']]);
            $last = $way['forth'] === [] ? null : StepRecord::query()->findOrFail($way['forth'][count($way['forth']) - 1]);
            $undone = $way['back'] === [] ? null : StepRecord::query()->findOrFail($way['back'][count($way['back']) - 1]);
            $selection = $last?->step()->after ?? $undone?->step()->before;
            $message = match (true) {
                $stepId === $stored->stepId() => 'The song stands there already.',
                $stepId === null => 'Gone to the song as it came in',
                default => 'Gone to: '.($last ?? StepRecord::query()->findOrFail($stepId))->title(),
            };

            return $this->walk($stored, $standing, $clips, $this->history->changeAlong($way['back'], $way['forth']), $stepId, $selection, $message, $way['path']);
        });
    }

    /** What going to a step would change. */
    public function previewStep(int $songId, Standing $standing, ?int $stepId): SongAnswer
    {
        $stored = $this->seen($songId, $standing);
        $way = $this->history->wayTo($stored, $stepId);
        $full = $this->store->whole($songId, array_values(array_unique([...$standing->open, ...$this->history->clipsOf([...$way['back'], ...$way['forth']])])));
        $change = $this->history->changeAlong($way['back'], $way['forth']);
        [$full, $after] = $this->walked($full, $standing, $change);

        return SongAnswer::walked($full, OpenSong::of($full->song, $standing->open, $standing->front), $after, $change, Selection::none(), '', [], ['undo' => null, 'redo' => null]);
    }

    /** The song as far as a script needs it, where nobody else changed what the caller saw. */
    private function seen(int $songId, Standing $standing, ?Script $script = null, bool $onClips = false): StoredSong
    {
        $reach = $script?->reach() ?? Reach::notes();
        $needsAll = $onClips || $reach->song;
        $stored = $needsAll ? $this->store->whole($songId, $reach->song ? null : $standing->open) : $this->store->clips($songId, $standing->open);
        $standing->compare($stored, $needsAll);

        return $stored;
    }

    private function surroundings(OpenSong $open, Selection $selection, ContextInput $input, Script $script): Context
    {
        $context = $input->for($open, $selection);

        return $script->reach()->clipboard && $context->clipboard === null ? $context->withClipboard(Clipboard::current()) : $context;
    }

    /**
     * Goes on with the gesture the song stands at, computed from where it began; null where this is none.
     *
     * @throws CoreError where the whole gesture cannot be done
     */
    private function goOn(StepRecord $row, StoredSong $stored, OpenSong $open, Script $script, Selection $selection, Context $context): ?Plan
    {
        $combined = $script->combinedAfter($row->lines);
        if ($combined === null) {
            return null;
        }
        $begun = $row->step();
        // What moved notes does not go on with what moves the clips they lie in.
        if (($begun->change->contents === []) !== $script->movesClips($context)) {
            return null;
        }
        $back = $begun->change->reversed();
        $start = $open->with($back->applyTo($stored->song));
        $state = $this->lines->script([$combined])->apply($start, $selection, $context->in($start), Patience::begin());
        $change = $state->change();
        $whole = $back->followedBy($change);
        $after = $whole->applyTo($stored->song);
        $step = new Step([$combined], $selection, $state->selection, $change, self::now());
        // Where it went no further, as at a limit, that is what this press has to say.
        $summary = (string) ($whole->isNothing() ? $script->apply($open, $selection, $context) : $state)->said;

        return new Plan($stored, function () use ($row, $stored, $open, $state, $whole, $after, $step, $summary): SongAnswer {
            if ($step->isNothing()) {
                // The gesture came back to where it began: there is nothing to undo.
                $row->delete();
            } else {
                $this->history->replace($row, $step, $stored->song, $after);
            }
            $revisions = $this->store->write($stored, $after, $whole, $step->isNothing() ? $row->parent_id : $row->id);

            return SongAnswer::walked(
                $stored, $open, $after, $whole, $state->selection, $summary, $revisions,
                $step->isNothing() ? $this->history->titles($stored->record->id, $row->parent_id) : ['undo' => $step->title(), 'redo' => null],
            );
        });
    }

    /**
     * @param  list<int>  $clips  those that are changed
     * @param  list<int>  $path  the steps the song then has gone along, so that redo follows them
     */
    private function walk(StoredSong $seen, Standing $standing, array $clips, SongChange $change, ?int $stepId, ?Selection $selection, string $message, array $path = []): Plan
    {
        $needsAll = $change->touchesArrangement() || array_diff($clips, $standing->open) !== [];
        $stored = $needsAll ? $this->store->whole($seen->record->id, array_values(array_unique([...$standing->open, ...$clips]))) : $seen;
        [$stored, $after] = $this->walked($stored, $standing, $change);
        $open = OpenSong::of($stored->song, $standing->open, $standing->front);

        return new Plan($stored, function () use ($stored, $open, $after, $change, $stepId, $selection, $message, $path): SongAnswer {
            $this->history->walk($stored->record->id, $path);
            $revisions = $this->store->write($stored, $after, $change, $stepId);

            return SongAnswer::walked($stored, $open, $after, $change, $selection, $message, $revisions, $this->history->titles($stored->record->id, $stepId));
        });
    }

    /**
     * The song before and after a change, with what lies in the clips that are open then: others, where it takes those away.
     *
     * @return array{StoredSong, Song}
     */
    private function walked(StoredSong $stored, Standing $standing, SongChange $change): array
    {
        $stored = $this->store->reading($stored, $change->applyTo($stored->song)->openable($standing->open));

        return [$stored, $change->applyTo($stored->song)];
    }

    /** “Undone in Upright bass: transpose”; without the place where it is the track in front. */
    private function said(string $done, StepRecord $row, Standing $standing, StoredSong $stored): string
    {
        $front = $stored->song->tracks[$stored->song->clips[$standing->front]->track ?? 0] ?? null;

        return $done.($row->about === '' || $row->about === $front?->name ? '' : " in {$row->about}").": {$row->title()}";
    }

    /**
     * What writes what a script did, as a new step or joined to the last one where it is a quick repeat of it.
     *
     * @return Closure(): SongAnswer
     */
    private function record(?StepRecord $last, StoredSong $stored, OpenSong $open, State $state, SongChange $change, Selection $before, Step $step): Closure
    {
        $after = $change->applyTo($stored->song)->counted($state->notes->nextId);
        $joined = $last?->lines === $step->lines ? $last->step()->mergedWith($step) : null;

        return function () use ($last, $stored, $open, $state, $change, $before, $step, $after, $joined): SongAnswer {
            if ($last === null || $joined === null) {
                $stepId = $this->history->add($stored, $step, $after);
                $titles = ['undo' => $step->title(), 'redo' => null];
            } elseif ($joined->isNothing()) {
                // What was repeated came back to where it began.
                $last->delete();
                $stepId = $last->parent_id;
                $titles = $this->history->titles($stored->record->id, $stepId);
            } else {
                $this->history->replace($last, $joined, $stored->song, $after);
                $stepId = $last->id;
                $titles = ['undo' => $joined->title(), 'redo' => null];
            }
            $revisions = $this->store->write($stored, $after, $change, $stepId);

            return SongAnswer::done($stored, $open, $after, $state, $change, $before, $revisions, $titles);
        };
    }

    private static function now(): int
    {
        return intdiv(hrtime(true), 1_000_000);
    }
}

<?php

declare(strict_types=1);

namespace App\Clips;

use App\Keys\KnownLines;
use App\Models\Clip;
use App\Models\Clipboard;
use App\Models\HistoryStep;
use App\Songs\SongFiles;
use Illuminate\Database\Connection;
use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Packing\PackedTable;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\History\Step;
use Jactonic\Core\Recipes\Script;

/**
 * Runs edit lines on a clip, and walks its history.
 *
 * Each call is one transaction: the notes, their revision and the history change together or not at all.
 */
final readonly class ClipEditor
{
    public function __construct(
        private Connection $database,
        private KnownLines $lines,
        private SongFiles $files,
    ) {
    }

    /**
     * Runs lines in a row as one step. The selection one line leaves is the next one's.
     *
     * @param  int  $revision  the revision the caller saw
     * @param  non-empty-list<string>  $lines
     *
     * @throws CoreError where a line cannot be read or done
     * @throws Conflict where another writer was there first
     */
    public function run(int $clipId, int $revision, array $lines, Selection $selection, ContextInput $input): ClipState
    {
        $script = $this->lines->script($lines);

        return $this->database->transaction(function () use ($clipId, $revision, $script, $selection, $input): ClipState {
            $clip = $this->clipAt($clipId, $revision);
            $context = $this->surroundings($clip, $input, $script);
            $gesture = $this->goOn($clip, $script, $selection, $context);
            if ($gesture !== null) {
                return $gesture;
            }
            $state = $script->apply($clip->notes, $selection, $context);
            $done = $state->change();
            if ($done->clipboard !== null) {
                Clipboard::keep($done->clipboard);
            }
            if ($done->isNothing()) {
                return ClipState::of($clip, $done)->left($state, $context);
            }
            [$stepId, $step] = $this->record($clip, new Step($script->lines(), $selection, $done, self::now()));
            $this->store($clip, $state->notes, $stepId);

            return ClipState::newest($clip, $done, $step, $selection)->left($state, $context);
        });
    }

    /**
     * What lines would do, with everything left as it is. Takes no lock, so it never waits for a writer.
     *
     * @param  non-empty-list<string>  $lines
     *
     * @throws CoreError where a line cannot be read or done
     * @throws Conflict where the clip was changed since the caller saw it
     */
    public function preview(int $clipId, int $revision, array $lines, Selection $selection, ContextInput $input): ClipState
    {
        $script = $this->lines->script($lines);
        $clip = $this->seen($clipId, $revision);

        return ClipState::preview($clip, $script->apply($clip->notes, $selection, $this->surroundings($clip, $input, $script))->change(), $selection);
    }

    /**
     * Takes back the step the clip stands at.
     *
     * @throws Conflict
     * @throws EditRefused where there is none
     */
    public function undo(int $clipId, int $revision): ClipState
    {
        return $this->database->transaction(function () use ($clipId, $revision): ClipState {
            $clip = $this->clipAt($clipId, $revision);
            $row = HistoryStep::current($clip);
            if ($row === null) {
                throw new EditRefused('Nothing to undo: this is the clip as it came in.');
            }

            return $this->walk($clip, $row->step()->undo(), $row->parent_id);
        });
    }

    /**
     * Does again the step that was taken back last.
     *
     * @throws Conflict
     * @throws EditRefused where there is none
     */
    public function redo(int $clipId, int $revision): ClipState
    {
        return $this->database->transaction(function () use ($clipId, $revision): ClipState {
            $clip = $this->clipAt($clipId, $revision);
            $row = HistoryStep::next($clip);
            if ($row === null) {
                throw new EditRefused('Nothing to do again: this is the newest state of the clip.');
            }

            return $this->walk($clip, $row->step()->redo(), $row->id);
        });
    }

    /**
     * Goes to any step of the history, on whatever branch.
     *
     * @param  int|null  $stepId  null for the clip as it came in
     *
     * @throws Conflict
     * @throws BadInput where the clip has no such step
     */
    public function goTo(int $clipId, int $revision, ?int $stepId): ClipState
    {
        return $this->database->transaction(function () use ($clipId, $revision, $stepId): ClipState {
            $clip = $this->clipAt($clipId, $revision);
            $change = History::changeTo($clip, $stepId);
            HistoryStep::walk(array_map(static fn (HistoryStep $step): int => $step->id, HistoryStep::pathTo($clip, $stepId)));

            return $stepId === $clip->step_id ? ClipState::of($clip, $change) : $this->walk($clip, $change, $stepId);
        });
    }

    /** What going to a step would change. */
    public function previewStep(int $clipId, int $revision, ?int $stepId): ClipState
    {
        $clip = $this->seen($clipId, $revision);

        return ClipState::preview($clip, History::changeTo($clip, $stepId), Selection::none());
    }

    private function surroundings(Clip $clip, ContextInput $input, Script $script): Context
    {
        $context = $input->for($clip);

        return $script->usesClipboard() && $context->clipboard === null ? $context->withClipboard(Clipboard::current()) : $context;
    }

    /** The clip as it is, without a lock. */
    private function seen(int $clipId, int $revision): Clip
    {
        $clip = Clip::inSong($clipId);
        if ($clip->revision !== $revision) {
            throw new Conflict($clip);
        }

        return $clip;
    }

    /**
     * Goes on with the gesture the clip stands at, computed from where it began; null where this is none.
     *
     * @throws CoreError where the whole gesture cannot be done
     */
    private function goOn(Clip $clip, Script $script, Selection $selection, Context $context): ?ClipState
    {
        $lines = json_decode($clip->last_lines ?? '[]', true);
        $earlier = array_values(array_filter(is_array($lines) ? $lines : [], is_string(...)));
        $combined = self::now() - (int) $clip->last_at > Step::JOIN_WITHIN_MS ? null : $script->combinedAfter($earlier);
        if ($combined === null) {
            return null;
        }
        $row = HistoryStep::query()->findOrFail($clip->step_id);
        $begun = $row->step();
        if (! $begun->isFollowedBy($selection, self::now()) || ! $this->isNewest($row)) {
            return null;
        }
        $back = $begun->undo();
        $change = $this->lines->script([$combined])->apply($back->applyTo($clip->notes), $selection, $context)->change();
        $step = new Step([$combined], $selection, $change, self::now());
        $fromHere = $back->then($change);
        if ($change->isNothing()) {
            // The gesture came back to where it began: there is nothing to undo.
            $this->store($clip, $fromHere->applyTo($clip->notes), $row->parent_id);
            $row->delete();

            return ClipState::of($clip, $fromHere);
        }
        $row->replace($step);
        $this->store($clip, $fromHere->applyTo($clip->notes), $row->id);

        return ClipState::newest($clip, $fromHere, $step, $selection);
    }

    private static function now(): int
    {
        return (int) floor(microtime(true) * 1000);
    }

    /**
     * The clip, locked for writing. The lock comes first: a transaction that has read before it writes is turned away
     * by SQLite when another one wrote in between, while writers that begin with the lock queue up.
     */
    private function clipAt(int $clipId, int $revision): Clip
    {
        $this->database->update('update clips set revision = revision where id = ?', [$clipId]);

        return $this->seen($clipId, $revision);
    }

    private function walk(Clip $clip, Change $change, ?int $stepId): ClipState
    {
        $this->store($clip, $change->applyTo($clip->notes), $stepId);

        return ClipState::of($clip, $change);
    }

    /** Written with one statement: a model with its casts would pack the notes several times over. */
    private function store(Clip $clip, Notes $notes, ?int $stepId): void
    {
        $clip->revision++;
        $clip->step_id = $stepId;
        $clip->length = max($clip->length, $this->files->length($notes, $clip->meters));
        Clip::query()->whereKey($clip->id)->update([
            'revision' => $clip->revision, 'step_id' => $stepId, 'length' => $clip->length, 'notes' => PackedTable::pack($notes),
        ]);
    }

    /**
     * Adds a step to the history, or joins it to the last one where it is a quick repeat of it.
     *
     * @return array{int, Step} the id of the step the clip then stands at, and the step
     */
    private function record(Clip $clip, Step $step): array
    {
        if ($clip->last_lines === json_encode($step->lines) && $step->at - (int) $clip->last_at <= Step::JOIN_WITHIN_MS) {
            $last = HistoryStep::query()->findOrFail($clip->step_id);
            $before = $last->step();
            if ($before->isRepeatedBy($step) && $this->isNewest($last)) {
                $joined = $before->joinedWith($step);
                $last->replace($joined);

                return [$last->id, $joined];
            }
        }

        return [HistoryStep::add($clip, $step), $step];
    }

    private function isNewest(HistoryStep $step): bool
    {
        return HistoryStep::query()->where('parent_id', $step->id)->doesntExist();
    }
}

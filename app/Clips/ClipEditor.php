<?php

declare(strict_types=1);

namespace App\Clips;

use App\Models\Clip;
use App\Models\HistoryStep;
use App\Songs\SongFiles;
use Illuminate\Database\Connection;
use Jactonic\Core\Edits\Catalog;
use Jactonic\Core\Edits\PreparedEdit;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\History\Step;
use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Packing\PackedNotes;

/**
 * Runs edit lines on a clip, and walks its history.
 *
 * Each call is one transaction: the notes, their revision and the history change together or not at all.
 */
final readonly class ClipEditor
{
    public function __construct(
        private Connection $database,
        private Catalog $catalog,
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
        $prepared = array_map($this->catalog->read(...), $lines);

        return $this->database->transaction(function () use ($clipId, $revision, $prepared, $selection, $input): ClipState {
            $clip = $this->clipAt($clipId, $revision);
            $context = $input->for($clip);
            $notes = $clip->notes;
            $done = null;
            foreach ($prepared as $edit) {
                $change = $edit->apply($notes, $done->selection ?? $selection, $context);
                $notes = $change->applyTo($notes);
                $done = $done?->then($change) ?? $change;
            }
            if ($done->isNothing()) {
                return ClipState::of($clip, $done);
            }
            $lines = array_map(static fn (PreparedEdit $edit): string => (string) $edit->line, $prepared);
            [$stepId, $step] = $this->record($clip, new Step($lines, $selection, $done, (int) floor(microtime(true) * 1000)));
            $this->store($clip, $notes, $stepId);

            return ClipState::newest($clip, $done, $step, $selection);
        });
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
     * The clip, locked for writing. The lock comes first: a transaction that has read before it writes is turned away
     * by SQLite when another one wrote in between, while writers that begin with the lock queue up.
     */
    private function clipAt(int $clipId, int $revision): Clip
    {
        $this->database->update('update clips set revision = revision where id = ?', [$clipId]);
        $clip = Clip::inSong($clipId);
        if ($clip->revision !== $revision) {
            throw new Conflict($clip);
        }

        return $clip;
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
            'revision' => $clip->revision, 'step_id' => $stepId, 'length' => $clip->length, 'notes' => PackedNotes::pack($notes),
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

<?php

declare(strict_types=1);

namespace App\Clips;

use App\Models\Clip;
use App\Models\HistoryStep;
use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Selection;

/** The way between two points of a clip's history, over branches too. */
final readonly class History
{
    /**
     * The change that takes a clip from where it stands to a step: back to where the branches part, then forward.
     *
     * @param  int|null  $to  null for the clip as it came in
     */
    public static function changeTo(Clip $clip, ?int $to): Change
    {
        $here = array_map(static fn (HistoryStep $step): int => $step->id, HistoryStep::pathTo($clip, $clip->step_id));
        $there = array_map(static fn (HistoryStep $step): int => $step->id, HistoryStep::pathTo($clip, $to));
        $change = null;
        foreach (array_reverse(array_diff($here, $there)) as $id) {
            $undo = HistoryStep::query()->findOrFail($id)->step()->undo();
            $change = $change?->then($undo) ?? $undo;
        }
        foreach (array_diff($there, $here) as $id) {
            $redo = HistoryStep::query()->findOrFail($id)->step()->redo();
            $change = $change?->then($redo) ?? $redo;
        }

        return $change ?? Change::nothing(Selection::none(), 'The clip stands there already.');
    }

    /**
     * All steps of a clip, of every branch, in the order they were made.
     *
     * @return array<string, mixed>
     */
    public static function of(Clip $clip): array
    {
        $steps = [];
        foreach (HistoryStep::ofClip($clip) as $step) {
            $steps[] = ['id' => $step->id, 'parent' => $step->parent_id, 'title' => $step->title(), 'lines' => $step->lines, 'at' => $step->at, 'name' => $step->name, 'walked' => $step->walked];
        }

        return ['steps' => $steps, 'at' => $clip->step_id];
    }
}

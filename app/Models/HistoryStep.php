<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Jactonic\Core\History\Step;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Packing\Columns;
use Jactonic\Core\Packing\PackedChange;

/**
 * A step of a clip's history as it is stored. Steps form a tree: nothing that was undone is thrown away.
 *
 * @property int $id
 * @property int $clip_id
 * @property int|null $parent_id
 * @property non-empty-list<string> $lines
 * @property int $times
 * @property int $at
 * @property string $selection
 * @property string $change
 */
final class HistoryStep extends Model
{
    public $timestamps = false;

    protected $table = 'steps';

    /** @var array<string, string> */
    protected $casts = ['lines' => 'array'];

    public function step(): Step
    {
        $at = 0;

        return new Step($this->lines, Selection::of(Columns::unpack($this->selection, $at)), PackedChange::unpack($this->change), $this->at, $this->times);
    }

    /** The lines as one text, as `Step::title()` gives it, without unpacking the change. */
    public function title(): string
    {
        return Step::titleOf($this->lines, $this->times);
    }

    public function hold(Step $step): self
    {
        return $this->fill([
            'lines' => $step->lines,
            'times' => $step->times,
            'at' => $step->at,
            'selection' => Columns::pack($step->selectionBefore->ids),
            'change' => PackedChange::pack($step->change),
        ]);
    }
}

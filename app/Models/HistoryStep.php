<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Jactonic\Core\Content\Packing\Numbers;
use Jactonic\Core\Content\Packing\PackedChange;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\History\Step;

/**
 * A step of a clip's history as it is stored. Steps form a tree: nothing that was undone is thrown away.
 *
 * @property int $id
 * @property int $clip_id
 * @property int|null $parent_id
 * @property non-empty-list<string> $lines
 * @property int $times
 * @property int $at
 * @property string|null $name
 * @property int $walked
 * @property string $selection
 * @property string $change
 */
final class HistoryStep extends Model
{
    public $timestamps = false;

    protected $table = 'steps';

    /** @var list<string> */
    protected $fillable = ['name'];

    /** @var array<string, string> */
    protected $casts = ['lines' => 'array'];

    /**
     * The step a clip stands at; null where it is as it came in.
     *
     * @param  list<string>  $columns
     */
    public static function current(Clip $clip, array $columns = ['*']): ?self
    {
        return $clip->step_id === null ? null : self::query()->find($clip->step_id, $columns);
    }

    /**
     * The step that comes next on the branch walked last from where a clip stands; null at the newest state.
     *
     * @param  list<string>  $columns
     */
    public static function next(Clip $clip, array $columns = ['*']): ?self
    {
        /** @var self|null $step */
        $step = self::query()->where('clip_id', $clip->id)->where('parent_id', $clip->step_id)->orderByDesc('walked')->orderByDesc('id')->first($columns);

        return $step;
    }

    public function step(): Step
    {
        $at = 0;

        return new Step($this->lines, Selection::of(Numbers::unpack($this->selection, $at)), PackedChange::unpack($this->change), $this->at, $this->times);
    }

    /** The lines as one text, as `Step::title()` gives it, without unpacking the change. */
    public function title(): string
    {
        return Step::titleOf($this->lines, $this->times);
    }

    /**
     * All steps of a clip in the order they were made, without the changes, which are large.
     *
     * @return list<self>
     */
    public static function ofClip(Clip $clip): array
    {
        /** @var list<self> $steps */
        $steps = self::query()->where('clip_id', $clip->id)->orderBy('id')->get(['id', 'parent_id', 'lines', 'times', 'at', 'name', 'walked'])->all();

        return $steps;
    }

    /**
     * The steps from where a clip came in to one of them, the first one first.
     *
     * @return list<self> without the changes, which are large
     */
    public static function pathTo(Clip $clip, ?int $stepId): array
    {
        if ($stepId === null) {
            return [];
        }
        $steps = [];
        foreach (self::ofClip($clip) as $step) {
            $steps[$step->id] = $step;
        }
        $path = [];
        for ($step = $steps[$stepId] ?? throw new BadInput("This clip has no step {$stepId} in its history."); $step !== null; $step = $steps[$step->parent_id] ?? null) {
            $path[] = $step;
        }

        return array_reverse($path);
    }

    /**
     * Remembers that a clip went along these steps, so that redo follows them.
     *
     * @param  list<int>  $ids
     */
    public static function walk(array $ids): void
    {
        self::query()->whereIn('id', $ids)->update(['walked' => (int) floor(microtime(true) * 1000)]);
    }

    /** Adds a step after the one a clip stands at, and gives its id. */
    public static function add(Clip $clip, Step $step): int
    {
        return self::query()->insertGetId(['clip_id' => $clip->id, 'parent_id' => $clip->step_id] + self::columns($step));
    }

    /** Puts another step in the place of this one. */
    public function replace(Step $step): void
    {
        self::query()->whereKey($this->id)->update(self::columns($step));
    }

    /** @return array<string, mixed> */
    private static function columns(Step $step): array
    {
        return [
            'lines' => json_encode($step->lines),
            'times' => $step->times,
            'at' => $step->at,
            'walked' => $step->at,
            'selection' => Numbers::pack($step->selectionBefore->ids),
            'change' => PackedChange::pack($step->change),
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\History\PackedStep;
use Jactonic\Core\History\Step;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\Grid;

/**
 * A step of a song's history as it is stored.
 *
 * @property int $id
 * @property int $song_id
 * @property int|null $parent_id the step before; several with one parent are branches
 * @property list<string> $lines
 * @property int $times
 * @property int $at ms since the epoch, to be shown
 * @property int $ran ms of a clock that is never set back
 * @property string|null $name given by its maker
 * @property int $walked counts; the highest of the song where it last stood at or behind it, which redo follows
 * @property list<int> $clips the ids of the clips it changed
 * @property string|null $grid the current one when it ran; null for steps of before that was kept
 * @property int $swing of that grid, 0 to 150
 * @property string $about the names of the tracks it worked in
 * @property string $before what was selected before, packed
 * @property string $after what was selected after, packed
 * @property string $change packed
 * @property array{
 *     subject: string, done: string, by: array{string, int, list<string>, float|int}|null, details: list<string>,
 *     times: int, earlier: list<string>, isAside: bool, didNothing: bool,
 * }|null $said what it said of itself
 */
final class StepRecord extends Record
{
    /** All but what is large. */
    public const HEAD = ['id', 'parent_id', 'lines', 'times', 'at', 'name', 'walked', 'clips', 'about', 'said'];

    protected $table = 'steps';

    /** @var array<string, string> */
    protected $casts = ['lines' => 'array', 'clips' => 'array', 'said' => 'array'];

    public function step(): Step
    {
        return new Step(
            $this->lines === [] ? ['change'] : $this->lines, PackedStep::unpackSelection($this->before),
            PackedStep::unpackSelection($this->after),
            PackedStep::unpack($this->change), $this->ran, $this->times,
            $this->said === null ? null : Said::fromArray($this->said),
            $this->grid === null ? null : Grid::parse($this->grid, $this->swing),
        );
    }

    /** Whether it began with and left exactly these notes selected; tells it without unpacking the change. */
    public function leaves(Selection $selection): bool
    {
        return PackedStep::unpackSelection($this->after)->equals($selection)
            && PackedStep::unpackSelection($this->before)->equals($selection);
    }

    /** The lines as one text, as `Step::title()` gives it, without unpacking the change. */
    public function title(): string
    {
        return Step::titleOf($this->lines, $this->times);
    }

    /** What it did, in the words of its edits; of steps of before that was kept, its lines. */
    public function words(): string
    {
        return $this->said === null ? $this->title() : Said::fromArray($this->said)->inShort();
    }

    /**
     * @param  list<string>  $about
     * @return array<string, mixed>
     */
    public static function columns(Step $step, array $about): array
    {
        return [
            'lines' => json_encode($step->lines, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES),
            'times' => $step->times,
            'said' => $step->said === null ? null : json_encode(
                $step->said->toArray(), JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
            ),
            'grid' => $step->grid === null ? null : (string) $step->grid,
            'swing' => $step->grid->swing ?? 0,
            'at' => now()->getTimestampMs(),
            'ran' => $step->at,
            'clips' => json_encode($step->change->touchedClips()),
            'about' => implode(', ', $about),
            'before' => PackedStep::packSelection($step->before),
            'after' => PackedStep::packSelection($step->after),
            'change' => PackedStep::pack($step->change),
        ];
    }
}

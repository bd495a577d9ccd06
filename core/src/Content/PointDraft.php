<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Time\Bounds;

/**
 * Points being edited, as `Draft` is of notes: values and starts are written, points removed and added.
 *
 * Of two points of one lane, channel and clip on one tick only the later can be heard: the other is taken out, where
 * one of them was moved or added.
 */
final class PointDraft
{
    /** How many points may be worked on at once. */
    public const MOST_POINTS = 200_000;

    /** @var array<int, int> ticks */
    public array $start;

    /** @var array<int, int> */
    public array $value;

    /** @var array<int, int> the note each belongs to, 0 where it is the channel's */
    public array $note;

    /** @var array<int, true> places taken out */
    private array $removed = [];

    /** @var array<string, list<int>> */
    private array $added;

    /** @var array<int, true> of those put in the ones that another one put in after them covers */
    private array $leftOut = [];

    private int $nextId;

    /**
     * @param  int  $nextId  the id for the next point where higher than the table's: notes take theirs from the same
     *     numbers
     */
    public function __construct(private readonly Points $points, int $nextId = 0)
    {
        [$this->start, $this->value, $this->note] = [$points->start, $points->value, $points->note];
        $this->added = array_map(static fn (): array => [], Points::COLUMNS);
        $this->nextId = max($points->nextId, $nextId);
    }

    /**
     * Points at other ticks, in the same order; of those that then lie on one tick in one lane the last.
     *
     * @param  array<int, int>  $starts
     */
    public static function moved(Points $points, array $starts): Points
    {
        $draft = new self($points);
        $draft->start = $starts;

        return $draft->change()->applyTo($points);
    }

    public function remove(int $place): void
    {
        $this->removed[$place] = true;
    }

    /** Leaves one there that was to be taken out. */
    public function keep(int $place): void
    {
        unset($this->removed[$place]);
    }

    /**
     * Puts in a point.
     *
     * @param  array<string, int>  $values  by column; what is left out has its default
     * @return int its id
     *
     * @throws EditRefused where there would be too many
     */
    public function add(array $values): int
    {
        $id = $this->nextId++;
        foreach (Points::COLUMNS as $name => $column) {
            $this->added[$name][] = $name === 'id' ? $id : $values[$name] ?? $column['default'];
        }
        if (count($this->points->id) + count($this->added['id']) > self::MOST_POINTS) {
            throw new EditRefused(
                'That would make more than '.number_format(self::MOST_POINTS)
                    .' points, which is more than can be worked on at once. Take a shorter range, or fewer points.',
                ['most' => self::MOST_POINTS],
            );
        }

        return $id;
    }

    /**
     * Puts in a point like one there is.
     *
     * @param  array<string, int>  $values  what is different
     *
     * @throws EditRefused
     */
    public function addLike(int $place, array $values): int
    {
        return $this->add($values + ['rank' => Points::LAST_RANK] + $this->points->row($place));
    }

    /**
     * @return TableChange<Points>
     *
     * @throws EditRefused where a point would pass the last tick
     */
    public function change(): TableChange
    {
        if ($this->start !== $this->points->start || $this->added['id'] !== []) {
            $this->refusePastTheEnd();
            $this->thin();
        }
        $before = $after = [];
        foreach (['start' => $this->start, 'value' => $this->value, 'note' => $this->note] as $name => $new) {
            $old = $this->points->{$name};
            foreach ($new === $old ? [] : $old as $i => $value) {
                if ($new[$i] !== $value && ! isset($this->removed[$i])) {
                    $before[$name][$this->points->id[$i]] = $value;
                    $after[$name][$this->points->id[$i]] = $new[$i];
                }
            }
        }
        ksort($this->removed);

        $added = array_map(
            fn (array $column): array => array_values(array_diff_key($column, $this->leftOut)), $this->added,
        );

        return new TableChange(
            $this->points->at(array_keys($this->removed)), Points::of($added)->counted($this->nextId), $before, $after,
        );
    }

    /** Of those that come to lie on one tick in one lane, what was put there stays, and of several the last. */
    private function thin(): void
    {
        $points = $this->points;
        $put = $ticks = [];
        foreach ($this->start as $i => $start) {
            if ($start !== $points->start[$i] && ! isset($this->removed[$i])) {
                $at = $this->at($i);
                $there = $put[$at] ?? $i;
                // What stood together before, such as the parts of a registered number, stays together.
                if ($points->start[$there] !== $points->start[$i]) {
                    $this->removed[$there] = true;
                }
                $put[$at] = $i;
                $ticks[$start] = true;
            }
        }
        foreach ($this->added['start'] as $k => $start) {
            $added = $this->added;
            $at = "{$start} ".Points::course(
                $added['kind'][$k], $added['number'][$k], $added['channel'][$k], $added['note'][$k], $added['clip'][$k],
            );
            // Those put in are counted down from -1.
            $there = $put[$at] ?? null;
            if ($there !== null && $there >= 0) {
                $this->removed[$there] = true;
            } elseif ($there !== null) {
                $this->leftOut[-1 - $there] = true;
            }
            $put[$at] = -1 - $k;
            $ticks[$start] = true;
        }
        foreach ($this->start as $i => $start) {
            if (isset($ticks[$start]) && $start === $points->start[$i] && isset($put[$this->at($i)])) {
                $this->removed[$i] = true;
            }
        }
    }

    /** Its moment and its course. */
    private function at(int $place): string
    {
        return "{$this->start[$place]} {$this->points->courseOf($place)}";
    }

    private function refusePastTheEnd(): void
    {
        if (max([0, ...$this->start, ...$this->added['start']]) > Bounds::LAST_TICK) {
            throw new EditRefused(
                'That would go past the end of what a song can hold, tick '.Bounds::LAST_TICK
                    .'. Take a smaller amount, or an earlier place.',
                ['last' => Bounds::LAST_TICK],
            );
        }
    }
}

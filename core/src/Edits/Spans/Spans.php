<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Spans;

use Closure;
use Jactonic\Core\Content\CurvesGo;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Time\TickRange;

/**
 * What is chosen, as spans in time that an edit writes into: starts and lengths in ticks, whether they are heard,
 * groups. What they are spans of (`Spanning`) makes a change of it.
 *
 * Columns go by place; those of `places` are chosen, in order of time. Others may stand beside them.
 */
final class Spans
{
    /** @var array<int, true> places taken out */
    public array $removed = [];

    /**
     * @var list<list<array{
     *     int, array{start?: int, length?: int, playedEnd?: int},
     * }>> rounds of copies: of which place, and what is different
     */
    public array $copies = [];

    /** The number of the round of copies that goes on. */
    private int $copying = -1;

    /** What becomes of the curves within notes. */
    public CurvesGo $curves = CurvesGo::Kept;

    /** The range the edit leaves, where that is another one. */
    public ?TickRange $range = null;

    /**
     * @param  array<int, int>  $places  at least one, where the edit asks for a selection
     * @param  array<int, int>  $start
     * @param  array<int, int>  $length
     * @param  array<int, int>  $playedStart  how much earlier or later each was played; 0 for what nobody plays
     * @param  array<int, int>  $playedEnd
     * @param  array<int, int>  $looseStart  how far it was set loose from its place
     * @param  array<int, int>  $muted  1 or 0
     * @param  array<int, int>  $group  0 for none
     * @param  int  $room  how many more there may be
     * @param  int  $lastGroup  the highest number of a group elsewhere
     * @param  Closure(array<int, int>): list<non-empty-array<int, int>>  $byTrack  places by the track they lie on
     * @param  Closure(int): string  $row  what two that touch have in common, by place
     * @param  Closure(int): ?TickRange  $round  the round of the clip that a place lies in, where that loops
     */
    public function __construct(
        public readonly Noun $noun,
        public readonly array $places,
        public array $start,
        public array $length,
        public array $playedStart,
        public array $playedEnd,
        public array $looseStart,
        public array $muted,
        public array $group,
        public readonly int $room,
        private int $lastGroup,
        private readonly Closure $byTrack,
        private readonly Closure $row,
        private readonly Closure $round,
    ) {
    }

    /** “12 notes” */
    public function counted(?int $count = null): string
    {
        return $this->noun->counted($count ?? count($this->places));
    }

    public function end(int $place): int
    {
        return $this->start[$place] + $this->length[$place];
    }

    public function remove(int $place): void
    {
        $this->removed[$place] = true;
    }

    /** Begins a round of copies: groups of their originals become groups of their own. */
    public function beginCopies(): void
    {
        $this->copies[++$this->copying] = [];
    }

    /** @param  array{start?: int, length?: int, playedEnd?: int}  $values  what is different */
    public function copy(int $place, array $values = []): void
    {
        $this->copies[$this->copying][] = [$place, $values];
    }

    /** The number for a new group. */
    public function newGroup(): int
    {
        return $this->lastGroup = 1 + max([$this->lastGroup, ...$this->group]);
    }

    /** Whether anything was copied. */
    public function areCopied(): bool
    {
        return array_filter($this->copies) !== [];
    }

    /**
     * @param  array<int, int>  $places
     * @return list<non-empty-array<int, int>> those of each track
     */
    public function byTrack(array $places): array
    {
        return $places === [] ? [] : ($this->byTrack)($places);
    }

    public function row(int $place): string
    {
        return ($this->row)($place);
    }

    public function roundOf(int $place): ?TickRange
    {
        return ($this->round)($place);
    }
}

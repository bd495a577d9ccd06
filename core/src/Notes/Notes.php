<?php

declare(strict_types=1);

namespace Jactonic\Core\Notes;

/**
 * The notes of a clip: an immutable set in order of start, pitch and id.
 *
 * Notes lie in columns, one plain array a property, index i of each being note i. No object stands for a note, so
 * tens of thousands are cheap to hold and to walk, and columns an edit does not touch are shared with its result.
 *
 * Units: start and length in ticks (start ≥ 0, length ≥ 1), pitch 0–127, velocity 1–127, release velocity 0–127,
 * channel 0–15, muted 0 or 1, group 0 (none) or its number. `playedStart` and `playedEnd` say how many ticks after
 * the note's start and end they were played.
 */
final readonly class Notes
{
    public const COLUMNS = ['id', 'start', 'length', 'pitch', 'velocity', 'release', 'channel', 'muted', 'group', 'playedStart', 'playedEnd'];

    /** What a column holds where nothing is said. */
    public const DEFAULTS = [
        'id' => 0, 'start' => 0, 'length' => 1, 'pitch' => 60, 'velocity' => 96, 'release' => 64,
        'channel' => 0, 'muted' => 0, 'group' => 0, 'playedStart' => 0, 'playedEnd' => 0,
    ];

    /** Starts and ends stay below this tick, a full day at the finest resolution and a usual tempo. */
    public const LAST_TICK = 0x7FFFFFFF;

    /**
     * @param  array<int, int>  $id
     * @param  array<int, int>  $start
     * @param  array<int, int>  $length
     * @param  array<int, int>  $pitch
     * @param  array<int, int>  $velocity
     * @param  array<int, int>  $release
     * @param  array<int, int>  $channel
     * @param  array<int, int>  $muted
     * @param  array<int, int>  $group
     * @param  array<int, int>  $playedStart
     * @param  array<int, int>  $playedEnd
     */
    private function __construct(
        public array $id,
        public array $start,
        public array $length,
        public array $pitch,
        public array $velocity,
        public array $release,
        public array $channel,
        public array $muted,
        public array $group,
        public array $playedStart,
        public array $playedEnd,
        public int $nextId,
    ) {
    }

    public static function none(): self
    {
        return self::of([]);
    }

    /**
     * Notes from columns in any order; a column left out holds its default, ids left out are given from 1.
     *
     * @param  array<string, array<int, int>>  $columns
     * @param  int  $nextId  the id for the next note, where higher than those present
     */
    public static function of(array $columns, int $nextId = 1): self
    {
        $count = count($columns['start'] ?? $columns['id'] ?? []);
        $columns['id'] ??= $count === 0 ? [] : range($nextId, $nextId + $count - 1);
        foreach (self::DEFAULTS as $name => $default) {
            $columns[$name] ??= $count === 0 ? [] : array_fill(0, $count, $default);
        }

        return self::ordered(Order::apply($columns), $nextId);
    }

    /**
     * Notes given as rows, for a few of them: each a map of column to value.
     *
     * @param  list<array<string, int>>  $rows
     */
    public static function fromRows(array $rows): self
    {
        $columns = array_fill_keys(self::COLUMNS, []);
        foreach ($rows as $i => $row) {
            foreach (self::DEFAULTS as $name => $default) {
                $columns[$name][] = $row[$name] ?? ($name === 'id' ? $i + 1 : $default);
            }
        }

        return self::of($columns);
    }

    /**
     * Notes from complete columns that are in order already.
     *
     * @param  array<string, array<int, int>>  $columns
     */
    public static function ordered(array $columns, int $nextId = 1): self
    {
        $highest = $columns['id'] === [] ? 0 : max($columns['id']);

        return new self(
            $columns['id'], $columns['start'], $columns['length'], $columns['pitch'], $columns['velocity'],
            $columns['release'], $columns['channel'], $columns['muted'], $columns['group'],
            $columns['playedStart'], $columns['playedEnd'], max($nextId, $highest + 1),
        );
    }

    public function count(): int
    {
        return count($this->id);
    }

    /** @return array<string, array<int, int>> every column by its name */
    public function columns(): array
    {
        return [
            'id' => $this->id, 'start' => $this->start, 'length' => $this->length, 'pitch' => $this->pitch,
            'velocity' => $this->velocity, 'release' => $this->release, 'channel' => $this->channel,
            'muted' => $this->muted, 'group' => $this->group,
            'playedStart' => $this->playedStart, 'playedEnd' => $this->playedEnd,
        ];
    }

    /**
     * One note as a map of column to value.
     *
     * @return array<string, int>
     */
    public function row(int $index): array
    {
        return array_map(static fn (array $column): int => $column[$index], $this->columns());
    }

    /**
     * The notes at some places, as a set of their own.
     *
     * @param  array<int, int>  $positions  ascending
     */
    public function at(array $positions): self
    {
        $columns = [];
        foreach ($this->columns() as $name => $column) {
            $picked = [];
            foreach ($positions as $i) {
                $picked[] = $column[$i];
            }
            $columns[$name] = $picked;
        }

        return self::ordered($columns, $this->nextId);
    }

    /** The tick after the last sounding one. */
    public function end(): int
    {
        $end = 0;
        foreach ($this->start as $i => $start) {
            $end = max($end, $start + $this->length[$i]);
        }

        return $end;
    }

    /** Whether two sets hold the same notes, whatever the next id of either. */
    public function equals(self $other): bool
    {
        return $this->columns() === $other->columns();
    }
}

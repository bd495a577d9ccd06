<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Time\Bounds;

/**
 * Rows of whole numbers, held in columns: an immutable set in order of start, then of a second column, then of id.
 *
 * Each column is one plain array, index i of each being row i. No object stands for a row, so tens of thousands are
 * cheap to hold and to walk, and columns an edit does not touch are shared with its result.
 *
 * What columns there are, what they hold where nothing is said and between which bounds is declared once, in `COLUMNS`.
 */
abstract readonly class Table
{
    /**
     * The columns in their order: the default and the bounds of each. `id` and `start` are among them.
     *
     * @var non-empty-array<string, array{default: int, min: int, max: int}>
     */
    public const COLUMNS = ['id' => self::ID, 'start' => self::TICK];

    /** The column rows of one start are in order of. */
    /** @var string */
    protected const SECOND = 'id';

    /** @var string what a row is called */
    protected const ROW = 'row';

    protected const ID = ['default' => 0, 'min' => 0, 'max' => 0x7FFFFFFF];

    protected const TICK = ['default' => 0, 'min' => 0, 'max' => Bounds::LAST_TICK];

    protected const SPAN = ['default' => 1, 'min' => 1, 'max' => Bounds::LAST_TICK];

    protected const OFFSET = ['default' => 0, 'min' => -Bounds::LAST_TICK, 'max' => Bounds::LAST_TICK];

    protected const LEVEL = ['default' => 64, 'min' => 0, 'max' => 127];

    protected const CHANNEL = ['default' => 0, 'min' => 0, 'max' => 15];

    /**
     * @param  array<int, int>  $id
     * @param  array<int, int>  $start  ticks
     * @param  int  $nextId  the id for the next row
     */
    protected function __construct(
        public array $id,
        public array $start,
        public int $nextId,
    ) {
    }

    /**
     * From complete columns that are in order already.
     *
     * @param  array<string, array<int, int>>  $columns
     * @param  int  $nextId  the id for the next row, where higher than those present
     */
    abstract public static function ordered(array $columns, int $nextId = 1): static;

    /** @return array<string, array<int, int>> every column by its name, in their order */
    abstract public function columns(): array;

    public static function none(): static
    {
        return static::of([]);
    }

    /**
     * From columns in any order; a column left out holds its default, ids left out are given from the next one on.
     *
     * @param  array<string, array<int, int>>  $columns
     */
    public static function of(array $columns, int $nextId = 1): static
    {
        $count = count($columns['start'] ?? $columns['id'] ?? []);
        $columns['id'] ??= $count === 0 ? [] : range($nextId, $nextId + $count - 1);
        foreach (static::COLUMNS as $name => $column) {
            $columns[$name] ??= $count === 0 ? [] : array_fill(0, $count, $column['default']);
        }

        return static::ordered(Order::apply($columns, static::SECOND), $nextId);
    }

    /**
     * From rows, for a few of them: each a map of column to value.
     *
     * @param  list<array<string, int>>  $rows
     */
    public static function fromRows(array $rows): static
    {
        $columns = [];
        foreach (static::COLUMNS as $name => $column) {
            $columns[$name] = [];
            foreach ($rows as $i => $row) {
                $columns[$name][] = $row[$name] ?? ($name === 'id' ? $i + 1 : $column['default']);
            }
        }

        return static::of($columns);
    }

    /**
     * From what came from outside: every value is looked at, ids are given anew.
     *
     * @param  array<array-key, mixed>  $given  lists of numbers by column; a column left out holds its default
     * @param  int  $most  how many rows are taken
     * @param  callable(string): BadInput  $unreadable  makes the refusal from what is wrong
     *
     * @throws BadInput
     */
    public static function checked(array $given, int $most, callable $unreadable): static
    {
        $count = is_array($given['start'] ?? null) ? count($given['start']) : 0;
        if ($count === 0 || $count > $most) {
            throw $unreadable("it takes 1 to {$most} ".static::ROW.'s');
        }
        $columns = [];
        foreach (static::COLUMNS as $name => ['min' => $min, 'max' => $max]) {
            $column = $name === 'id' ? null : $given[$name] ?? null;
            if ($column === null) {
                continue;
            }
            if (! is_array($column) || count($column) !== $count) {
                throw $unreadable("{$name} takes a value for each ".static::ROW);
            }
            $columns[$name] = [];
            foreach ($column as $number) {
                $columns[$name][] = is_int($number) && $number >= $min && $number <= $max
                    ? $number
                    : throw $unreadable("{$name} takes whole numbers from {$min} to {$max}");
            }
        }

        return static::of($columns);
    }

    public function count(): int
    {
        return count($this->id);
    }

    /**
     * One row as a map of column to value.
     *
     * @return array<string, int>
     */
    public function row(int $index): array
    {
        return array_map(static fn (array $column): int => $column[$index], $this->columns());
    }

    /** @return array<int, array<string, int>> all rows by id */
    public function rows(): array
    {
        $rows = [];
        foreach ($this->id as $i => $id) {
            $rows[$id] = $this->row($i);
        }

        return $rows;
    }

    /**
     * The rows at some places, as a set of their own.
     *
     * @param  array<int, int>  $positions  ascending
     */
    public function at(array $positions): static
    {
        $columns = [];
        foreach ($this->columns() as $name => $column) {
            $picked = [];
            foreach ($positions as $i) {
                $picked[] = $column[$i];
            }
            $columns[$name] = $picked;
        }

        return static::ordered($columns, $this->nextId);
    }

    /**
     * The table with other columns in the place of some, or of all where there are more rows or fewer, in order.
     *
     * @param  array<string, array<int, int>>  $columns
     * @param  int  $nextId  where higher than the one there is
     */
    public function with(array $columns, int $nextId = 1): static
    {
        $all = $columns + $this->columns();
        $isKept = array_intersect_key($columns, ['id' => true, 'start' => true, static::SECOND => true]) === [];

        return static::ordered($isKept ? $all : Order::apply($all, static::SECOND), max($nextId, $this->nextId));
    }

    /** The same rows with a higher id for the next one. */
    public function counted(int $nextId): static
    {
        return $nextId <= $this->nextId ? $this : static::ordered($this->columns(), $nextId);
    }

    /** All rows moved by so many ticks. */
    public function shifted(int $ticks): static
    {
        return $ticks === 0 || $this->id === [] ? $this : static::ordered(
            ['start' => array_map(static fn (int $start): int => $start + $ticks, $this->start)] + $this->columns(),
            $this->nextId,
        );
    }

    /** Whether two sets hold the same rows, whatever the next id of either. */
    public function equals(self $other): bool
    {
        return $this->columns() === $other->columns();
    }

    /**
     * @param  array<int, int>  $ids
     */
    protected static function idAfter(array $ids, int $nextId): int
    {
        return $ids === [] ? $nextId : max($nextId, max($ids) + 1);
    }
}

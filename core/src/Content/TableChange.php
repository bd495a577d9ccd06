<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

use LogicException;

/**
 * What became of a table: rows taken out, rows put in, and the values of rows that changed, before and after.
 *
 * Applying a change and then its reverse gives back exactly the same rows.
 *
 * @template T of Notes|Points
 */
final readonly class TableChange
{
    /** So few rows are looked for one by one, which is quicker than a table of all places. */
    private const FEW = 8;

    /**
     * @param  T  $removed  the rows taken out
     * @param  T  $added  the rows put in
     * @param  array<string, array<int, int>>  $before  for each column the old values by the id of the row
     * @param  array<string, array<int, int>>  $after  the new values of the same rows
     */
    public function __construct(
        public Notes|Points $removed,
        public Notes|Points $added,
        public array $before = [],
        public array $after = [],
    ) {
    }

    /**
     * What makes one table another.
     *
     * @template U of Notes|Points
     *
     * @param  U  $from
     * @param  U  $to
     * @return self<U>
     */
    public static function between(Notes|Points $from, Notes|Points $to): self
    {
        if ($from === $to) {
            return new self($from->at([]), $to->at([]));
        }
        $old = array_flip($from->id);
        $new = array_flip($to->id);
        $before = $after = [];
        $columns = $to->columns();
        foreach ($from->columns() as $name => $values) {
            if ($values === $columns[$name] && $from->id === $to->id) {
                continue;
            }
            foreach ($values as $i => $value) {
                $place = $new[$from->id[$i]] ?? null;
                if ($place !== null && $columns[$name][$place] !== $value) {
                    $before[$name][$from->id[$i]] = $value;
                    $after[$name][$from->id[$i]] = $columns[$name][$place];
                }
            }
        }

        return new self(
            $from->at(array_values(array_diff_key($old, $new))), $to->at(array_values(array_diff_key($new, $old))),
            $before, $after,
        );
    }

    public function isNothing(): bool
    {
        return $this->after === [] && $this->onlyChangesValues();
    }

    /** Whether the set of rows stays the same and only their values change. */
    public function onlyChangesValues(): bool
    {
        return $this->removed->id === [] && $this->added->id === [];
    }

    /**
     * @param  T  $table
     * @return T
     *
     * @throws LogicException where the rows are not those the change was made for
     */
    public function applyTo(Notes|Points $table): Notes|Points
    {
        $place = $this->places($table->id);
        $all = $table->columns();
        $columns = [];
        foreach ($this->after as $name => $values) {
            $column = $all[$name];
            foreach ($values as $id => $value) {
                $column[$place[$id] ?? throw self::foreign($id)] = $value;
            }
            $columns[$name] = $column;
        }
        if ($this->removed->id === [] && $this->added->id === []) {
            return $table->with($columns, $this->added->nextId);
        }
        $columns += $all;
        if ($this->removed->id !== []) {
            $gone = [];
            foreach ($this->removed->id as $id) {
                $gone[$place[$id] ?? throw self::foreign($id)] = true;
            }
            $columns = array_map(
                static fn (array $column): array => array_values(array_diff_key($column, $gone)), $columns,
            );
        }
        if ($this->added->id !== []) {
            foreach ($this->added->columns() as $name => $values) {
                $columns[$name] = array_merge($columns[$name], $values);
            }
        }

        return $table->with($columns, $this->added->nextId);
    }

    /**
     * Where the rows that are changed or removed stand, by id.
     *
     * @param  array<int, int>  $ids  of the table
     * @return array<int, int>
     */
    private function places(array $ids): array
    {
        if (count($this->removed->id) + array_sum(array_map(count(...), $this->after)) > self::FEW) {
            return array_flip($ids);
        }
        $places = [];
        foreach ([$this->removed->id, ...array_map(array_keys(...), array_values($this->after))] as $sought) {
            foreach ($sought as $id) {
                $place = array_search($id, $ids, true);
                if ($place !== false) {
                    $places[$id] = $place;
                }
            }
        }

        return $places;
    }

    /**
     * The change that undoes this one.
     *
     * @return self<T>
     */
    public function reversed(): self
    {
        return new self($this->added, $this->removed, $this->after, $this->before);
    }

    /**
     * One change that does this one and then the next. What comes back to where it began is left out.
     *
     * @param  self<T>  $next
     * @return self<T>
     */
    public function followedBy(self $next): self
    {
        $before = $this->before;
        $after = $this->after;
        foreach ($next->after as $name => $values) {
            $before[$name] = ($before[$name] ?? []) + $next->before[$name];
            $after[$name] = $values + ($after[$name] ?? []);
        }
        if ($this->onlyChangesValues() && $next->onlyChangesValues()) {
            return self::settled($this->removed, $this->added, $before, $after);
        }

        return $this->resolving($next, $before, $after);
    }

    /**
     * Settles rows that one of two changes put in or took out and the other touched too.
     *
     * @param  self<T>  $next
     * @param  array<string, array<int, int>>  $before
     * @param  array<string, array<int, int>>  $after
     * @return self<T>
     */
    private function resolving(self $next, array $before, array $after): self
    {
        $added = $this->added->rows();
        $removed = $this->removed->rows();
        foreach ($after as $name => $values) {
            foreach (array_intersect_key($values, $added) as $id => $value) {
                $added[$id][$name] = $value;
                unset($before[$name][$id], $after[$name][$id]);
            }
        }
        foreach ($next->removed->rows() as $id => $row) {
            if (isset($added[$id])) {
                unset($added[$id]);

                continue;
            }
            foreach ($before as $name => $values) {
                $row[$name] = $values[$id] ?? $row[$name];
                unset($before[$name][$id], $after[$name][$id]);
            }
            $removed[$id] = $row;
        }
        foreach ($next->added->rows() as $id => $row) {
            if (! isset($removed[$id])) {
                $added[$id] = $row;

                continue;
            }
            foreach (array_diff_assoc($row, $removed[$id]) as $name => $value) {
                $before[$name][$id] = $removed[$id][$name];
                $after[$name][$id] = $value;
            }
            unset($removed[$id]);
        }
        $table = $this->removed;

        return self::settled(
            $table::fromRows(array_values($removed)), $table::fromRows(array_values($added)), $before, $after,
        );
    }

    /**
     * @template U of Notes|Points
     *
     * @param  U  $removed
     * @param  U  $added
     * @param  array<string, array<int, int>>  $before
     * @param  array<string, array<int, int>>  $after
     * @return self<U>
     */
    private static function settled(Notes|Points $removed, Notes|Points $added, array $before, array $after): self
    {
        foreach ($after as $name => $values) {
            foreach ($values as $id => $value) {
                if ($before[$name][$id] === $value) {
                    unset($before[$name][$id], $after[$name][$id]);
                }
            }
        }

        return new self($removed, $added, array_filter($before), array_filter($after));
    }

    private static function foreign(int $id): LogicException
    {
        return new LogicException("The change is for other rows: {$id} is not there.");
    }
}

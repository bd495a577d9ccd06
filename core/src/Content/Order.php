<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

/** Puts columns in the one order rows stand in: by start, then a second column such as the pitch, then id. */
final class Order
{
    /** A sort key packs start, second column and rank into one whole number: 31 + 7 + 24 bits. */
    private const RANK_BITS = 24;

    /**
     * @param  array<string, array<int, int>>  $columns  complete columns with places 0, 1, 2 …
     * @param  string  $second  the column rows of one start are in order of: one of 0–127, or `id`
     * @return array<string, array<int, int>>
     */
    public static function apply(array $columns, string $second): array
    {
        $seconds = $second === 'id' ? array_fill(0, count($columns['id']) + 1, 0) : $columns[$second];
        if (self::isKept($columns['start'], $seconds, $columns['id'])) {
            return $columns;
        }

        return self::arrange($columns, self::places($columns['start'], $seconds, $columns['id']));
    }

    /**
     * @param  array<int, int>  $start
     * @param  array<int, int>  $second
     * @param  array<int, int>  $id
     */
    private static function isKept(array $start, array $second, array $id): bool
    {
        $before = -1;
        $beforeSecond = 0;
        $beforeId = 0;
        foreach ($start as $i => $tick) {
            if ($tick <= $before) {
                if (
                    $tick < $before
                    || $second[$i] < $beforeSecond
                    || ($second[$i] === $beforeSecond && $id[$i] < $beforeId)
                ) {
                    return false;
                }
            }
            $before = $tick;
            $beforeSecond = $second[$i];
            $beforeId = $id[$i];
        }

        return true;
    }

    /**
     * The present places in the wanted order. Start, second column and rank lie in one whole number, so that sorting
     * compares plain numbers; the rank is the id itself as long as ids are small enough for that. Rows of what sounds
     * may have one id, for each round of a clip that loops has those of the first: they stay in their order.
     *
     * @param  array<int, int>  $start
     * @param  array<int, int>  $second
     * @param  array<int, int>  $id
     * @return list<int>
     */
    private static function places(array $start, array $second, array $id): array
    {
        $rank = $id !== [] && max($id) >> self::RANK_BITS !== 0 ? self::ranks($id) : $id;
        $keys = [];
        foreach ($start as $i => $tick) {
            $keys[] = ($tick << 7 | $second[$i]) << self::RANK_BITS | $rank[$i];
        }
        asort($keys);

        return array_keys($keys);
    }

    /**
     * @param  array<int, int>  $ids
     * @return array<int, int> by place how many rows have a smaller id, or stand before it with the same
     */
    private static function ranks(array $ids): array
    {
        asort($ids);

        return array_flip(array_keys($ids));
    }

    /**
     * Only rows that move are touched, and no column that holds one value: most hold their default throughout, in an
     * array that they share.
     *
     * @param  array<string, array<int, int>>  $columns
     * @param  list<int>  $places
     * @return array<string, array<int, int>>
     */
    private static function arrange(array $columns, array $places): array
    {
        $moved = [];
        foreach ($places as $to => $from) {
            if ($to !== $from) {
                $moved[$to] = $from;
            }
        }
        // Where most move, a new array that is filled is cheaper than one that is copied first.
        $isShuffled = 2 * count($moved) > count($places);
        $moved = $isShuffled ? $places : $moved;
        $constant = null;
        foreach ($columns as $name => $column) {
            if ($column === [] || $column === $constant) {
                continue;
            }
            if (min($column) === max($column)) {
                $constant = $column;

                continue;
            }
            $arranged = $isShuffled ? [] : $column;
            foreach ($moved as $to => $from) {
                $arranged[$to] = $column[$from];
            }
            $columns[$name] = $arranged;
        }

        return $columns;
    }
}

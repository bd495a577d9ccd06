<?php

declare(strict_types=1);

namespace Jactonic\Core\Notes;

/** Puts columns of notes in the one order notes stand in: by start, then pitch, then id. */
final class Order
{
    /** A sort key packs start, pitch and place into one whole number: 31 + 7 + 24 bits. */
    private const PLACE_BITS = 24;

    /**
     * @param  array<string, array<int, int>>  $columns  complete columns with places 0, 1, 2 …
     * @return array<string, array<int, int>>
     */
    public static function apply(array $columns): array
    {
        if (self::isKept($columns['start'], $columns['pitch'], $columns['id'])) {
            return $columns;
        }

        return self::arrange($columns, self::places($columns['start'], $columns['pitch'], $columns['id']));
    }

    /**
     * @param  array<int, int>  $start
     * @param  array<int, int>  $pitch
     * @param  array<int, int>  $id
     */
    private static function isKept(array $start, array $pitch, array $id): bool
    {
        $before = -1;
        $beforePitch = 0;
        $beforeId = 0;
        foreach ($start as $i => $tick) {
            if ($tick <= $before) {
                if ($tick < $before || $pitch[$i] < $beforePitch || ($pitch[$i] === $beforePitch && $id[$i] < $beforeId)) {
                    return false;
                }
            }
            $before = $tick;
            $beforePitch = $pitch[$i];
            $beforeId = $id[$i];
        }

        return true;
    }

    /**
     * @param  array<int, int>  $start
     * @param  array<int, int>  $pitch
     * @param  array<int, int>  $id
     * @return list<int> the present places in the wanted order
     */
    private static function places(array $start, array $pitch, array $id): array
    {
        $keys = [];
        foreach ($start as $i => $tick) {
            $keys[] = (($tick << 7 | $pitch[$i]) << self::PLACE_BITS) | $i;
        }
        sort($keys);

        $mask = (1 << self::PLACE_BITS) - 1;
        $places = [];
        $tied = false;
        $before = -1;
        foreach ($keys as $key) {
            $places[] = $key & $mask;
            $tied = $tied || $key >> self::PLACE_BITS === $before;
            $before = $key >> self::PLACE_BITS;
        }

        return $tied ? self::placesWithTies($start, $pitch, $id) : $places;
    }

    /**
     * The same where notes share start and pitch and their ids decide: the places are ranked by id first.
     *
     * @param  array<int, int>  $start
     * @param  array<int, int>  $pitch
     * @param  array<int, int>  $id
     * @return list<int>
     */
    private static function placesWithTies(array $start, array $pitch, array $id): array
    {
        asort($id);
        $ranked = array_keys($id);
        $keys = [];
        foreach ($ranked as $rank => $i) {
            $keys[] = (($start[$i] << 7 | $pitch[$i]) << self::PLACE_BITS) | $rank;
        }
        sort($keys);
        $mask = (1 << self::PLACE_BITS) - 1;
        $places = [];
        foreach ($keys as $key) {
            $places[] = $ranked[$key & $mask];
        }

        return $places;
    }

    /**
     * @param  array<string, array<int, int>>  $columns
     * @param  list<int>  $places
     * @return array<string, array<int, int>>
     */
    private static function arrange(array $columns, array $places): array
    {
        foreach ($columns as $name => $column) {
            $arranged = [];
            foreach ($places as $i) {
                $arranged[] = $column[$i];
            }
            $columns[$name] = $arranged;
        }

        return $columns;
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Time;

/** The search by halving, in whatever stands in an order. */
final class Halving
{
    /**
     * The first of so many things for which something holds, where it holds for all behind it too.
     *
     * @param  callable(int): bool  $holds
     * @return int from 0; `$count` where it holds for none
     */
    public static function first(int $count, callable $holds): int
    {
        [$low, $high] = [0, $count];
        while ($low < $high) {
            $middle = intdiv($low + $high, 2);
            if ($holds($middle)) {
                $high = $middle;
            } else {
                $low = $middle + 1;
            }
        }

        return $low;
    }

    /**
     * The last row whose value is a number at most, or the first where none is: rows stand in order of that value.
     * Without a call for each look, for every tick is looked up so.
     *
     * @param  non-empty-list<array<string, mixed>>  $rows
     */
    public static function last(array $rows, string $column, int|float $most): int
    {
        [$low, $high] = [0, count($rows) - 1];
        while ($low < $high) {
            $middle = intdiv($low + $high + 1, 2);
            if ($rows[$middle][$column] <= $most) {
                $low = $middle;
            } else {
                $high = $middle - 1;
            }
        }

        return $low;
    }
}

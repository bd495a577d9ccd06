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
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Advice;

use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\MeterMap;

/** The swing that fits some starts best. */
final class Swing
{
    /** Parts of a step in which phases are counted, one for each step of the swing. */
    private const PARTS = 300;

    /**
     * By least squares: each start belongs to the nearest line of the swung grid, and the swing is the one whose
     * lines have the smallest sum of squared distances; it is then the mean delay of the starts at the odd lines.
     *
     * @param  list<int>  $ticks
     * @return int 0–150
     */
    public static function best(Grid $grid, array $ticks, MeterMap $meters): int
    {
        $phases = self::phases($grid, $ticks, $meters);
        $best = 0;
        $smallest = INF;
        for ($swing = 0; $swing <= Grid::MAX_SWING; $swing++) {
            $odd = self::PARTS + $swing;
            $sum = 0;
            foreach ($phases as $phase => $count) {
                $distance = min($phase, abs($phase - $odd), 2 * self::PARTS - $phase);
                $sum += $count * $distance * $distance;
            }
            if ($sum < $smallest) {
                [$smallest, $best] = [$sum, $swing];
            }
        }

        return $best;
    }

    /**
     * How many starts lie at each place between two even lines, in 300ths of a step.
     *
     * @param  list<int>  $ticks  in order
     * @return array<int, int>
     */
    private static function phases(Grid $grid, array $ticks, MeterMap $meters): array
    {
        $lines = $grid->withSwing(0)->on($meters);
        $phases = [];
        $after = 0;
        [$step, $parts] = $lines->step(0);
        foreach ($ticks as $tick) {
            if ($tick >= $after) {
                $lines->around($tick);
                $after = $lines->after;
            }
            $inStep = intdiv(self::PARTS * ($tick - $lines->before) * $parts, $step);
            $phase = min(2 * self::PARTS - 1, ($lines->index % 2) * self::PARTS + $inStep);
            $phases[$phase] = ($phases[$phase] ?? 0) + 1;
        }

        return $phases;
    }
}

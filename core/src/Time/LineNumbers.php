<?php

declare(strict_types=1);

namespace Jactonic\Core\Time;

/**
 * Counts the lines of a grid through the whole song, for moves by lines: a time goes on by so many lines and keeps its
 * distance from its line, so that what lay on swung lines lies on swung lines.
 *
 * It is asked note after note, so it remembers the bars it last looked at.
 */
final class LineNumbers
{
    /**
     * @var non-empty-list<array{
     *     bar: int, number: int, lines: int,
     * }> where each stretch of one meter begins, the number of its first line, and how many lines each of its bars has
     */
    private readonly array $stretches;

    /** The tick of the line last found by `nearest()` or `before()`. */
    public int $at = 0;

    /** The bar last asked about, and the number of its first line. */
    private int $numberedBar = -1;

    private int $numberOfBar = 0;

    /**
     * The bar last given lines of: the number of its first one, where it starts, and its lines with the next bar line.
     */
    private int $first = 0;

    private int $start = 0;

    /** @var list<int> */
    private array $inBar = [];

    public function __construct(private readonly GridLines $lines)
    {
        $this->stretches = $this->counted();
    }

    /** A time moved by a number of lines. Before the first line it goes on by steps, so the result may lie before 0. */
    public function moved(int $tick, int $by): int
    {
        return $this->line($this->nearest($tick) + $by) + $tick - $this->at;
    }

    /** The number of the nearest line, from 0 at the start of the song; its tick is left in `at`. */
    public function nearest(int $tick): int
    {
        $before = $this->before($tick);
        if ($tick - $this->at < $this->lines->after - $tick) {
            return $before;
        }
        $this->at = $this->lines->after;

        return $before + 1;
    }

    /** The number of the last line at or before a tick; its tick is left in `at`. */
    public function before(int $tick): int
    {
        $this->lines->around($tick);
        $this->at = $this->lines->before;
        if ($this->lines->bar !== $this->numberedBar) {
            $this->numberedBar = $this->lines->bar;
            $this->numberOfBar = $this->firstOf($this->numberedBar);
        }

        return $this->numberOfBar + $this->lines->index;
    }

    /** The tick of the line with a number. */
    public function line(int $number): int
    {
        if ($number < 0) {
            [$step, $parts] = $this->lines->step(0);

            return Rounding::quotient($number * $step, $parts);
        }
        if ($this->lines->grid->bars > 0) {
            return $this->lines->meters->barStart($number * $this->lines->grid->bars);
        }
        $k = $number - $this->first;
        if ($k < 0 || $k >= count($this->inBar) - 1) {
            $stretch = $this->stretchOf('number', $number);
            $bar = intdiv($number - $stretch['number'], $stretch['lines']);
            $this->first = $stretch['number'] + $bar * $stretch['lines'];
            [$this->start, $this->inBar] = $this->lines->ofBar($stretch['bar'] + $bar);
            $k = $number - $this->first;
        }

        return $this->start + ($this->inBar[$k] ?? $this->inBar[count($this->inBar) - 1]);
    }

    /** The number of the first line of a bar. */
    private function firstOf(int $bar): int
    {
        if ($this->lines->grid->bars > 0) {
            return intdiv($bar, $this->lines->grid->bars);
        }
        $stretch = $this->stretchOf('bar', $bar);

        return $stretch['number'] + ($bar - $stretch['bar']) * $stretch['lines'];
    }

    /**
     * The last stretch that begins at or before a bar or a line.
     *
     * @param  'bar'|'number'  $unit
     * @return array{bar: int, number: int, lines: int}
     */
    private function stretchOf(string $unit, int $place): array
    {
        $stretch = $this->stretches[0];
        foreach ($this->stretches as $next) {
            if ($next[$unit] > $place) {
                break;
            }
            $stretch = $next;
        }

        return $stretch;
    }

    /** @return non-empty-list<array{bar: int, number: int, lines: int}> */
    private function counted(): array
    {
        $meters = $this->lines->meters;
        $counted = [];
        $number = 0;
        foreach ($meters->stretches as $k => $stretch) {
            [$length, $parts] = MeterMap::barLength($meters->ppq, $stretch['meter']);
            $lines = $this->lines->count(-Rounding::floor(-$length, $parts));
            $counted[] = ['bar' => $stretch['bar'], 'number' => $number, 'lines' => $lines];
            $next = $meters->stretches[$k + 1] ?? null;
            if ($next !== null) {
                // The last bar of a stretch may be cut short by the next meter.
                $last = $next['bar'] - 1;
                $number += max(0, $last - $stretch['bar']) * $lines + $this->lines->count(
                    $next['tick'] - $meters->barStart($last),
                );
            }
        }

        return $counted;
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Time;

/**
 * The lines of a grid on the bars of a song.
 *
 * Lines restart at every bar line: line k of a bar lies at `bar start + round(k × step)`, odd ones later by
 * `step × swing / 300`, and only lines before the next bar line count. A grid of several bars starts at bar 1.
 *
 * `around()` is called once for each note of an edit, so it leaves its answer in two properties rather than in an
 * array, and remembers the bar it last looked at.
 */
final class GridLines
{
    /** The last line at or before the tick last asked for. */
    public int $before = 0;

    /** The first line after it. */
    public int $after = 0;

    /** The number of the line before, counted from 0 in its bar. */
    public int $index = 0;

    /** The bar it lies in, from 0; with a grid of several bars the first of them. */
    public int $bar = 0;

    private int $barStart = 0;

    private int $barEnd = -1;

    /** @var array<int, int> the lines of the present bar, counted from its start, with its length as the last */
    private array $lines = [0];

    /** @var array<int, list<int>> lines by the length of the bar */
    private array $linesByBarLength = [];

    private int $dividend = 0;

    private int $divisor = 1;

    public function __construct(
        public readonly Grid $grid,
        public readonly MeterMap $meters,
    ) {
        if ($grid->value !== null) {
            [$this->dividend, $this->divisor] = $grid->value->ticks($meters->ppq);
        }
    }

    /** Finds the lines around a tick and leaves them in `before` and `after`. A tick before 0 is taken as 0. */
    public function around(int $tick): void
    {
        if ($tick < 0) {
            $tick = 0;
        }
        if ($tick < $this->barStart || $tick >= $this->barEnd) {
            $this->enterBarAt($tick);
        }
        $inBar = $tick - $this->barStart;
        $lines = $this->lines;
        $k = $this->dividend > 0 ? intdiv($inBar * $this->divisor, $this->dividend) : 0;
        if (! isset($lines[$k + 1])) {
            $k = count($lines) - 2;
        }
        while ($lines[$k] > $inBar) {
            $k--;
        }
        while ($lines[$k + 1] <= $inBar) {
            $k++;
        }
        $this->index = $k;
        $this->before = $this->barStart + $lines[$k];
        $this->after = $this->barStart + $lines[$k + 1];
    }

    /** The nearest line, the later one on a tie. `before` and `after` hold the lines around the tick afterwards. */
    public function nearest(int $tick): int
    {
        $this->around($tick);

        return $tick - $this->before < $this->after - $tick ? $this->before : $this->after;
    }

    /** The number of the nearest line, counted from 0 in its bar. */
    public function nearestIndex(int $tick): int
    {
        if ($this->nearest($tick) === $this->before) {
            return $this->index;
        }

        return $this->after === $this->barEnd ? 0 : $this->index + 1;
    }

    /** The first line after a tick. */
    public function next(int $tick): int
    {
        $this->around($tick);

        return $this->after;
    }

    /**
     * The length of a step at a tick, without swing, as a fraction of ticks.
     *
     * @return array{int, int} [dividend, divisor]
     */
    public function step(int $tick): array
    {
        if ($this->dividend > 0) {
            return [$this->dividend, $this->divisor];
        }
        $this->around($tick);

        return [$this->after - $this->before, 1];
    }

    /**
     * About how many lines lie between two ticks, found without looking for them; in bars that the grid does not divide
     * there may be more.
     */
    public function estimate(int $from, int $to): int
    {
        [$dividend, $divisor] = $this->step($from);

        return min(max(0, $to - $from), intdiv(max(0, $to - $from) * $divisor, $dividend));
    }

    /** How many lines a bar of this many ticks has. */
    public function count(int $length): int
    {
        return count($this->linesIn($length)) - 1;
    }

    /**
     * The lines of a bar, and the bar line after it, counted from its start.
     *
     * @return array{int, list<int>} where it starts, and the lines
     */
    public function ofBar(int $bar): array
    {
        $start = $this->meters->barStart($bar);

        return [$start, $this->linesIn($this->meters->barStart($bar + 1) - $start)];
    }

    /** The lines counted through the whole song. */
    public function numbers(): LineNumbers
    {
        return new LineNumbers($this);
    }

    /**
     * What a caller needs to draw the lines without knowing the rules: for each stretch of one meter the lines of one
     * bar and its beats, counted from its start, and how many bars lie between two bars that have lines.
     *
     * @return list<array{
     *     tick: int, bar: int, barTicks: array{int, int}, everyBars: int, lines: list<int>, beats: list<int>,
     *     numerator: int, denominator: int,
     * }>
     */
    public function table(): array
    {
        $table = [];
        foreach ($this->meters->stretches as $stretch) {
            $length = MeterMap::barLength($this->meters->ppq, $stretch['meter']);
            $table[] = [
                'tick' => $stretch['tick'],
                'bar' => $stretch['bar'],
                'barTicks' => $length,
                'everyBars' => max(1, $this->grid->bars),
                'lines' => array_slice($this->linesIn(-Rounding::floor(-$length[0], $length[1])), 0, -1),
                'beats' => array_map(
                    fn (int $beat): int => Rounding::quotient(
                        4 * $this->meters->ppq * $beat, $stretch['meter']->denominator,
                    ),
                    range(0, $stretch['meter']->numerator - 1),
                ),
                'numerator' => $stretch['meter']->numerator,
                'denominator' => $stretch['meter']->denominator,
            ];
        }

        return $table;
    }

    private function enterBarAt(int $tick): void
    {
        $bar = $this->meters->barAt($tick);
        $step = max(1, $this->grid->bars);
        $first = $bar - $bar % $step;
        $this->bar = $first;
        $this->barStart = $this->meters->barStart($first);
        $this->barEnd = $this->meters->barStart($first + $step);
        $this->lines = $this->linesIn($this->barEnd - $this->barStart);
    }

    /** @return list<int> */
    private function linesIn(int $length): array
    {
        return $this->linesByBarLength[$length] ??= $this->computeLines($length);
    }

    /** @return list<int> */
    private function computeLines(int $length): array
    {
        $lines = [0];
        if ($this->dividend > 0) {
            $last = 0;
            for ($k = 1; ; $k++) {
                $parts = 300 * $k + ($k % 2 === 1 ? $this->grid->swing : 0);
                $line = Rounding::quotient($parts * $this->dividend, 300 * $this->divisor);
                if (
                    $k % 2 === 0
                        ? $line >= $length
                        : Rounding::quotient($k * $this->dividend, $this->divisor) >= $length
                ) {
                    break;
                }
                if ($line > $last && $line < $length) {
                    $lines[] = $last = $line;
                }
            }
        }
        $lines[] = $length;

        return $lines;
    }
}

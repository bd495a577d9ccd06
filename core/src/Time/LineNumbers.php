<?php

declare(strict_types=1);

namespace Jactonic\Core\Time;

/**
 * Counts the lines of a grid through the whole song, for moves by lines: a time goes on by so many lines and keeps its
 * distance from its line, so that what lay on swung lines lies on swung lines.
 */
final readonly class LineNumbers
{
    /** @var non-empty-list<array{tick: int, bar: int, number: int, lines: int}> where each stretch of one meter begins, the number of its first line, and how many lines each of its bars has */
    private array $stretches;

    public function __construct(private GridLines $lines)
    {
        $this->stretches = $this->counted();
    }

    /** A time moved by a number of lines. Before the first line it goes on by steps, so the result may lie before 0. */
    public function moved(int $tick, int $by): int
    {
        $line = $this->lines->nearest($tick);

        return $this->line($this->number($line) + $by) + $tick - $line;
    }

    /** The number of the nearest line, from 0 at the start of the song. */
    public function nearest(int $tick): int
    {
        return $this->number($this->lines->nearest($tick));
    }

    /** The number of the last line at or before a tick. */
    public function before(int $tick): int
    {
        $this->lines->around($tick);

        return $this->number($this->lines->before);
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
        $stretch = $this->stretches[0];
        foreach ($this->stretches as $next) {
            if ($next['number'] > $number) {
                break;
            }
            $stretch = $next;
        }
        $bar = intdiv($number - $stretch['number'], $stretch['lines']);

        return $this->lines->inBar($stretch['bar'] + $bar, $number - $stretch['number'] - $bar * $stretch['lines']);
    }

    /** The number of a line that lies exactly at a tick. */
    private function number(int $line): int
    {
        $meters = $this->lines->meters;
        if ($this->lines->grid->bars > 0) {
            return intdiv($meters->barAt($line), $this->lines->grid->bars);
        }
        $this->lines->around($line);
        $stretch = $this->stretches[0];
        foreach ($this->stretches as $next) {
            if ($next['tick'] > $line) {
                break;
            }
            $stretch = $next;
        }

        return $stretch['number'] + ($meters->barAt($line) - $stretch['bar']) * $stretch['lines'] + $this->lines->index;
    }

    /** @return non-empty-list<array{tick: int, bar: int, number: int, lines: int}> */
    private function counted(): array
    {
        $meters = $this->lines->meters;
        $counted = [];
        $number = 0;
        foreach ($meters->stretches as $k => $stretch) {
            [$length, $parts] = MeterMap::barLength($meters->ppq, $stretch['meter']);
            $lines = $this->lines->count(-Rounding::floor(-$length, $parts));
            $counted[] = ['tick' => $stretch['tick'], 'bar' => $stretch['bar'], 'number' => $number, 'lines' => $lines];
            $next = $meters->stretches[$k + 1] ?? null;
            if ($next !== null) {
                // The last bar of a stretch may be cut short by the next meter.
                $last = $next['bar'] - 1;
                $number += max(0, $last - $stretch['bar']) * $lines + $this->lines->count($next['tick'] - $meters->barStart($last));
            }
        }

        return $counted;
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\History;

use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\TableChange;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Wording;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\SongChange;
use Stringable;

/**
 * In what two states of a song differ, in numbers, for who compares them by ear: how many notes lie elsewhere and by
 * how many ms on average, how many are of another pitch, velocity or length, what is missing and what came in.
 */
final readonly class Difference implements Stringable
{
    /** Columns of notes that are told by how many differ. */
    private const COUNTED = ['pitch' => 'of another pitch', 'muted' => 'muted or no longer'];

    /** @param  list<string>  $parts */
    private function __construct(private array $parts)
    {
    }

    /** What a change makes of a song. */
    public static function of(SongChange $change, Song $before): self
    {
        $after = $change->applyTo($before);
        $values = ['start' => [], 'velocity' => [], 'length' => [], 'pitch' => [], 'muted' => []];
        $added = $removed = $points = 0;
        foreach ($change->contents as $clip => $content) {
            $added += count($content->notes->added->id);
            $removed += count($content->notes->removed->id);
            $points += $content->points === null ? 0 : self::rows($content->points);
            foreach (array_keys($values) as $column) {
                foreach ($content->notes->after[$column] ?? [] as $id => $value) {
                    $values[$column][$id] = [$clip, $content->notes->before[$column][$id], $value];
                }
            }
        }

        return new self(array_values(array_filter([
            self::moved($values['start'], $before, $after),
            self::velocities($values['velocity']),
            self::lengths($values['length']),
            ...array_map(
                static fn (string $column): string => $values[$column] === []
                    ? ''
                    : Noun::Note->counted(count($values[$column])).' '.self::COUNTED[$column],
                array_keys(self::COUNTED),
            ),
            $added === 0 ? '' : Noun::Note->counted($added).' more',
            $removed === 0 ? '' : Noun::Note->counted($removed).' fewer',
            $points === 0 ? '' : Noun::Point->counted($points).' of lanes',
            self::rowsOf($change),
            $change->touchesConductor() ? 'tempo, meter, key, chords or markers' : '',
        ])));
    }

    public function __toString(): string
    {
        return $this->parts === [] ? 'No difference' : implode('; ', $this->parts);
    }

    /** @param  TableChange<Points>  $points */
    private static function rows(TableChange $points): int
    {
        $changed = [];
        foreach ($points->after as $values) {
            $changed += $values;
        }

        return count($changed) + count($points->added->id) + count($points->removed->id);
    }

    /** @param  array<int, array{int, int, int}>  $starts  the clip, and the ticks in it before and after */
    private static function moved(array $starts, Song $before, Song $after): string
    {
        if ($starts === []) {
            return '';
        }
        $sum = $way = 0.0;
        foreach ($starts as [$clip, $old, $new]) {
            $tempo = $before->conductor->tempo;
            $by = $tempo->secondsAt(($after->clips[$clip] ?? null)?->shift() + $new)
                - $tempo->secondsAt(($before->clips[$clip] ?? null)?->shift() + $old);
            $sum += abs($by);
            $way += $by;
        }
        $mean = Wording::milliseconds(1000 * $sum / count($starts));
        $where = abs($way) < $sum / 2 ? 'earlier or later' : ($way < 0 ? 'earlier' : 'later');

        return Noun::Note->counted(count($starts))." {$mean} {$where}".(count($starts) > 1 ? ' on average' : '');
    }

    /** @param  array<int, array{int, int, int}>  $values */
    private static function velocities(array $values): string
    {
        if ($values === []) {
            return '';
        }
        $ways = array_map(static fn (array $value): int => $value[2] - $value[1], $values);
        $mean = array_sum($ways) / count($ways);
        $isOneWay = min($ways) > 0 || max($ways) < 0;
        $far = round(abs($mean), 1).($mean > 0 ? ' louder' : ' softer');

        return Noun::Note->counted(count($ways)).' '.($isOneWay ? $far : 'of another velocity')
            .($isOneWay && count($ways) > 1 ? ' on average' : '');
    }

    /** @param  array<int, array{int, int, int}>  $lengths */
    private static function lengths(array $lengths): string
    {
        if ($lengths === []) {
            return '';
        }
        $shares = array_map(static fn (array $length): float => $length[2] / max(1, $length[1]), $lengths);
        $isOneWay = min($shares) > 1 || max($shares) < 1;
        $mean = (int) round(100 * array_sum($shares) / count($shares));

        return Noun::Note->counted(count($lengths)).' '
            .($isOneWay ? ($mean > 100 ? 'longer' : 'shorter').", {$mean} %" : 'of another length')
            .($isOneWay && count($lengths) > 1 ? ' on average' : '');
    }

    private static function rowsOf(SongChange $change): string
    {
        $told = [];
        foreach ([['clip', $change->clips], ['track', $change->tracks]] as [$noun, $rows]) {
            if ($rows !== []) {
                $told[] = count($rows) === 1 ? "1 {$noun}" : count($rows)." {$noun}s";
            }
        }

        return $told === [] ? '' : implode(' and ', $told).' changed';
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Support;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Context\Pointer;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Pitch\Rows;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\Meter;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\NudgeAmounts;
use Jactonic\Core\Time\TempoMap;
use Jactonic\Core\Time\TickRange;
use Jactonic\Core\Time\Timeline;
use PHPUnit\Framework\TestCase;

/** Words for tests about music. Notes are written [start, length, pitch, velocity], at 480 ticks a quarter. */
abstract class MusicTestCase extends TestCase
{
    protected const PPQ = 480;

    /** @param  list<array<int, int>>  $rows  [start, length = 120, pitch = 60, velocity = 96] */
    protected static function notes(array ...$rows): Notes
    {
        return Notes::fromRows(array_map(static fn (array $row): array => [
            'start' => $row[0], 'length' => $row[1] ?? 120, 'pitch' => $row[2] ?? 60, 'velocity' => $row[3] ?? 96,
        ], array_values($rows)));
    }

    /**
     * @param  array<int, string>  $meters  such as [0 => '4/4', 1920 => '7/8']
     * @param  array<int, int>  $tempos  BPM by tick
     * @param  array{int, int}|null  $range
     */
    protected static function context(
        string $grid = '1/16', int $swing = 0, ?string $key = null, array $meters = [], array $tempos = [],
        ?Caret $caret = null, ?array $range = null, int $ppq = self::PPQ, int $playhead = 0,
        ?Pointer $pointer = null, ?Rows $rows = null, ?NudgeAmounts $nudge = null,
    ): Context {
        return new Context(
            new Timeline(
                MeterMap::of(
                    $ppq,
                    array_map(
                        static fn (string $meter): Meter => Meter::of(...array_map(intval(...), explode('/', $meter))),
                        $meters,
                    ),
                ),
                TempoMap::of($ppq, array_map(static fn (int $bpm): int => intdiv(60_000_000, $bpm), $tempos)),
                Grid::parse($grid, $swing),
                nudge: $nudge,
            ),
            $key === null ? null : Scale::parse($key),
            $caret ?? new Caret,
            $range === null ? null : TickRange::of(...$range),
            playhead: $playhead,
            pointer: $pointer,
            rows: $rows,
        );
    }

    /** @param  list<int>|null  $selected  ids; all where left out */
    protected static function change(
        string $line, Notes $notes, ?Context $context = null, ?array $selected = null,
    ): Change {
        $selection = $selected === null ? Selection::all($notes) : Selection::of($selected);

        return Catalog::standard()->read($line)->apply($notes, $selection, $context ?? self::context());
    }

    /** @param  list<int>|null  $selected */
    protected static function edit(string $line, Notes $notes, ?Context $context = null, ?array $selected = null): Notes
    {
        return self::change($line, $notes, $context, $selected)->applyTo($notes);
    }

    /**
     * One column in the order the notes were written down.
     *
     * @return list<int>
     */
    protected static function values(string $column, Notes $notes): array
    {
        $values = array_combine($notes->id, $notes->columns()[$column]);
        ksort($values);

        return array_values($values);
    }

    /** @return list<int> */
    protected static function ends(Notes $notes): array
    {
        return array_map(
            static fn (int $start, int $length): int => $start + $length, self::values('start', $notes),
            self::values('length', $notes),
        );
    }
}

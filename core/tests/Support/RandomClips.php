<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Support;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Context\OpenClips;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\Meter;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TempoMap;
use Jactonic\Core\Time\TickRange;
use Jactonic\Core\Time\Timeline;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Clips for the laws, always the same by their number: wild ones, takes as a player would record them, and what was
 * worked on already: moved from where it was played, grouped, on several channels, over two clips of two tracks.
 */
final class RandomClips
{
    private const RESOLUTIONS = [96, 192, 256, 480, 960];

    private const GRIDS = ['1/4', '1/8', '1/8t', '1/16', '1/16d', '1/12', '1/7', 'bar', '2bar'];

    /** @return iterable<string, array{Notes, Selection, Context}> */
    public static function some(int $count): iterable
    {
        for ($number = 1; $number <= $count; $number++) {
            yield "clip {$number}" => self::clip($number);
            if ($number % 3 === 0) {
                yield "take {$number}" => self::take($number);
                yield "worked {$number}" => self::worked($number);
            }
        }
    }

    /** @return array{Notes, Selection, Context} */
    public static function clip(int $number): array
    {
        $random = new Randomizer(new Mt19937($number));
        $pick = static fn (array $list): mixed => $list[$random->getInt(0, count($list) - 1)];
        $ppq = self::RESOLUTIONS[$number % 5];
        $rows = [];
        $tick = $random->getInt(0, $ppq);
        for ($k = 0, $count = $random->getInt(1, 40); $k < $count; $k++) {
            for ($voice = $random->getInt(1, 3); $voice > 0; $voice--) {
                $rows[] = [
                    'start' => max(0, $tick + $random->getInt(-intdiv($ppq, 20), intdiv($ppq, 20))),
                    'length' => $random->getInt(1, 2 * $ppq),
                    'pitch' => $random->getInt(30, 96),
                    'velocity' => $random->getInt(1, 127),
                    'muted' => $random->getInt(0, 4) === 0 ? 1 : 0,
                ];
                if ($random->getInt(0, 9) === 0) {
                    $rows[] = ['velocity' => $random->getInt(1, 127)] + $rows[count($rows) - 1];
                }
            }
            $tick += (int) ($ppq * $pick([0.25, 0.25, 0.5, 1, 1 / 3, 0.1]));
        }
        $notes = Notes::fromRows($rows);
        $chosen = $number % 3 === 0
            ? $notes->id
            : array_filter($notes->id, static fn (): bool => $random->getInt(0, 1) === 1);

        return [
            $notes, Selection::of($chosen === [] ? [$notes->id[0]] : $chosen),
            self::surroundings($ppq, $pick(self::GRIDS), $pick([0, 0, 50, 100, 150])),
        ];
    }

    /**
     * A take: strummed chords, a line in sixteenths or triplets that overlaps, and doubled touches, all a little
     * early or late and accented, over a bar of 7/8 and changes of tempo.
     *
     * @return array{Notes, Selection, Context}
     */
    public static function take(int $number): array
    {
        $random = new Randomizer(new Mt19937(1000 + $number));
        $ppq = self::RESOLUTIONS[$number % 5];
        $step = intdiv($ppq, $number % 2 === 0 ? 4 : 3);
        $feel = max(1, intdiv($ppq, 24));
        $rows = [];
        for ($k = 0, $count = $random->getInt(8, 40); $k < $count; $k++) {
            $line = $k * $step;
            $rows[] = [
                'start' => max(0, $line + $random->getInt(-$feel, $feel)),
                'length' => $random->getInt(intdiv($step, 3), $step + $feel),
                'pitch' => 38 + [0, 0, 7, 5, 3, 0, 10][$k % 7],
                'velocity' => ($k % 4 === 0 ? 100 : 72) + $random->getInt(-12, 12),
            ];
            if ($k % 8 === 0) {
                foreach ([62, 65, 69, 72] as $voice => $pitch) {
                    $rows[] = [
                        'start' => max(0, $line + $voice * intdiv($feel, 2)), 'length' => 7 * $step, 'pitch' => $pitch,
                        'velocity' => 64 + 5 * $voice, 'channel' => 1,
                    ];
                }
            }
            if ($random->getInt(0, 11) === 0) {
                $rows[] = ['length' => max(1, intdiv($feel, 3)), 'velocity' => 12] + $rows[count($rows) - 1];
            }
        }
        $notes = Notes::fromRows($rows);

        return [$notes, Selection::all($notes), self::surroundings($ppq, $number % 2 === 0 ? '1/16' : '1/8t', 0)];
    }

    /** @return array{Notes, Selection, Context} */
    public static function worked(int $number): array
    {
        $random = new Randomizer(new Mt19937(2000 + $number));
        [$notes, $selection] = self::clip($number);
        $rows = [];
        foreach ($notes->rows() as $i => $row) {
            $late = max(-$row['start'], $random->getInt(-20, 20));
            $rows[] = [
                'playedStart' => $random->getInt(0, 2) === 0 ? 0 : $late,
                'playedEnd' => max($late + 1 - $row['length'], $random->getInt(-15, 15)),
                'group' => intdiv($i, 4) % 2 === 0 ? intdiv($i, 8) + 1 : 0, 'channel' => $i % 3 === 0 ? 9 : 0,
                'clip' => $i % 5 < 3 ? 1 : 2,
            ] + $row;
        }
        $ppq = self::RESOLUTIONS[$number % 5];

        return [
            Notes::fromRows($rows), $selection,
            self::surroundings(
                $ppq, $number % 2 === 0 ? '1/16' : '1/8t', 50 * ($number % 2), OpenClips::of([1 => 1, 2 => 2], 1),
            ),
        ];
    }

    private static function surroundings(int $ppq, string $grid, int $swing, ?OpenClips $clips = null): Context
    {
        return new Context(
            new Timeline(
                MeterMap::of($ppq, [
                    0 => Meter::of(4, 4),
                    4 * $ppq => Meter::of(7, 8),
                    4 * $ppq + intdiv(7 * $ppq, 2) => Meter::of(3, 4),
                ]),
                TempoMap::of($ppq, [0 => 500_000, 2 * $ppq => 652_174, 5 * $ppq => 400_000]),
                Grid::parse($grid, $swing),
            ),
            Scale::parse('D dorian'),
            new Caret($ppq, 62),
            TickRange::of($ppq, 5 * $ppq),
            playhead: 2 * $ppq,
            clips: $clips,
        );
    }
}

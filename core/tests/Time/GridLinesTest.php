<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Time;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Tests\Support\MusicTestCase;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\GridLines;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

final class GridLinesTest extends MusicTestCase
{
    /** @return array<string, array{string, int, array<int, string>, int, list<int>}> */
    public static function grids(): array
    {
        $odd = [0 => '4/4', 1920 => '7/8', 3600 => '3/4'];

        return [
            'quarters' => ['1/4', 0, [], 480, [0, 480, 960, 1440, 1920, 2400]],
            'eighth triplets' => ['1/8t', 0, [], 480, [0, 160, 320, 480, 640, 800, 960]],
            'dotted eighths restart at the bar' => ['1/8d', 0, [], 480, [0, 360, 720, 1080, 1440, 1800, 1920, 2280]],
            'sevenths are rounded one by one' => ['1/7', 0, [], 480, [0, 274, 549, 823, 1097, 1371, 1646, 1920]],
            'swing 100 is the triplet feel' => ['1/8', 100, [], 480, [0, 320, 480, 800, 960]],
            'swing 150 is dotted' => ['1/8', 150, [], 480, [0, 360, 480, 840, 960]],
            'swing 50 of sixteenths' => ['1/16', 50, [], 480, [0, 140, 240, 380, 480]],
            'a swung line that would pass the bar line is left out' => ['1/2', 150, [0 => '3/4'], 480, [0, 1440, 2880]],
            'quarters over a bar of 7/8' => [
                '1/4', 0, $odd, 480, [0, 480, 960, 1440, 1920, 2400, 2880, 3360, 3600, 4080, 4560, 5040],
            ],
            'bars' => ['bar', 0, $odd, 480, [0, 1920, 3600, 5040]],
            'two bars count from the first' => ['2bar', 0, $odd, 480, [0, 3600, 6480]],
            'triplet sixteenths at 96 ticks' => ['1/16t', 0, [], 96, [0, 16, 32, 48]],
            'thirty-second triplets at 100 ticks do not drift' => [
                '1/32t', 0, [], 100, [0, 8, 17, 25, 33, 42, 50, 58, 67, 75, 83, 92, 100],
            ],
            'a step finer than a tick gives every tick once' => ['1/128', 0, [], 24, [0, 1, 2, 3, 4, 5]],
        ];
    }

    /**
     * @param  array<int, string>  $meters
     * @param  list<int>  $expected
     */
    #[DataProvider('grids')]
    public function test_it_puts_the_lines_where_the_bars_and_the_swing_want_them(
        string $grid, int $swing, array $meters, int $ppq, array $expected,
    ): void {
        $lines = self::context($grid, $swing, meters: $meters, ppq: $ppq)->time->gridLines();
        $found = [];
        for ($tick = 0; count($found) < count($expected); $tick = $lines->next($tick)) {
            $found[] = $tick;
        }

        self::assertSame($expected, $found);
    }

    #[TestWith([0, 0])]
    #[TestWith([59, 0])]
    #[TestWith([60, 120], 'a tie goes to the later line')]
    #[TestWith([119, 120])]
    #[TestWith([1861, 1920], 'the next bar line counts')]
    public function test_it_finds_the_nearest_line(int $tick, int $line): void
    {
        self::assertSame($line, self::context('1/16')->time->gridLines()->nearest($tick));
    }

    #[TestWith(['4/4', [0, 480, 960, 1440]])]
    #[TestWith(['7/8', [0, 240, 480, 720, 960, 1200, 1440]])]
    #[TestWith(['3/2', [0, 960, 1920]])]
    public function test_the_table_for_drawing_has_a_beat_for_each_of_the_meter(string $meter, array $beats): void
    {
        self::assertSame(
            [$beats], array_column(self::context(meters: [0 => $meter])->time->gridLines()->table(), 'beats'),
        );
    }

    public function test_the_table_for_drawing_gives_the_same_lines_as_the_search(): void
    {
        $context = self::context('1/8t', 0, meters: [0 => '4/4', 1920 => '7/8', 3600 => '3/4']);
        $drawn = [];
        foreach ($context->time->gridLines()->table() as $stretch) {
            for ($bar = 0; $bar < 2; $bar++) {
                $start = $stretch['tick'] + intdiv($bar * $stretch['barTicks'][0], $stretch['barTicks'][1]);
                $drawn = [...$drawn, ...array_map(static fn (int $line): int => $start + $line, $stretch['lines'])];
            }
        }
        $lines = new GridLines(Grid::parse('1/8t'), $context->time->meters);
        foreach (array_unique($drawn) as $line) {
            if ($line < 1920) {
                self::assertSame($line, $lines->nearest($line));
            }
        }
        self::assertContains(3520, $drawn);
    }

    #[TestWith(['1/0'])]
    #[TestWith(['1/129'])]
    #[TestWith(['3/16'])]
    #[TestWith(['3bar'])]
    #[TestWith(['sixteenth'])]
    public function test_it_says_what_a_grid_may_be(string $text): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage('1/n up to n = 128');

        Grid::parse($text);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

final class TimingTest extends MusicTestCase
{
    /**
     * @return array<string, array{string, list<array{int, int}>, list<array{int, int}>}> the line, [start, end] before
     *     and after
     */
    public static function nudges(): array
    {
        return [
            'by the grid' => ['nudge', [[0, 100], [240, 300]], [[120, 220], [360, 420]]],
            'earlier' => ['nudge by=-10tk', [[20, 50]], [[10, 40]]],
            'cut to what fits, for all alike' => ['nudge by=-1/4', [[100, 200], [480, 500]], [[0, 100], [380, 400]]],
            'by the clock' => ['nudge by=10ms', [[0, 50], [240, 300]], [[10, 60], [250, 310]]],
            'cut by the clock, for all alike' => ['nudge by=-1s', [[96, 100], [480, 500]], [[0, 4], [384, 404]]],
            'the end alone' => ['nudge edge=end', [[0, 100]], [[0, 220]]],
            'an end that would leave nothing stops on the first line inside, or stays' => [
                'nudge edge=end by=-1/4', [[0, 100], [0, 400], [0, 600]], [[0, 100], [0, 120], [0, 120]],
            ],
            'the start alone' => ['nudge edge=start by=20tk', [[0, 100]], [[20, 100]]],
            'a start that would leave nothing stops on the last line inside, or stays' => [
                'nudge edge=start by=1/4', [[0, 100], [0, 300]], [[0, 100], [240, 300]],
            ],
            'the start never goes before zero' => [
                'nudge edge=start by=-1/4', [[100, 200], [150, 200]], [[0, 200], [50, 200]],
            ],
        ];
    }

    /**
     * @param  list<array{int, int}>  $before
     * @param  list<array{int, int}>  $after
     */
    #[DataProvider('nudges')]
    public function test_it_nudges(string $line, array $before, array $after): void
    {
        $edited = self::edit(
            $line,
            self::notes(...array_map(static fn (array $note): array => [$note[0], $note[1] - $note[0]], $before)),
        );

        self::assertSame($after, array_map(null, self::values('start', $edited), self::ends($edited)));
    }

    public function test_a_nudge_carries_the_played_moment_along(): void
    {
        $quantized = self::edit('quantize', self::notes([10]));
        $nudged = self::edit('nudge', $quantized);

        self::assertSame([10], self::values('playedStart', $nudged));
        self::assertSame([130], self::values('start', self::edit('as-played', $nudged)));
    }

    public function test_it_goes_back_to_the_take_after_quantize_and_legato(): void
    {
        $take = self::notes([10, 100], [250, 90], [490, 30]);
        $fixed = self::edit('legato', self::edit('quantize what=both', self::edit('quantize grid=1/4', $take)));
        self::assertNotSame(self::values('start', $take), self::values('start', $fixed));

        self::assertTrue($take->equals(self::edit('as-played', $fixed)));
    }

    /** @return array<string, array{string, array{int, int}}> */
    public static function returns(): array
    {
        return [
            'both edges' => ['as-played', [10, 110]],
            'the start, with the length there is now' => ['as-played what=start', [10, 250]],
            'the end alone' => ['as-played what=end', [0, 110]],
        ];
    }

    /** @param  array{int, int}  $expected */
    #[DataProvider('returns')]
    public function test_each_edge_can_go_back_by_itself(string $line, array $expected): void
    {
        $fixed = self::edit(
            'untangle',
            self::edit(
                'legato last=range', self::edit('quantize', self::notes([10, 100])), self::context(range: [0, 240]),
            ),
        );
        $back = self::edit($line, $fixed);

        self::assertSame($expected, [$back->start[0], self::ends($back)[0]]);
    }
}

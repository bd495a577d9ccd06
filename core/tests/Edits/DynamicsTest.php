<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** Loud and soft. Four eighths, the second and the fourth together with nothing. */
final class DynamicsTest extends MusicTestCase
{
    /**
     * @return array<string, array{string, list<int>, list<int>, string}> the line, velocities before and after, and
     *     what is said
     */
    public static function edits(): array
    {
        return [
            'ramp: a crescendo' => [
                'ramp from=40 to=100', [90, 90, 90, 90], [40, 60, 80, 100], '4 notes set along a ramp from 40 to 100',
            ],
            'ramp: most of it late' => [
                'ramp from=1 to=109 curve=50', [90, 90, 90, 90], [1, 13, 49, 109], '4 notes set',
            ],
            'ramp: most of it early' => [
                'ramp from=1 to=127 curve=-50', [90, 90, 90, 90], [1, 74, 104, 127], '4 notes set',
            ],
            'ramp: scaled, the accents stay' => [
                'ramp from=64 to=127 mode=scale', [60, 120, 60, 120], [30, 80, 50, 120], '3 notes scaled along a ramp',
            ],
            'ramp: a fade scales from the full velocity' => [
                'ramp from=120 to=60 mode=scale', [100, 100, 100, 100], [100, 83, 67, 50], '3 notes scaled',
            ],

            'squeeze: half way to the mean' => [
                'squeeze', [40, 60, 80, 100], [55, 65, 75, 85], '4 notes brought 50 % nearer to 70',
            ],
            'squeeze: all the way' => [
                'squeeze amount=100', [40, 60, 80, 101], [70, 70, 70, 70], '4 notes brought 100 %',
            ],
            'squeeze: toward 80' => [
                'squeeze amount=50 toward=80', [40, 60, 80, 100], [60, 70, 80, 90], '3 notes brought',
            ],
            'squeeze: spread out, to the limit' => [
                'squeeze amount=-100', [10, 60, 80, 126], [1, 51, 91, 127],
                '4 notes spread 100 % away from 69, 2 stopped at the limit',
            ],

            'limit: neither too soft nor too loud' => [
                'limit min=50 max=90', [40, 60, 80, 100], [50, 60, 80, 90], '2 notes limited to 50 to 90',
            ],
            'limit: nothing to do' => ['limit', [40, 60, 80, 100], [40, 60, 80, 100], 'Nothing changed'],
            'accent: by the line of the bar' => [
                'accent pattern=110,50 grid=1/8', [90, 90, 90, 90], [110, 50, 110, 50],
                '4 notes accented by 110, 50 on 1/8',
            ],
            'accent: the pattern goes on' => [
                'accent pattern=100,60,70 grid=1/8', [90, 90, 90, 90], [100, 60, 70, 100], '4 notes accented',
            ],
            'smooth: all the way to the neighbours' => [
                'smooth amount=100', [40, 100, 40, 100], [100, 40, 100, 40], '4 notes smoothed by 100 %',
            ],
            'smooth: half the way' => ['smooth', [60, 100, 60, 60], [80, 80, 70, 60], '3 notes smoothed by 50 %'],
        ];
    }

    /**
     * @param  list<int>  $before
     * @param  list<int>  $after
     */
    #[DataProvider('edits')]
    public function test_velocities(string $line, array $before, array $after, string $summary): void
    {
        $notes = self::notes(
            ...array_map(
                static fn (int $k, int $velocity): array => [240 * $k, 120, 60, $velocity], array_keys($before),
                $before,
            ),
        );
        $change = self::change($line, $notes);

        self::assertSame($after, self::values('velocity', $change->applyTo($notes)));
        self::assertStringStartsWith($summary, (string) $change->said);
    }

    public function test_an_accent_finds_the_line_of_a_note_played_early_or_late(): void
    {
        $played = self::notes([3, 100], [225, 100], [490, 100], [1915, 100]);

        self::assertSame(
            [110, 50, 110, 110], self::values('velocity', self::edit('accent pattern=110,50 grid=1/8', $played)),
            'the last one opens the next bar',
        );
    }

    public function test_a_chord_is_one_neighbour(): void
    {
        $notes = self::notes([0, 100, 60, 60], [480, 100, 60, 100], [481, 100, 64, 60], [960, 100, 60, 60]);

        self::assertSame([80, 60, 60, 80], self::values('velocity', self::edit('smooth amount=100', $notes)));
    }

    public function test_crossed_limits_are_refused(): void
    {
        $this->expectExceptionMessage('limit: min (90) is above max (50); swap them.');

        self::change('limit min=90 max=50', self::notes([0]));
    }
}

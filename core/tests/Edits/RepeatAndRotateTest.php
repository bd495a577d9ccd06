<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Conditions\Conditions;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Tests\Support\MusicTestCase;
use Jactonic\Core\Time\Grid;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

/** Copies and patterns go by lines: on swung grids, over bar lines, again and again. */
final class RepeatAndRotateTest extends MusicTestCase
{
    /**
     * @return array<string, array{string, list<list<int>>, list<int>, string, int}> line, notes [start, length], starts
     *     of the copies, grid, swing
     */
    public static function repeats(): array
    {
        return [
            'an off-beat' => ['repeat', [[240, 181]], [720], '1/4', 0],
            'two off-beats' => ['repeat', [[240, 100], [720, 100]], [1200, 1680], '1/4', 0],
            'a clap on four, to the next bar' => ['repeat round=bar', [[1440, 361]], [3360], '1/4', 0],
            'swung eighths stay on swung lines' => ['repeat', [[0, 100], [320, 100]], [480, 800], '1/8', 100],
            'a phrase from a swung line' => ['repeat', [[320, 160]], [480], '1/8', 100],
            'a push belongs to the line it is before' => [
                'repeat times=2', [[470, 100], [730, 200]], [950, 1210, 1430, 1690], '1/4', 0,
            ],
            'a late release is forgiven' => ['repeat', [[0, 505]], [480], '1/4', 0],
            'but not a long one' => ['repeat', [[0, 520]], [960], '1/4', 0],
            'a touch on the last line is no release past it' => [
                'repeat', [[0, 30], [480, 30], [960, 30], [1440, 30]], [1920, 2400, 2880, 3360], '1/4', 0,
            ],
            'what ends on a line of a fine grid' => ['repeat', [[0, 480]], [480], '1/64', 0],
            'what ends on a line of a fine, swung grid' => ['repeat', [[0, 1920]], [1920], '1/32', 150],
            'what begins on a line of a fine grid' => ['repeat', [[30, 30]], [60], '1/64', 0],
            'a push belongs to the line where the last copy ends, and leaves no blip there' => [
                'repeat until=5760', [[1910, 480], [2880, 960]], [3830, 4800], '1/4', 0,
            ],
            'every so far, by a part of a tick too' => [
                'repeat times=3 every=1/7', [[0, 100]], [274, 549, 823], '1/4', 0,
            ],
        ];
    }

    /**
     * @param  list<list<int>>  $rows
     * @param  list<int>  $copies
     */
    #[DataProvider('repeats')]
    public function test_a_repeat_goes_on_by_lines(
        string $line, array $rows, array $copies, string $grid, int $swing,
    ): void {
        self::assertSame(
            $copies,
            self::change($line, self::notes(...$rows), self::context(grid: $grid, swing: $swing))->notes->added->start,
        );
    }

    public function test_rotating_by_every_step_brings_the_pattern_back_however_long_notes_ring(): void
    {
        $pattern = self::notes([0, 3000], [310, 50], [950, 100], [1443, 900]);
        $context = self::context(grid: '1/8', swing: 100);
        $turned = $pattern;
        for ($press = 1; $press <= 8; $press++) {
            $turned = self::edit('rotate', $turned, $context);
            self::assertLessThan(1920, max($turned->start), "it stays in its bar at press {$press}");
            self::assertSame($press === 8, $turned->equals($pattern), "press {$press}");
        }
    }

    public function test_a_repeat_takes_the_range_along(): void
    {
        $change = self::change('repeat times=2', self::notes([0, 100], [480, 100]), self::context(range: [0, 960]));

        self::assertSame([1920, 2880], [$change->range?->from, $change->range?->to]);
        self::assertNull(
            self::change('repeat span=selection', self::notes([0, 100]), self::context(range: [0, 960]))->range,
        );
    }

    public function test_rotating_on_goes_on_in_the_bars_it_began_in(): void
    {
        $notes = self::notes([1800, 100], [2400, 100]);
        $turned = $notes;
        $script = static fn (): Script => Script::read(['rotate by=1/16'], Catalog::standard());
        $lines = [];
        for ($press = 1; $press <= 32; $press++) {
            $open = OpenSong::ofNotes($turned, Conductor::of(self::PPQ));
            $state = $script()->following($lines)->apply($open, Selection::all($turned), self::context());
            [$turned, $lines] = [$state->notes(), $state->lines];
            self::assertSame(['rotate by=1/16 within=0..3840'], $lines);
        }
        self::assertSame([1800, 2400], $turned->start);
    }

    /**
     * @param  list<int>  $before
     * @param  list<int>  $after
     */
    #[TestWith(['rotate', '1/4', [2160, 2640, 3120, 3600], [2160, 2640, 3120, 3600]], 'off-beats stay in their bar')]
    #[TestWith(['rotate by=-grid', '1/4', [2350], [3790]], 'a late one comes in at the end of its bar')]
    #[TestWith(['rotate', 'bar', [3360, 3840], [1920, 5280]], 'by bars within the bars they fill')]
    public function test_nothing_leaves_the_bars_it_is_turned_in(
        string $line, string $grid, array $before, array $after,
    ): void {
        $notes = self::notes(...array_map(static fn (int $start): array => [$start, 100], $before));

        self::assertSame($after, self::edit($line, $notes, self::context(grid: $grid))->start);
    }

    #[TestWith(['4/4', '1/4', 0, 4])]
    #[TestWith(['7/8', '1/4', 0, 4], 'the last gap is half as long')]
    #[TestWith(['4/4', '1/8', 100, 8], 'swung')]
    #[TestWith(['3/4', '1/16', 150, 12])]
    public function test_wherever_notes_lie_as_many_presses_as_there_are_lines_bring_them_back(
        string $meter, string $grid, int $swing, int $lines,
    ): void {
        $context = self::context(grid: $grid, swing: $swing, meters: [0 => $meter]);
        $bar = $context->time->meters->barStart(1);
        $notes = self::notes(...array_map(
            static fn (int $start): array => [$start, 10], range($bar, 2 * $bar - 31, 16),
        ));
        $turned = $notes;
        for ($press = 1; $press <= $lines; $press++) {
            $turned = self::edit("rotate within={$bar}..".(2 * $bar), $turned, $context);
            self::assertGreaterThanOrEqual($bar - 30, min($turned->start), "no more than a push before, {$press}");
            self::assertLessThan(2 * $bar, max($turned->start), "press {$press}");
        }
        foreach (self::values('start', $notes) as $i => $start) {
            self::assertEqualsWithDelta(
                $start, self::values('start', $turned)[$i], $swing === 150 ? 3 : 1, 'but for what rounding leaves',
            );
        }
    }

    public function test_on_a_grid_of_several_bars_a_pattern_turns_in_the_bars_it_fills(): void
    {
        self::assertSame([480], self::edit('rotate', self::notes([480, 100]), self::context(grid: '4bar'))->start);
        self::assertSame(
            [0, 2400], self::edit('rotate', self::notes([480, 100], [1920, 100]), self::context(grid: 'bar'))->start,
            'two bars by one',
        );
    }

    #[TestWith(['duplicate'])]
    #[TestWith(['repeat times=2'])]
    #[TestWith(['double octaves=1'])]
    public function test_copied_groups_are_groups_of_their_own(string $line): void
    {
        $notes = self::edit('group', self::notes([0, 100, 60], [0, 100, 64]));
        $groups = self::change($line, $notes)->notes->added->group;

        self::assertSame($line === 'repeat times=2' ? [2, 2, 3, 3] : [2, 2], $groups);
    }

    #[TestWith(['beat=4', '3/4', []])]
    #[TestWith(['beat=1', '3/4', [0, 1430]])]
    #[TestWith(['beat=..2', '3/4', [0]])]
    #[TestWith(['beat=3..', '3/4', [1430]])]
    /** @param  list<int>  $starts */
    public function test_a_push_is_beat_1_of_the_bar_it_opens_and_a_span_is_exact(
        string $where, string $meter, array $starts,
    ): void {
        $notes = self::notes([0], [700], [1430]);
        $chosen = Conditions::parse($where)->choose($notes, self::context(meters: [0 => $meter]))->positions($notes);

        self::assertSame($starts, array_map(static fn (int $i): int => $notes->start[$i], $chosen));
    }
}

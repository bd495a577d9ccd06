<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Advice\Advice;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Context\OpenClips;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Tests\Support\MusicTestCase;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TempoMap;
use Jactonic\Core\Time\Timeline;
use PHPUnit\Framework\Attributes\TestWith;

/** Timing on lines that are no even steps, and what is played a little beside them, once and twice. */
final class SwungLinesTest extends MusicTestCase
{
    #[TestWith([[320, 480], 'nudge', [480, 800]])]
    #[TestWith([[330, 470], 'nudge', [490, 790]])]
    #[TestWith([[480], 'nudge by=-grid', [320]])]
    /**
     * @param  list<int>  $starts
     * @param  list<int>  $expected
     */
    public function test_a_nudge_by_the_grid_goes_from_swung_line_to_swung_line(
        array $starts, string $line, array $expected,
    ): void {
        $notes = self::notes(...array_map(static fn (int $start): array => [$start], $starts));

        self::assertSame($expected, self::edit($line, $notes, self::context(grid: '1/8', swing: 100))->start);
    }

    public function test_what_was_asked_for_survives_a_quantize(): void
    {
        $chord = self::notes([3, 480, 60], [3, 480, 64], [3, 480, 67]);
        $strummed = self::edit('strum time=40tk', $chord);

        self::assertSame(
            [0, 20, 40], self::edit('quantize chords=together', $strummed)->start, 'a strum keeps its shape',
        );
        $short = self::edit('detach keep=50', self::notes([0, 480], [480, 480]));
        self::assertSame([240, 240], self::edit('quantize what=both', $short)->length, 'detached notes stay detached');
    }

    public function test_a_length_at_reach_100_always_moves_also_where_a_step_is_a_fraction(): void
    {
        self::assertSame(
            [549, 274, 274],
            self::values(
                'length', self::edit('quantize what=length grid=1/7', self::notes([0, 412], [600, 410], [1200, 1])),
            ),
        );
    }

    public function test_humanizing_twice_is_no_wilder_than_once(): void
    {
        $take = self::edit(
            'quantize',
            self::notes(...array_map(static fn (int $k): array => [120 * $k + 5, 60, 60, 64], range(1, 60))),
        );
        $once = self::edit('humanize time=20tk velocity=10 seed=3', $take);
        self::assertTrue(
            self::edit('humanize time=20tk velocity=10 seed=3', $once)->equals($once),
            'the same seed gives the same take',
        );
        $often = $once;
        foreach (range(4, 30) as $seed) {
            $often = self::edit("humanize time=20tk velocity=10 shape=even seed={$seed}", $often);
        }
        foreach ($often->start as $i => $start) {
            self::assertLessThanOrEqual(20, abs($start - 120 * ($i + 1)));
            self::assertLessThanOrEqual(10, abs($often->velocity[$i] - 64));
        }
        self::assertTrue(
            self::edit('as-played', $often)->start === self::edit('as-played', $take)->start, 'the take is still there',
        );
    }

    public function test_tracks_and_pitches_with_one_rhythm_get_offsets_of_their_own(): void
    {
        $notes = Notes::fromRows(array_map(
            static fn (int $k): array => [
                'start' => 480 * intdiv($k, 4) + 480, 'pitch' => 60 + $k % 2, 'clip' => 1 + intdiv($k % 4, 2),
            ],
            range(0, 79),
        ));
        $loose = self::edit('humanize time=60tk seed=7', $notes, self::open([1 => 10, 2 => 20]))->rows();
        $offsets = [];
        foreach ($loose as $note) {
            $offsets["{$note['clip']} {$note['pitch']}"][] = $note['looseStart'];
        }

        self::assertCount(4, array_unique(array_map(static fn (array $list): string => implode(',', $list), $offsets)));
    }

    public function test_a_line_exactly_on_sixteenths_is_told_sixteenths(): void
    {
        $bass = self::notes(
            ...array_map(
                static fn (int $k): array => [480 * intdiv($k, 3) + [0, 240, 360][$k % 3], 100, 40 + $k % 5],
                range(0, 47),
            ),
        );

        self::assertSame('1/16', Advice::on($bass, Selection::none(), self::context())->recommended()?->name());
    }

    public function test_what_slack_leaves_out_lies_where_it_was_played(): void
    {
        $notes = self::edit('quantize grid=1/4', self::notes([100], [470]));

        self::assertSame([100, 480], self::edit('quantize grid=1/4 reach=30', $notes)->start);
    }

    public function test_another_seed_is_taken_each_time_and_written_into_the_line(): void
    {
        $numbers = [11, 12];
        $catalog = Catalog::standard(static function () use (&$numbers): int {
            return (int) array_shift($numbers);
        });

        self::assertSame('humanize seed=11', (string) $catalog->read('humanize')->line);
        self::assertSame('humanize time=5ms seed=12', (string) $catalog->read('humanize time=5ms seed=new')->line);
        self::assertSame('humanize seed=99', (string) $catalog->read('humanize seed=99')->line);
    }

    /** @param  array<int, int>  $tracks  by clip */
    private static function open(array $tracks, int $front = 1, int $channel = 0): Context
    {
        return new Context(
            new Timeline(MeterMap::of(self::PPQ), TempoMap::of(self::PPQ), Grid::parse('1/16')),
            caret: new Caret, clips: OpenClips::of($tracks, $front, $channel),
        );
    }
}

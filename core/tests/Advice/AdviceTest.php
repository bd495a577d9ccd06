<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Advice;

use Jactonic\Core\Advice\Advice;
use Jactonic\Core\Advice\Candidate;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

/** Which grid a take was meant for. */
final class AdviceTest extends MusicTestCase
{
    /** @return array<string, array{list<int>, string}> ticks of one pitch, and the grid they were meant for */
    public static function takes(): array
    {
        $uneven = [4, -6, 9, -3, 7, -8, 2, 5];
        $played = static fn (callable $tick): array => array_map(
            static fn (int $k): int => max(0, (int) $tick($k) + $uneven[$k % 8]), range(0, 15),
        );

        return [
            'quarters' => [$played(static fn (int $k): int => 480 * $k), '1/4'],
            'eighths' => [$played(static fn (int $k): int => 240 * $k), '1/8'],
            'triplets' => [$played(static fn (int $k): int => 160 * $k), '1/8t'],
            'sixteenths' => [$played(static fn (int $k): int => 120 * $k), '1/16'],
            'quick triplets' => [$played(static fn (int $k): int => 80 * $k), '1/16t'],
            'swung eighths' => [$played(static fn (int $k): int => 240 * $k + ($k % 2) * 48), '1/8, swing '],
            'swung sixteenths' => [$played(static fn (int $k): int => 120 * $k + ($k % 2) * 24), '1/16, swing '],
        ];
    }

    /** @param  list<int>  $ticks */
    #[DataProvider('takes')]
    public function test_it_finds_the_grid_a_take_was_meant_for(array $ticks, string $grid): void
    {
        self::assertStringStartsWith($grid, (string) $this->on($ticks)->recommended()?->name());
    }

    #[TestWith([0, 0])]
    #[TestWith([60, 60])]
    #[TestWith([100, 100])]
    #[TestWith([150, 150])]
    public function test_it_finds_the_swing_that_fits(int $swing, int $expected): void
    {
        $ticks = array_map(static fn (int $k): int => 240 * $k + ($k % 2) * intdiv(240 * $swing, 300), range(0, 15));
        $swings = array_map(
            static fn (Candidate $candidate): int => $candidate->grid->swing,
            array_filter(
                $this->on($ticks)->candidates,
                static fn (Candidate $candidate): bool => (string) $candidate->grid === '1/8',
            ),
        );

        self::assertContains($expected, $swings);
    }

    public function test_it_says_what_a_coarser_grid_would_run_together(): void
    {
        $advice = $this->on(array_map(static fn (int $k): int => 120 * $k, range(0, 12)));

        self::assertSame('1/16', $advice->recommended()?->name());
        self::assertStringContainsString('1/8 would run 12 notes together', $advice->summary());
    }

    public function test_no_grid_is_called_best_that_lets_notes_fall_together(): void
    {
        $near = $this->on([0, 6, 480, 960]);
        self::assertSame('No grid keeps all apart: on 1/4 2 notes would fall together.', $near->summary());

        $flams = $this->on([0, 50, 481, 530, 958, 1010]);
        self::assertSame(0, $flams->recommended()?->collisions, 'one that keeps them apart comes first');
    }

    public function test_no_finer_grid_is_called_best_where_all_lie_on_the_set_one(): void
    {
        $notes = self::edit('quantize grid=1/8', self::notes([80], [330], [560], [820]));
        $on = static fn (string $grid): Advice => Advice::on($notes, Selection::none(), self::context(grid: $grid));

        self::assertSame('1/8', $on('1/8')->recommended()?->name());
        self::assertSame('All lie on 1/8 already.', $on('1/8')->summary());
        self::assertNotSame('1/8', $on('1/4')->recommended()?->name());
        self::assertSame(count($on('1/4')->candidates), count($on('1/8')->candidates), 'it stands there once');
    }

    public function test_distances_are_in_percent_of_half_the_gap(): void
    {
        $quarter = $this->candidate($this->on([0, 60, 480]), '1/4');

        self::assertEqualsWithDelta(100 * (60 / 240) / 3, $quarter->mean, 0.001);
        self::assertEqualsWithDelta(25.0, $quarter->largest, 0.001);
        self::assertSame(2, $quarter->collisions);
    }

    public function test_doubled_notes_are_one_and_chords_do_not_collide(): void
    {
        $advice = Advice::on(
            self::notes([0, 100, 60], [0, 50, 60], [4, 100, 64], [480, 100, 60]), Selection::none(), self::context(),
        );

        self::assertSame(3, $advice->count);
        self::assertSame(0, $this->candidate($advice, '1/4')->collisions);
    }

    public function test_it_looks_at_the_take_whatever_was_quantized_since(): void
    {
        $triplets = self::notes(...array_map(static fn (int $k): array => [160 * $k], range(0, 11)));
        $byMistake = self::edit('quantize grid=1/16', $triplets);

        self::assertSame('1/8t', Advice::on($byMistake, Selection::none(), self::context())->recommended()?->name());
        self::assertTrue(self::edit('quantize grid=1/8t', $byMistake)->start === $triplets->start);
    }

    public function test_its_line_takes_the_notes_to_the_recommended_grid(): void
    {
        $notes = self::notes([3], [118], [245], [355]);
        $line = (string) Advice::on($notes, Selection::none(), self::context(grid: '1/4'))->recommended()?->line();

        self::assertSame([0, 120, 240, 360], self::edit($line, $notes, self::context(grid: '1/4'))->start);
    }

    public function test_without_notes_it_says_so(): void
    {
        self::assertSame(
            'There are no notes to look at.', Advice::on(Notes::none(), Selection::none(), self::context())->summary(),
        );
    }

    /** @param  list<int>  $ticks */
    private function on(array $ticks): Advice
    {
        return Advice::on(
            self::notes(...array_map(static fn (int $tick): array => [$tick], $ticks)), Selection::none(),
            self::context(),
        );
    }

    private function candidate(Advice $advice, string $name): Candidate
    {
        foreach ($advice->candidates as $candidate) {
            if ($candidate->name() === $name) {
                return $candidate;
            }
        }
        self::fail("{$name} is not among the grids");
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Context\Caret;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

/** Edits of time beyond quantize and nudge: stretched, reversed, rotated, strummed, set loose. */
final class StretchAndHumanizeTest extends MusicTestCase
{
    /**
     * @return array<string, array{string, list<array<int, int>>, list<int>, list<int>}> the line, notes, starts and
     *     lengths after
     */
    public static function edits(): array
    {
        $phrase = [[250, 100], [480, 200], [960, 50]];

        return [
            'align: the block begins at the caret' => ['align', $phrase, [1000, 1230, 1710], [100, 200, 50]],
            'align: at the playhead' => ['align to=playhead', $phrase, [720, 950, 1430], [100, 200, 50]],
            'align: at the end of the range' => ['align to=range-end', $phrase, [3840, 4070, 4550], [100, 200, 50]],
            'align: at a place written down' => ['align to=2.1.0', $phrase, [1920, 2150, 2630], [100, 200, 50]],

            'stretch: twice as slow, from the first note' => ['stretch', $phrase, [250, 710, 1670], [200, 400, 100]],
            'stretch: twice as fast' => ['stretch factor=1/2', $phrase, [250, 365, 605], [50, 100, 25]],
            'stretch: straight eighths to triplets' => [
                'stretch factor=2/3', [[0, 240], [240, 240], [480, 240]], [0, 160, 320], [160, 160, 160],
            ],
            'stretch: about the caret' => [
                'stretch factor=0.5 anchor=caret', [[500, 100], [1500, 100]], [750, 1250], [50, 50],
            ],
            'stretch: a tick is the shortest' => ['stretch factor=1/16', [[0, 3]], [0], [1]],

            'reverse: the last end is the first start' => ['reverse', $phrase, [910, 580, 250], [100, 200, 50]],
            'rotate: by a beat within the bar' => [
                'rotate by=1beat', [[0, 100], [480, 100], [1440, 100]], [480, 960, 0], [100, 100, 100],
            ],
            'rotate: earlier wraps to the end' => ['rotate by=-1/16', [[0, 100], [480, 100]], [1800, 360], [100, 100]],
            'rotate: a touch before the bar line belongs to the bar it opens' => [
                'rotate by=1beat', [[1915, 100], [2400, 100]], [2395, 2880], [100, 100],
            ],
            'rotate: within the two bars it fills' => [
                'rotate by=1bar', [[0, 100], [2000, 100]], [1920, 80], [100, 100],
            ],

            'strum: upward, ends stay' => [
                'strum time=30tk', [[0, 480, 67], [0, 480, 60], [4, 476, 64]], [30, 0, 15], [450, 480, 465],
            ],
            'strum: downward' => [
                'strum time=30tk direction=down', [[0, 480, 67], [0, 480, 60], [0, 480, 64]], [0, 30, 15],
                [480, 450, 465],
            ],
            'strum: ends move along' => [
                'strum time=30tk ends=move', [[0, 480, 67], [0, 480, 60]], [30, 0], [480, 480],
            ],
            'strum: a note alone is no chord' => ['strum', $phrase, [250, 480, 960], [100, 200, 50]],
        ];
    }

    /**
     * @param  list<array<int, int>>  $before
     * @param  list<int>  $starts
     * @param  list<int>  $lengths
     */
    #[DataProvider('edits')]
    public function test_times(string $line, array $before, array $starts, array $lengths): void
    {
        $edited = self::edit(
            $line, self::notes(...$before), self::context(caret: new Caret(1000), range: [0, 3840], playhead: 720),
        );

        self::assertSame($starts, self::values('start', $edited));
        self::assertSame($lengths, self::values('length', $edited));
    }

    public function test_a_take_keeps_its_feel_when_it_is_stretched_or_reversed(): void
    {
        $take = self::edit('quantize grid=1/4', self::notes([10, 200], [470, 200]));

        $slower = self::edit('stretch factor=2', $take);
        self::assertSame(
            [20, 940], self::values('start', self::edit('as-played what=start', $slower)),
            'twice as far from the lines',
        );

        $there = self::edit('reverse', $take);
        self::assertTrue(self::edit('reverse', $there)->equals($take));
    }

    public function test_humanizing_stays_within_its_size_and_can_go_back(): void
    {
        $notes = self::notes(...array_map(static fn (int $k): array => [480 * $k, 200, 60, 64], range(1, 60)));
        $context = self::context(tempos: [0 => 120]);
        $edited = self::edit('humanize time=10ms velocity=8 length=20', $notes, $context);

        foreach ($edited->id as $i => $id) {
            $k = $id - 1;
            self::assertLessThanOrEqual(10, abs($edited->start[$i] - $notes->start[$k]), '10 ms are 9.6 ticks here');
            self::assertLessThanOrEqual(8, abs($edited->velocity[$i] - 64));
            self::assertLessThanOrEqual(40, abs($edited->length[$i] - 200));
        }
        self::assertGreaterThan(5, count(array_unique($edited->velocity)));
        self::assertSame($notes->start, self::edit('as-played', $edited)->start);
    }

    #[TestWith(['100', 1, 0])]
    #[TestWith(['-100', 0, 1])]
    public function test_leaning_all_the_way_is_only_late_or_only_early(string $lean, int $late, int $early): void
    {
        $notes = self::notes(...array_map(static fn (int $k): array => [480 * $k], range(1, 60)));
        $edited = self::edit("humanize time=40ms lean={$lean} shape=even", $notes);
        $offsets = array_map(
            static fn (int $before, int $after): int => $after - $before, $notes->start, self::values('start', $edited),
        );

        self::assertSame($late, (int) (max($offsets) > 0));
        self::assertSame($early, (int) (min($offsets) < 0));
    }

    public function test_chords_are_humanized_together_where_wanted(): void
    {
        $edited = self::edit(
            'humanize time=40ms chords=together', self::notes([480, 100, 60], [484, 100, 64], [488, 100, 67]),
        );

        [$a, $b, $c] = self::values('start', $edited);
        self::assertSame([4, 8], [$b - $a, $c - $a]);
    }

    public function test_a_size_does_not_change_what_the_others_do(): void
    {
        $notes = self::notes([480], [960], [1440]);

        self::assertSame(
            self::values('start', self::edit('humanize velocity=0', $notes)),
            self::values('start', self::edit('humanize velocity=40 length=50', $notes)),
        );
    }

    #[TestWith(['stretch factor=2 anchor=caret', 'before the start of the song'])]
    #[TestWith(['align to=range-start', 'needs a range'])]
    #[TestWith(['align to=2000000000', 'past the end'])]
    public function test_what_cannot_be_done_is_refused_with_what_would_work(string $line, string $message): void
    {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($message);

        self::change($line, self::notes([0, 200_000_000]), self::context(caret: new Caret(100)));
    }
}

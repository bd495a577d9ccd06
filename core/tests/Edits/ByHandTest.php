<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Course;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Pointer;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Pitch\Rows;
use Jactonic\Core\Tests\Support\MusicTestCase;
use Jactonic\Core\Time\Amount;
use Jactonic\Core\Time\NudgeAmounts;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

/** What a hand draws, fills, points at and nudges. */
final class ByHandTest extends MusicTestCase
{
    /**
     * @return array<string, array{string, list<int>, string}> the line, the velocities of five eighths of 100 after it,
     *     and what is said
     */
    public static function courses(): array
    {
        return [
            'a line from the first to the last' => [
                'course at="0:40 960:80"', [40, 50, 60, 70, 80], '5 notes set along a course from 40 to 80',
            ],
            'notes before and after it stay' => [
                'course at="240:10 480:30"', [100, 10, 30, 100, 100], '2 notes set along a course from 10 to 30',
            ],
            'it bends at its points' => ['course at="0:20 480:120 960:20"', [20, 70, 120, 70, 20], '5 notes set'],
            'commas part the points as well' => ['course at=0:20,480:120', [20, 70, 120, 100, 100], '3 notes set'],
            'one point holds for its own moment' => [
                'course at=480:7', [100, 100, 7, 100, 100], '1 note set along a course from 7 to 7',
            ],
            'a half is rounded away from zero' => ['course at="0:40 960:42"', [40, 41, 41, 42, 42], '5 notes set'],
            'scaled, the dynamics stay' => [
                'course at="0:100 960:50" mode=scale', [100, 88, 75, 63, 50],
                '4 notes scaled along a course from 50 to 100 %',
            ],
            'raised up to the limit' => [
                'course at="0:0 960:40" mode=add', [100, 110, 120, 127, 127],
                '4 notes raised or lowered along a course from 0 to 40, 2 stopped at the limit',
            ],
            'lowered down to 1' => [
                'course at="0:-126 960:-126" mode=add', [1, 1, 1, 1, 1], '5 notes raised or lowered',
            ],
            'nothing lies within it' => ['course at="1000:40 2000:80"', [100, 100, 100, 100, 100], 'Nothing changed'],
        ];
    }

    /** @param  list<int>  $velocities */
    #[DataProvider('courses')]
    public function test_velocities_follow_a_course(string $line, array $velocities, string $summary): void
    {
        $notes = self::notes(...array_map(static fn (int $k): array => [240 * $k, 120, 60, 100], range(0, 4)));
        $change = self::change($line, $notes);

        self::assertSame($velocities, self::values('velocity', $change->applyTo($notes)));
        self::assertStringStartsWith($summary, (string) $change->said);
    }

    public function test_only_what_is_selected_follows_a_course(): void
    {
        $notes = self::notes([0], [240], [480]);

        self::assertSame(
            [96, 45, 96],
            self::values('velocity', self::edit('course at="0:30 480:60"', $notes, selected: [$notes->id[1]])),
        );
    }

    /** @return array<string, array{string, string}> */
    public static function wrongCourses(): array
    {
        return [
            'back in time' => ['0:1 480:2 240:3', 'each of its points lies after the one before, which 240:3 does not'],
            'twice at one moment' => ['0:1 0:2', 'which 0:2 does not'],
            'no value' => ['0:1 480', 'course: at takes'],
            'nothing' => ['', 'course: at takes'],
            'past the last tick' => ['2147483633:1', 'course: at takes'],
            'too many' => [
                implode(' ', array_map(static fn (int $k): string => "{$k}:1", range(0, Course::MOST_POINTS))),
                'course: at takes 1 to 160 points',
            ],
        ];
    }

    #[DataProvider('wrongCourses')]
    public function test_what_is_no_course_is_refused(string $at, string $message): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage($message);
        Catalog::standard()->read("course at=\"{$at}\"");
    }

    public function test_a_course_of_as_many_points_as_there_may_be_is_taken_up_to_the_last_tick(): void
    {
        $course = Course::parse(
            implode(
                ' ', array_map(static fn (int $k): string => "{$k}:{$k}", range(1, Course::MOST_POINTS - 1)),
            ).' 2147483632:0',
        );

        self::assertSame(
            [null, 1.0, 77.0, 0.0], [$course->at(0), $course->at(1), $course->at(77), $course->at(2147483632)],
        );
    }

    /** @return array<string, array{string, string}> */
    public static function valuesPastTheirRange(): array
    {
        return [
            'a velocity of 0' => [
                'course at="0:0 960:64"',
                'A course with mode=set takes velocities from 1 to 127; this one goes from 0 to 64.',
            ],
            'a velocity of 128' => ['course at=0:128', 'velocities from 1 to 127'],
            'a share over 400 %' => ['course at=0:401 mode=scale', 'shares in % from 0 to 400'],
            'a share below nothing' => ['course at=0:-1 mode=scale', 'shares in % from 0 to 400'],
            'a difference over 126' => ['course at=0:127 mode=add', 'differences from -126 to 126'],
        ];
    }

    #[DataProvider('valuesPastTheirRange')]
    public function test_a_course_keeps_within_its_range(string $line, string $message): void
    {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($message);
        self::change($line, self::notes([0]));
    }

    /**
     * @return array<string, array{string, list<list<int>>, string}> the line, [start, length, velocity] of the row in
     *     order, and what is said
     */
    public static function fills(): array
    {
        return [
            'on each line, as loud as new notes' => [
                'fill every=1/4', [[0, 480, 96], [480, 480, 96]],
                '2 notes of D4 filled in on 1/4, 1 note taken out before',
            ],
            'a pattern that repeats' => [
                'fill every=1/8 velocity=110,60', [[0, 240, 110], [240, 240, 60], [480, 240, 110], [720, 240, 60]],
                '4 notes of D4',
            ],
            'a pattern counts from the bar, not from the range' => [
                'fill every=1/8 velocity=110,60 range=240..720', [[240, 240, 60], [480, 240, 110]], '2 notes of D4',
            ],
            'an empty line in the pattern' => [
                'fill every=1/8 velocity=0,100', [[240, 240, 100], [720, 240, 100]], '2 notes of D4',
            ],
            'only from the first line in the range on' => [
                'fill every=1/4 range=1..960', [[480, 480, 96]], '1 note of D4',
            ],
            'the end of the range is not in it' => [
                'fill every=1/4 range=0..480', [[0, 480, 96], [500, 50, 30]], '1 note of D4 filled in on 1/4',
            ],
            'with a length' => ['fill every=1/2 length=1/16', [[0, 120, 96]], '1 note of D4'],
            'beside what is there' => [
                'fill every=1/4 clear=off', [[0, 480, 96], [480, 480, 96], [500, 50, 30]],
                '2 notes of D4 filled in on 1/4',
            ],
            'no line in the range only clears' => [
                'fill every=1/4 range=490..700', [], '0 notes of D4 filled in on 1/4, 1 note taken out before',
            ],
            'no line and nothing there' => [
                'fill every=1/4 range=610..700', [[500, 50, 30]], 'Nothing filled: no line of 1/4 lies in the range',
            ],
        ];
    }

    /** @param  list<list<int>>  $row */
    #[DataProvider('fills')]
    public function test_a_row_is_filled(string $line, array $row, string $summary): void
    {
        $notes = self::notes([500, 50, 62, 30], [500, 50, 64, 31]);
        $change = self::change($line, $notes, self::context(caret: new Caret(0, 62), range: [0, 960]));
        $after = $change->applyTo($notes);

        $found = [];
        foreach ($after->pitch as $i => $pitch) {
            if ($pitch === 62) {
                $found[] = [$after->start[$i], $after->length[$i], $after->velocity[$i]];
            }
        }
        self::assertSame($row, $found);
        self::assertContains(31, $after->velocity, 'the other row stays');
        self::assertSame($summary, substr((string) $change->said, 0, strlen($summary)));
    }

    public function test_filling_again_is_filling_once_and_a_fill_without_end_is_refused(): void
    {
        $context = self::context(range: [0, 3840], swing: 60);
        $once = self::edit('fill every=1/8 velocity=100,70,80', self::notes([5]), $context);
        $twice = self::edit('fill every=1/8 velocity=100,70,80', $once, $context);

        self::assertSame([$once->start, $once->velocity], [$twice->start, $twice->velocity]);
        self::assertSame([0, 288, 480], array_slice($once->start, 0, 3), 'on swung lines');
        $this->expectExceptionMessage('more than 200,000 notes');
        self::change('fill every=1/128 range=0..2000000000', self::notes([0]));
    }

    /**
     * @return array<string, array{string, list<int>, list<int>, string|null}> the line, pitches before and after, the
     *     key
     */
    public static function widenings(): array
    {
        return [
            'twice as wide, in the key' => ['widen', [60, 62, 64], [60, 64, 67], 'C major'],
            'twice as wide, in semitones' => ['widen', [60, 62, 64], [60, 64, 68], null],
            'semitones where asked for' => ['widen key=off', [60, 62, 64], [60, 64, 68], 'C major'],
            'half as wide from the highest' => [
                'widen factor=1/2 about=highest', [60, 64, 67], [64, 65, 67], 'C major',
            ],
            'outside the key it goes to the nearest first' => ['widen factor=1', [60, 66, 67], [60, 65, 67], 'C major'],
            'one note stays' => ['widen factor=8', [61], [61], null],
        ];
    }

    /**
     * @param  list<int>  $before
     * @param  list<int>  $after
     */
    #[DataProvider('widenings')]
    public function test_intervals_are_widened_and_narrowed(
        string $line, array $before, array $after, ?string $key,
    ): void {
        $notes = self::notes(
            ...array_map(
                static fn (int $k, int $pitch): array => [240 * $k, 120, $pitch], array_keys($before), $before,
            ),
        );

        self::assertSame($after, self::values('pitch', self::edit($line, $notes, self::context(key: $key))));
    }

    public function test_what_falls_together_when_narrowed_becomes_one_and_what_leaves_the_pitches_is_refused(): void
    {
        $notes = self::notes([0, 120, 60], [0, 200, 61], [480, 120, 72]);
        $change = self::change('widen factor=1/4', $notes);
        self::assertSame([60, 63], self::values('pitch', $change->applyTo($notes)));
        self::assertSame(
            'Intervals of 3 notes times 1/4, from C4 to D#4, 1 note taken out that doubled another',
            (string) $change->said,
        );

        $this->expectExceptionMessage('Nothing widened: a note would leave C-1 to G9.');
        self::change('widen factor=8', self::notes([0, 120, 60], [0, 120, 70]));
    }

    /** @return array<string, array{int, int, int|null}> pitch, rows, and where it lands among 36, 38, 42, 46 */
    public static function rows(): array
    {
        return [
            'up to the next' => [36, 1, 38], 'up by two' => [36, 2, 42], 'down' => [46, -1, 42],
            'to the last' => [36, 3, 46],
            'past the highest' => [46, 1, null], 'past the lowest' => [36, -1, null],
            'above them all there is none' => [50, 1, null], 'below them all neither' => [30, -1, null],
            'between rows it first goes to the next one up' => [40, 1, 42], 'and down' => [40, -1, 38],
            'and on' => [40, 2, 46],
            'from above all' => [60, -1, 46], 'nowhere' => [40, 0, 40],
        ];
    }

    #[DataProvider('rows')]
    public function test_a_move_by_rows_goes_along_what_is_shown(int $pitch, int $by, ?int $target): void
    {
        self::assertSame($target, Rows::occurring([46, 36, 42, 38, 38])->shift($pitch, $by));
    }

    public function test_rows_in_an_order_of_their_own_are_gone_along_as_they_lie(): void
    {
        $snareBelowKick = Rows::of([38, 36, 42]);

        self::assertSame(
            [36, 42, 38, null],
            [
                $snareBelowKick->shift(38, 1), $snareBelowKick->shift(36, 1), $snareBelowKick->shift(36, -1),
                $snareBelowKick->shift(38, -1),
            ],
        );
        self::assertSame(
            [42, 38], [$snareBelowKick->shift(40, 1), $snareBelowKick->shift(40, -1)],
            'from a pitch without a row to that of the next pitch',
        );
    }

    public function test_up_and_down_again_is_said_as_back_where_it_was(): void
    {
        self::assertSame(
            '2 notes where they were', (string) self::change('transpose octaves=0', self::notes([0], [480]))->said,
        );
    }

    public function test_hits_go_from_drum_to_drum_all_of_them_or_none(): void
    {
        $hits = self::notes([0, 60, 36], [480, 60, 38]);
        self::assertSame(
            [38, 42],
            self::values('pitch', self::edit('transpose rows=1', $hits, self::context(rows: Rows::of([36, 38, 42])))),
        );
        self::assertSame(
            [38, 38], self::values('pitch', self::edit('transpose rows=1', $hits, selected: [$hits->id[0]])),
            'where all rows are shown, along the pitches that occur',
        );

        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage(
            'Nothing moved: a note would pass the highest row shown. The notes could go up by 1 row.',
        );
        self::change('transpose rows=2', $hits, self::context(rows: Rows::of([36, 38, 42])));
    }

    /**
     * @return array<string, array{string, bool, int, int}> the line, whether the pointer is free of the grid, and start
     *     and pitch of what is put in
     */
    public static function pointed(): array
    {
        return [
            'on the line before the pointer, in its row' => ['insert at=pointer', false, 360, 65],
            'free of the grid' => ['insert at=pointer', true, 470, 65],
            'in a row that is named' => ['insert at=pointer pitch=C5', false, 360, 72],
            'a row that is filled' => ['fill pitch=pointer range=0..1', false, 0, 65],
            'a chord' => ['chord at=pointer shape=0,7', false, 360, 65],
        ];
    }

    #[DataProvider('pointed')]
    public function test_what_is_put_in_at_the_pointer(string $line, bool $isFree, int $start, int $pitch): void
    {
        $done = self::edit($line, self::notes([9000, 10, 20]), self::context(pointer: new Pointer(470, 65, $isFree)));

        self::assertSame([$start, $pitch], [$done->start[0], $done->pitch[0]]);
    }

    public function test_a_note_is_cut_on_the_line_nearest_to_the_pointer(): void
    {
        $notes = self::notes([0, 960]);
        self::assertSame(
            [480, 480],
            self::values(
                'length', self::edit('split at=pointer', $notes, self::context(pointer: new Pointer(470, 60))),
            ),
        );
        self::assertSame(
            [470, 490],
            self::values(
                'length', self::edit('split at=pointer', $notes, self::context(pointer: new Pointer(470, 60, true))),
            ),
        );

        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage('split at=pointer needs the pointer over the roll');
        self::change('split at=pointer', $notes);
    }

    /**
     * @return array<string, array{
     *     string, int,
     * }> the line, and where a note at 480 goes with 10 ticks and 1/4 as amounts
     */
    public static function nudges(): array
    {
        return [
            'by the amount' => ['nudge by=step', 490], 'back' => ['nudge by=-step', 470],
            'by the larger one' => ['nudge by=step2', 960], 'and back' => ['nudge by=-step2', 0],
            'other edits take it as well' => ['rotate by=step2', 960],
        ];
    }

    #[DataProvider('nudges')]
    public function test_a_nudge_goes_by_amounts_of_its_own(string $line, int $start): void
    {
        self::assertSame(
            [$start],
            self::values(
                'start', self::edit($line, self::notes([480]), self::context(nudge: NudgeAmounts::of('10tk', '1/4'))),
            ),
        );
    }

    /** @param  list<list<int>>  $rows */
    #[TestWith(['harmony shape=power', [[0, 120]], '2 notes added above 1 note'])]
    #[TestWith(['harmony shape=power', [[0, 120], [480, 120]], '4 notes added above 2'])]
    #[TestWith([
        'nudge edge=end by=-240tk', [[0, 1], [480, 480]], 'The ends of 2 notes moved 240 ticks (250 ms) earlier',
    ])]
    #[TestWith(['tidy', [[0, 10]], '1 touch shorter than 1/128 taken out'])]
    #[TestWith(['tidy', [[0, 10], [480, 10]], '2 touches shorter than 1/128 taken out'])]
    #[TestWith(['tidy', [[0, 100]], 'Nothing to tidy: no touches and no doubled notes.'])]
    public function test_one_is_said_as_one_and_several_as_several(string $line, array $rows, string $summary): void
    {
        self::assertSame($summary, (string) self::change($line, self::notes(...$rows))->said);
    }

    /**
     * @return array<string, array{string, list<int>, list<int>, string}> the line, starts and lengths of three notes of
     *     one row after it, and what is said
     */
    public static function borders(): array
    {
        return [
            'later' => [
                'nudge edge=border by=50tk', [0, 170, 350], [170, 180, 120], '2 borders moved 50 ticks (52 ms) later',
            ],
            'earlier' => [
                'nudge edge=border by=-50tk', [0, 70, 250], [70, 180, 220], '2 borders moved 50 ticks (52 ms) earlier',
            ],
            'never past a note' => ['nudge edge=border by=-1bar', [0, 1, 2], [1, 1, 468], '2 borders moved'],
            'by lines' => [
                'nudge edge=border by=1/16', [0, 240, 420], [240, 180, 50], '2 borders moved 120 ticks (125 ms) later',
            ],
        ];
    }

    /**
     * @param  list<int>  $starts
     * @param  list<int>  $lengths
     */
    #[DataProvider('borders')]
    public function test_the_border_of_notes_that_touch_is_moved(
        string $line, array $starts, array $lengths, string $summary,
    ): void {
        $row = self::notes([0, 120], [120, 180], [300, 170], [120, 100, 61]);
        $change = self::change($line, $row);
        $after = $change->applyTo($row);

        self::assertSame(
            [[...$starts, 120], [...$lengths, 100]], [self::values('start', $after), self::values('length', $after)],
        );
        self::assertStringStartsWith($summary, (string) $change->said);
        self::assertSame(
            'Nothing moved: no two of the selected notes touch in one row.',
            (string) self::change($line, $row, selected: [$row->id[0], $row->id[3]])->said,
        );
    }

    public function test_without_amounts_of_its_own_it_goes_by_the_grid_and_by_bars(): void
    {
        $late = self::notes([290]);
        self::assertSame(
            [530], self::values('start', self::edit('nudge by=step', $late, self::context('1/8'))),
            'by lines, keeping its distance',
        );
        self::assertSame(
            [290 + 1920], self::values('start', self::edit('nudge by=step2', $late, self::context('1/8'))),
        );
        self::assertSame([50], self::values('start', self::edit('nudge by=-step', $late, self::context('1/8'))));
        self::assertSame('-grid', (string) Amount::parse('-step')->settled(self::context()->time));
    }

    public function test_a_nudge_amount_is_no_nudge_amount_and_has_no_sign(): void
    {
        foreach ([['step', '1bar'], ['1/8', 'step2'], ['-10ms', '1bar']] as [$step, $larger]) {
            try {
                NudgeAmounts::of($step, $larger);
                self::fail("{$step}, {$larger}");
            } catch (BadInput $error) {
                self::assertStringContainsString('an amount of time without a sign', $error->getMessage());
            }
        }
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Context\Pointer;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Tests\Support\MusicTestCase;
use Jactonic\Core\Time\Amount;
use Jactonic\Core\Time\NudgeAmounts;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

/** What goes by the place of the pointer, and by the amounts one nudges by. */
final class PointerAndNudgeTest extends MusicTestCase
{
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
        'nudge edge=end by=-240tk', [[0, 1], [480, 480]],
        'The end of 1 note moved 240 ticks (250 ms) earlier, 1 stopped so that something is left',
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
            'never past a note: it stops on a line inside' => [
                'nudge edge=border by=-1bar', [0, 120, 240], [120, 120, 230],
                'The border of 2 notes moved 60 ticks (63 ms) earlier, 2 stopped',
            ],
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

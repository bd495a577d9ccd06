<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Pitch\Rows;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** Pitches that move by intervals of their own, and along the rows that are shown. */
final class WidenAndRowsTest extends MusicTestCase
{
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
            '2 notes back as before', (string) self::change('transpose octaves=0', self::notes([0], [480]))->said,
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
}

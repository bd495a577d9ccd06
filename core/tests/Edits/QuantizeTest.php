<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

final class QuantizeTest extends MusicTestCase
{
    /** @return array<string, array{string, list<int>, list<int>}> the line, starts before, starts after */
    public static function starts(): array
    {
        return [
            'to the nearest line, the later one on a tie' => [
                'quantize', [5, 59, 60, 130, 1900], [0, 0, 120, 120, 1920],
            ],
            'half the way, rounded away from the note' => ['quantize strength=50', [5, 115, 60], [2, 118, 90]],
            'strength 0 moves nothing' => ['quantize strength=0', [5, 115], [5, 115]],
            'only what lies near a line' => ['quantize reach=50', [29, 30, 31, 91, 90], [0, 0, 31, 120, 120]],
            'nothing that is near enough already' => ['quantize slack=10tk', [9, 10, 111, 110], [9, 0, 111, 120]],
            'slack by the clock' => ['quantize slack=10ms', [9, 10, 11], [9, 0, 0]],
            'to triplets' => ['quantize grid=1/8t', [150, 330, 470], [160, 320, 480]],
            'to a swing of its own' => ['quantize grid=1/8 swing=100', [250, 470, 790], [320, 480, 800]],
            'to bars' => ['quantize grid=bar', [900, 960, 2000], [0, 1920, 1920]],
        ];
    }

    /**
     * @param  list<int>  $before
     * @param  list<int>  $after
     */
    #[DataProvider('starts')]
    public function test_it_moves_starts(string $line, array $before, array $after): void
    {
        $notes = self::notes(...array_map(static fn (int $start): array => [$start, 70], $before));
        $edited = self::edit($line, $notes);

        self::assertSame($after, self::values('start', $edited));
        self::assertSame(array_fill(0, count($before), 70), self::values('length', $edited), 'the length stays');
    }

    /**
     * @return array<string, array{
     *     string, array{int, int}, array{int, int},
     * }> the line, start and end before, and after
     */
    public static function endsAndLengths(): array
    {
        return [
            'the end alone' => ['quantize what=end', [10, 130], [10, 120]],
            'an end that would meet its start goes to the next line' => ['quantize what=end', [130, 170], [130, 240]],
            'an end before its start goes to the next line after the start' => [
                'quantize what=end', [121, 179], [121, 240],
            ],
            'both by themselves' => ['quantize what=both', [10, 200], [0, 240]],
            'both, and the end has to make way' => ['quantize what=both', [100, 150], [120, 240]],
            'the length to whole steps' => ['quantize what=length', [10, 200], [10, 250]],
            'the length to one step at the least' => ['quantize what=length', [10, 15], [10, 130]],
            'the length half the way' => ['quantize what=length strength=50', [0, 100], [0, 110]],
        ];
    }

    /**
     * @param  array{int, int}  $before
     * @param  array{int, int}  $after
     */
    #[DataProvider('endsAndLengths')]
    public function test_it_moves_ends_and_lengths(string $line, array $before, array $after): void
    {
        $edited = self::edit($line, self::notes([$before[0], $before[1] - $before[0]]));

        self::assertSame($after, [$edited->start[0], self::ends($edited)[0]]);
    }

    public function test_it_measures_from_the_moment_a_note_was_played_however_often_it_was_quantized(): void
    {
        $take = self::notes([70], [170]);
        $coarse = self::edit('quantize grid=1/4', $take);
        self::assertSame([0, 0], self::values('start', $coarse));
        self::assertSame([70, 170], self::values('playedStart', $coarse));

        self::assertSame([120, 120], self::values('start', self::edit('quantize', $coarse)), 'the take decides');
        self::assertSame(
            [0, 0], self::values('start', self::edit('quantize from=now', $coarse)), 'what is there decides',
        );
    }

    public function test_together_moves_a_strummed_chord_as_one(): void
    {
        $strum = self::notes([110, 240, 60], [122, 240, 64], [134, 240, 67], [250, 60, 72]);

        self::assertSame([120, 132, 144, 240], self::values('start', self::edit('quantize chords=together', $strum)));
        self::assertSame([120, 120, 120, 240], self::values('start', self::edit('quantize chords=loose', $strum)));
        self::assertSame(
            [120, 132, 120, 240], self::values('start', self::edit('quantize chords=together spread=20tk', $strum)),
            'a narrower spread makes two chords',
        );
    }

    public function test_together_measures_the_chord_from_the_take(): void
    {
        $strum = self::edit('quantize', self::notes([110, 240, 60], [122, 240, 64]));

        self::assertSame(
            [120, 132], self::values('start', self::edit('quantize chords=together', $strum)),
            'the strum comes back on the line',
        );
    }

    public function test_it_leaves_alone_what_is_not_selected(): void
    {
        self::assertSame(
            [0, 130], self::values('start', self::edit('quantize', self::notes([5], [130]), selected: [1])),
        );
    }

    public function test_it_says_what_it_did_in_numbers(): void
    {
        $summary = (string) self::change(
            'quantize', self::notes([0], [30], [120]), self::context(tempos: [0 => 120]),
        )->said;
        self::assertSame('1 note quantized to 1/16, 2 were already there, largest move 31 ms', $summary);

        self::assertSame(
            'All 2 notes are on 1/16 already.', (string) self::change('quantize', self::notes([0], [120]))->said,
        );
        self::assertStringContainsString(
            '1 left alone', (string) self::change('quantize reach=10', self::notes([2], [50]))->said,
        );
        $nudged = self::edit('nudge by=5tk', self::edit('quantize', self::notes([2], [50], [120])));
        self::assertSame(
            '1 note quantized to 1/16, 2 left out and put back as played, largest move 52 ms, measured from where '
                .'they were played',
            (string) self::change('quantize reach=10', $nudged)->said, 'what is counted adds up',
        );
        self::assertStringContainsString(
            '2 left alone',
            (string) self::change('quantize reach=10 what=both', self::notes([50, 100], [170, 100]))->said,
            'a note with both its edges is one',
        );
    }

    public function test_a_note_played_before_the_first_line_goes_to_it(): void
    {
        $early = Notes::fromRows([['start' => 0, 'length' => 60, 'playedStart' => -40]]);

        self::assertSame([0], self::edit('quantize', $early)->start);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

final class PitchEditsTest extends MusicTestCase
{
    /** @return array<string, array{string, list<int>, list<int>}> */
    public static function moves(): array
    {
        return [
            'a semitone' => ['transpose semitones=1', [60, 64], [61, 65]],
            'an octave down' => ['transpose octaves=-1', [60, 64], [48, 52]],
            'a third in the key' => ['transpose degrees=2', [62, 64, 65], [65, 67, 69]],
            'notes outside the key join it on the way' => ['transpose degrees=1', [62, 63, 66], [64, 64, 67]],
            'to the very top' => ['transpose semitones=7', [120], [127]],
        ];
    }

    /**
     * @param  list<int>  $before
     * @param  list<int>  $after
     */
    #[DataProvider('moves')]
    public function test_it_transposes(string $line, array $before, array $after): void
    {
        $notes = self::notes(
            ...array_map(
                static fn (int $pitch, int $k): array => [$k * 120, 100, $pitch], $before, array_keys($before),
            ),
        );

        self::assertSame($after, self::values('pitch', self::edit($line, $notes, self::context(key: 'D dorian'))));
    }

    #[TestWith(['transpose semitones=12', 'could go up by 7 semitones'])]
    #[TestWith(['transpose octaves=1', 'cannot go up at all'])]
    #[TestWith(['transpose degrees=9', 'could go up by 4 scale steps'])]
    #[TestWith(['transpose octaves=-10', 'could go down by 3 octaves'])]
    public function test_nothing_moves_past_the_ends_and_the_message_says_how_far_it_could_go(
        string $line,
        string $message,
    ): void {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($message);

        self::change($line, self::notes([0, 100, 45], [0, 100, 120]), self::context(key: 'C major'));
    }

    public function test_degrees_need_a_key(): void
    {
        $this->expectExceptionMessage('needs a key');

        self::change('transpose degrees=1', self::notes([0]));
    }

    /**
     * @return array<string, array{string, list<array{int, int}>, list<array{int, int}>}> the line, [start, pitch]
     *     before, and after in time
     */
    public static function others(): array
    {
        $triad = [[0, 62], [0, 65], [0, 69]];

        return [
            'double: an octave below' => [
                'double octaves=-1', [[0, 62], [480, 65]], [[0, 50], [0, 62], [480, 53], [480, 65]],
            ],
            'double: in thirds of the key' => [
                'double degrees=2', [[0, 62], [480, 64]], [[0, 62], [0, 65], [480, 64], [480, 67]],
            ],
            'double: not onto a note that is there' => [
                'double semitones=3', [[0, 62], [0, 65]], [[0, 62], [0, 65], [0, 68]],
            ],
            'repitch: together they become one' => ['repitch to=C2', $triad, [[0, 36]]],
            'repitch: to the caret' => ['repitch', [[0, 62], [480, 65]], [[0, 60], [480, 60]]],
            'inkey: to the nearest, down on a tie' => [
                'inkey', [[0, 61], [480, 62], [960, 66]], [[0, 60], [480, 62], [960, 65]],
            ],
            'inkey: upward' => ['inkey prefer=up', [[0, 61], [480, 62], [960, 66]], [[0, 62], [480, 62], [960, 67]]],
            'invert: about the first note' => [
                'invert', [[0, 62], [480, 65], [960, 60]], [[0, 62], [480, 59], [960, 64]],
            ],
            'invert: about a pitch' => ['invert about=C4', [[0, 62], [480, 65]], [[0, 58], [480, 55]]],
            'invert: about the highest' => ['invert about=highest', [[0, 62], [480, 65]], [[0, 68], [480, 65]]],
            'invert: about the lowest, to the lowest pitch there is' => [
                'invert about=lowest', [[0, 64], [480, 127]], [[0, 64], [480, 1]],
            ],
            'invert: up to the highest pitch there is' => [
                'invert about=C4', [[0, 0], [480, 120]], [[0, 120], [480, 0]],
            ],
            'invert: to G9 itself' => ['invert about=highest', [[0, 65], [480, 96]], [[0, 127], [480, 96]]],
            'invert: within the key' => [
                'invert key=on', [[0, 62], [480, 65], [960, 63]], [[0, 62], [480, 59], [960, 62]],
            ],
            'revoice: the next inversion' => ['revoice', $triad, [[0, 65], [0, 69], [0, 74]]],
            'revoice: the one before' => ['revoice move=down', $triad, [[0, 57], [0, 62], [0, 65]]],
            'revoice: past an octave that is there' => [
                'revoice', [[0, 60], [0, 64], [0, 72]], [[0, 64], [0, 72], [0, 84]],
            ],
            'revoice: a note alone stays' => ['revoice', [[0, 60]], [[0, 60]]],
            'harmony: a triad of the key' => [
                'harmony', [[0, 62], [480, 64]], [[0, 62], [0, 65], [0, 69], [480, 64], [480, 67], [480, 71]],
            ],
            'harmony: a sixth' => ['harmony shape=sixth', [[0, 62]], [[0, 62], [0, 71]]],
            'harmony: a seventh chord outside any key' => [
                'harmony shape=seventh key=off', [[0, 62]], [[0, 62], [0, 66], [0, 69], [0, 73]],
            ],
            'harmony: fifth and octave' => ['harmony shape=power', [[0, 62]], [[0, 62], [0, 69], [0, 74]]],
            'harmony: nothing above the highest pitch' => ['harmony shape=third key=off', [[0, 126]], [[0, 126]]],
        ];
    }

    /**
     * @param  list<array{int, int}>  $before
     * @param  list<array{int, int}>  $after
     */
    #[DataProvider('others')]
    public function test_pitches(string $line, array $before, array $after): void
    {
        $edited = self::edit(
            $line, self::notes(...array_map(static fn (array $note): array => [$note[0], 100, $note[1]], $before)),
            self::context(key: 'D dorian'),
        );

        self::assertSame($after, array_map(null, $edited->start, $edited->pitch));
    }

    public function test_copies_at_an_interval_are_selected_and_a_harmony_as_a_whole(): void
    {
        $notes = self::notes([0, 100, 62], [480, 100, 64]);

        self::assertSame([3, 4], self::change('double octaves=1', $notes)->selection->ids);
        self::assertSame(
            [1, 2, 3, 4], self::change('harmony shape=third', $notes, self::context(key: 'C major'))->selection->ids,
        );
    }

    public function test_of_notes_put_on_one_pitch_the_longest_stays_as_loud_as_the_loudest(): void
    {
        $edited = self::edit('repitch to=36', self::notes([0, 100, 60, 120], [0, 300, 64, 50]));

        self::assertSame([[300], [120]], [$edited->length, $edited->velocity]);
    }

    #[TestWith(['inkey', 'needs a key'])]
    #[TestWith(['harmony', 'needs a key'])]
    #[TestWith(['invert key=on', 'needs a key'])]
    #[TestWith(['invert about=C-1', 'leave C-1 to G9'])]
    #[TestWith(['revoice', 'leave C-1 to G9'])]
    public function test_what_cannot_be_done_is_said(string $line, string $message): void
    {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($message);

        self::change($line, self::notes([0, 100, 118], [0, 100, 122]));
    }
}

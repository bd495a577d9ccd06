<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

/** Held chords played tone by tone. */
final class ArpeggioTest extends MusicTestCase
{
    private const C_MAJOR = [[0, 480, 60, 100], [0, 480, 64, 80], [0, 480, 67, 60]];

    /**
     * @return array<string, array{string, list<list<int>>, string}> the line, chords as [start, length, pitch,
     *     velocity], and what comes of it: start:pitch, with +length where it is no step, with *velocity where it is
     *     another than that of the tone
     */
    public static function arpeggios(): array
    {
        $pushed = [[-10, 480, 60, 100], [4, 460, 64, 80], [12, 455, 67, 60]];
        $pushed = array_map(static fn (array $note): array => [480 + $note[0], ...array_slice($note, 1)], $pushed);

        return [
            'up' => ['arpeggio', self::C_MAJOR, '0:60 120:64 240:67 360:60'],
            'down' => ['arpeggio order=down', self::C_MAJOR, '0:67 120:64 240:60 360:67'],
            'there and back, the turning tones once' => [
                'arpeggio order=up-down grid=1/16t', self::C_MAJOR, '0:60 80:64 160:67 240:64 320:60 400:64',
            ],
            'back and there' => ['arpeggio order=down-up', self::C_MAJOR, '0:67 120:64 240:60 360:64'],
            'as played' => [
                'arpeggio order=played', [[0, 480, 67, 60], [10, 470, 60, 100], [20, 460, 64, 80]],
                '0:67 120:60 240:64 360:67',
            ],
            'over two octaves' => [
                'arpeggio octaves=2 grid=1/16t', self::C_MAJOR, '0:60 80:64 160:67 240:72 320:76 400:79',
            ],
            'a pattern of tones' => ['arpeggio pattern=1323', self::C_MAJOR, '0:60 120:67 240:64 360:67'],
            'a tone past the last one lies an octave higher' => [
                'arpeggio pattern=14', self::C_MAJOR, '0:60 120:72 240:60 360:72',
            ],
            'rests and ties' => ['arpeggio pattern=x.x-', self::C_MAJOR, '0:60 240:64+240'],
            'short' => ['arpeggio gate=50', self::C_MAJOR, '0:60+60 120:64+60 240:67+60 360:60+60'],
            'swung' => ['arpeggio swing=100', self::C_MAJOR, '0:60+160 160:64+80 240:67+160 400:60+80'],
            'a ramp' => ['arpeggio ramp=40', self::C_MAJOR, '0:60 120:64*64 240:67*36 360:60*40'],
            'accents, and a 0 leaves a step empty' => [
                'arpeggio accents=110,70,0', self::C_MAJOR, '0:60*110 120:64*70 360:60*110',
            ],
            'a strum pushed before the line is one chord on the line' => [
                'arpeggio', $pushed, '480:60 600:64 720:67 840:60',
            ],
            'each chord until the next, though it rings into it' => [
                'arpeggio', [[0, 600, 60, 90], [0, 600, 64, 90], [240, 240, 62, 90], [240, 240, 65, 90]],
                '0:60 120:64 240:62 360:65',
            ],
            'shorter than a step it is one step long' => ['arpeggio grid=1/4', self::C_MAJOR, '0:60+480'],
            'the highest tones stay in reach' => [
                'arpeggio octaves=2', [[0, 480, 118, 90], [0, 480, 125, 90]], '0:118 120:125 240:118 360:125',
            ],
            'a note alone stays' => ['arpeggio', [[0, 480, 60, 90]], '0:60+480'],
            'a note alone over octaves' => ['arpeggio octaves=3', [[0, 480, 48, 90]], '0:48 120:60 240:72 360:48'],
        ];
    }

    /** @param  list<list<int>>  $chords */
    #[DataProvider('arpeggios')]
    public function test_chords_are_played_tone_by_tone(string $line, array $chords, string $expected): void
    {
        $edited = self::edit($line, self::notes(...$chords));
        $loudness = array_column($chords, 3, 2);
        $told = [];
        foreach ($edited->start as $i => $start) {
            $pitch = $edited->pitch[$i];
            $length = str_contains($line, 'grid=1/16t') ? 80 : 120;
            $told[] = "{$start}:{$pitch}"
                .($edited->length[$i] === $length ? '' : "+{$edited->length[$i]}")
                .(in_array($edited->velocity[$i], [$loudness[$pitch] ?? 0, $loudness[$pitch - 12] ?? 0,
                    $loudness[$pitch - 24] ?? 0], true) ? '' : "*{$edited->velocity[$i]}");
        }

        self::assertSame($expected, implode(' ', $told));
    }

    public function test_it_says_what_it_did_and_selects_it(): void
    {
        $change = self::change('arpeggio', self::notes([0, 240, 60], [0, 240, 64], [960, 100, 62]));

        self::assertSame(
            '1 chord played tone by tone, 2 notes on 1/16, 1 note alone left as it is', (string) $change->said,
        );
        self::assertCount(3, $change->selection->ids);
        self::assertStringStartsWith(
            'Nothing played tone by tone', (string) self::change('arpeggio', self::notes([0, 240, 60]))->said,
        );
    }

    #[TestWith(['-x'])]
    #[TestWith(['..-'])]
    #[TestWith(['x0'])]
    #[TestWith([''])]
    public function test_a_pattern_begins_with_a_tone_and_says_what_works(string $pattern): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage('x the next tone');

        self::change("arpeggio pattern=\"{$pattern}\"", self::notes([0, 240, 60]));
    }

    public function test_a_small_gate_leaves_something_of_each_tone(): void
    {
        $chord = self::notes([0, 480, 60], [0, 480, 64], [0, 480, 67]);

        self::assertSame([15], array_values(array_unique(self::edit('arpeggio gate=1', $chord)->length)));
    }
}

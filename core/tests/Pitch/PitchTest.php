<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Pitch;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Pitch\ChordShapes;
use Jactonic\Core\Pitch\PitchName;
use Jactonic\Core\Pitch\Scale;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class PitchTest extends TestCase
{
    #[TestWith(['C4', 60])]
    #[TestWith(['C-1', 0])]
    #[TestWith(['G9', 127])]
    #[TestWith(['f#3', 54])]
    #[TestWith(['Bb2', 46])]
    #[TestWith(['Cb4', 59])]
    #[TestWith(['B#3', 60])]
    #[TestWith(['72', 72])]
    public function test_it_reads_pitches_by_name_and_number(string $text, int $pitch): void
    {
        self::assertSame($pitch, PitchName::parse($text));
    }

    /** The chords of the catalog on C, by their notes as one would spell them. */
    private const CHORDS = [
        'maj' => 'C E G', 'min' => 'C Eb G', 'dim' => 'C Eb Gb', 'aug' => 'C E G#', 'sus2' => 'C D G',
        'sus4' => 'C F G', '5' => 'C G', '6' => 'C E G A', 'min6' => 'C Eb G A',
        '7' => 'C E G Bb', 'maj7' => 'C E G B', 'min7' => 'C Eb G Bb', 'dim7' => 'C Eb Gb A', 'min7b5' => 'C Eb Gb Bb',
        'minmaj7' => 'C Eb G B', '7sus4' => 'C F G Bb',
        'add9' => 'C E G D', 'minadd9' => 'C Eb G D', '9' => 'C E G Bb D', 'maj9' => 'C E G B D',
        'min9' => 'C Eb G Bb D',
        '11' => 'C E G Bb D F', 'min11' => 'C Eb G Bb D F', '13' => 'C E G Bb D A',
    ];

    public function test_chords_hold_the_notes_they_are_spelled_with_from_the_root_up(): void
    {
        foreach (self::CHORDS as $name => $spelled) {
            $semitones = ChordShapes::SHAPES[$name];
            $classes = array_map(
                static fn (string $note): ?int => PitchName::tryParseClass($note), explode(' ', $spelled),
            );

            self::assertSame(
                $classes, array_map(static fn (int $semitone): int => $semitone % 12, $semitones), (string) $name,
            );
            self::assertSame(array_unique($semitones), $semitones);
            self::assertSame(
                $semitones, array_values(array_filter($semitones, static fn (int $semitone): bool => $semitone < 24)),
                (string) $name,
            );
            $ascending = $semitones;
            sort($ascending);
            self::assertSame($ascending, $semitones, (string) $name);
        }
        self::assertSame(array_keys(ChordShapes::SHAPES), array_keys(self::CHORDS));
        self::assertSame(['name' => '5', 'semitones' => [0, 7]], ChordShapes::list()[6]);
    }

    public function test_every_name_reads_back_as_its_pitch(): void
    {
        foreach (range(0, 127) as $pitch) {
            self::assertSame($pitch, PitchName::parse(PitchName::of($pitch)));
        }
    }

    #[TestWith(['128'])]
    #[TestWith(['H4'])]
    #[TestWith(['A9'])]
    public function test_it_refuses_what_is_no_pitch(string $text): void
    {
        $this->expectException(BadInput::class);

        PitchName::parse($text);
    }

    #[TestWith(['D dorian', 62, 1, 64])]
    #[TestWith(['D dorian', 62, 2, 65])]
    #[TestWith(['D dorian', 62, 7, 74])]
    #[TestWith(['D dorian', 62, -1, 60])]
    #[TestWith(['D dorian', 63, 1, 64], 'outside the key: the next scale note up is the first step')]
    #[TestWith(['D dorian', 63, 2, 65])]
    #[TestWith(['D dorian', 63, -1, 62])]
    #[TestWith(['D dorian', 61, -1, 60])]
    #[TestWith(['C major pentatonic', 69, 1, 72], 'over the octave')]
    #[TestWith(['C', 71, 1, 72], 'a root alone is major')]
    public function test_it_walks_along_the_scale(string $key, int $from, int $degrees, int $to): void
    {
        self::assertSame($to, Scale::parse($key)->shift($from, $degrees));
    }

    public function test_it_names_the_scales_there_are(): void
    {
        $this->expectExceptionMessage('Scales: major, minor, dorian');

        Scale::parse('D dorain');
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Advice;

use Jactonic\Core\Advice\ChordNaming;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Pitch\ChordName;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Pitch\Spelling;
use Jactonic\Core\Tests\Support\MusicTestCase;
use Jactonic\Core\Time\Meter;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TickRange;
use PHPUnit\Framework\Attributes\DataProvider;

/** Names of chords: 480 ticks a quarter, bars of 1920. */
final class ChordNamingTest extends MusicTestCase
{
    private const BAR = 1920;

    /** The qualities of the table: triads, sixths, sevenths, ninths and what is hung or altered. */
    private const QUALITIES = [
        '', 'm', 'dim', 'aug', 'sus2', 'sus4', '6', 'm6', '7', 'maj7', 'm7', 'mMaj7', 'dim7', 'm7b5', '7sus4', 'add9',
        'madd9', '9', 'maj9', 'm9', '7b9', '7#9', '7#5', '69',
    ];

    /** How a chord of the table is played. */
    private const WAYS = ['together', 'strummed', 'with passing notes', 'in eighths'];

    public function test_at_least_98_of_100_chords_of_the_table_are_named_rightly(): void
    {
        [$right, $all, $wrong] = [0, 0, []];
        foreach (range(0, 11) as $root) {
            foreach (self::QUALITIES as $quality) {
                $shape = ChordName::QUALITIES[$quality];
                foreach (array_keys($shape) as $inversion) {
                    foreach (self::WAYS as $way) {
                        $pitches = self::voiced(48 + $root, $shape, $inversion);
                        $name = self::named(self::played($pitches, $way), 'bars')[0] ?? '–';
                        $all++;
                        if (self::isRight($name, ChordName::of($root, (string) $quality), $pitches[0] % 12)) {
                            $right++;
                        } else {
                            $wrong["{$quality} {$way}"] = ($wrong["{$quality} {$way}"] ?? 0) + 1;
                        }
                    }
                }
            }
        }
        self::assertGreaterThanOrEqual(2000, $all);
        self::assertGreaterThanOrEqual(0.98, $right / $all, "{$right} of {$all}; wrong: ".json_encode($wrong));
    }

    /**
     * @return array<string, array{string, string, string, list<string>}> the key, chords as pitches bar by bar, how
     *     they are named, and their names
     */
    public static function progressions(): array
    {
        return [
            'E♭ not D♯ in C minor' => [
                'C minor', '48,55,63|51,58,67|44,56,60|55,59,62', 'bars', ['Cm', 'Eb', 'Ab', 'G'],
            ],
            'F♯ in G major' => ['G major', '54,57,60|55,59,62', 'bars', ['F#dim', 'G']],
            'B♭ in D dorian' => ['D dorian', '50,57,65|58,62,65|55,59,62', 'bars', ['Dm', 'Bb', 'G']],
            'the bass is told' => ['C major', '52,60,67|53,62,69,72|43,62,65,69,72', 'bars', ['C/E', 'F6', 'G9sus4']],
            'the bass decides between two with the same notes' => [
                'C major', '48,52,55,57|45,48,52,55', 'bars', ['C6', 'Am7'],
            ],
            'one that goes on is named once' => ['C major', '48,52,55|48,55,64|53,57,60', 'bars', ['C', 'F']],
            'a power chord' => ['A minor', '45,52|41,48', 'bars', ['A5', 'F5']],
            'no third, with the seventh' => ['C major', '43,50,53,59', 'bars', ['G7']],
            'a single line has no name' => ['C major', '60|62', 'bars', []],
        ];
    }

    /** @param  list<string>  $names */
    #[DataProvider('progressions')]
    public function test_what_chords_are_called(string $key, string $bars, string $by, array $names): void
    {
        $rows = [];
        foreach (explode('|', $bars) as $bar => $pitches) {
            foreach (explode(',', $pitches) as $pitch) {
                $rows[] = [$bar * self::BAR, self::BAR - 20, (int) $pitch];
            }
        }

        self::assertSame($names, self::named(self::notes(...$rows), $by, $key));
    }

    public function test_by_beats_and_where_they_change(): void
    {
        $c = static fn (int $at, int $long): array => [[$at, $long, 48], [$at + 7, $long, 52], [$at + 14, $long, 55]];
        $f = static fn (int $at, int $long): array => [[$at, $long, 53], [$at + 7, $long, 57], [$at + 14, $long, 60]];
        $notes = self::notes(...$c(0, 940), ...$f(960, 460), ...$c(1440, 460), ...$c(1920, 940), ...$f(3360, 400));

        self::assertSame([[0, 'C'], [960, 'F'], [1440, 'C'], [3360, 'F']], self::at($notes, 'changes'));
        self::assertSame([[0, 'C'], [960, 'F'], [1440, 'C'], [3360, 'F']], self::at($notes, 'beats'));
    }

    public function test_a_push_before_the_bar_belongs_to_it_and_so_does_what_rings_over_not(): void
    {
        $notes = self::notes(
            [0, 1950, 48], [0, 1950, 52], [0, 1950, 55], [1900, 1900, 53], [1905, 1900, 57], [1910, 1900, 60],
        );

        self::assertSame([[0, 'C'], [1920, 'F']], self::at($notes, 'bars'));
    }

    public function test_a_note_that_rings_a_fair_part_into_a_beat_is_heard_there(): void
    {
        $rung = static fn (int $into): Notes => self::notes(
            [0, 480 + $into, 58], [480, 480, 48], [480, 480, 52], [480, 480, 55],
        );

        self::assertSame([[480, 'C7']], self::at($rung(200), 'beats'));
        self::assertSame([[480, 'C']], self::at($rung(100), 'beats'), 'a quarter of the beat is needed');
    }

    public function test_muted_notes_say_nothing_and_a_clear_chord_is_surer_than_a_smeared_one(): void
    {
        $rows = [
            ['start' => 0, 'length' => 900, 'pitch' => 48], ['start' => 0, 'length' => 900, 'pitch' => 52],
            ['start' => 0, 'length' => 900, 'pitch' => 55],
        ];
        $clear = self::naming('C major')->names(
            Notes::fromRows([...$rows, ['muted' => 1, 'start' => 0, 'length' => 900, 'pitch' => 58]]),
            TickRange::of(0, self::BAR), 'bars',
        );
        $smeared = self::naming('C major')->names(
            Notes::fromRows([
                ...$rows, ['start' => 0, 'length' => 400, 'pitch' => 49],
                ['start' => 0, 'length' => 500, 'pitch' => 54],
            ]),
            TickRange::of(0, self::BAR), 'bars',
        );

        self::assertSame('C', (string) $clear[0]['match']->name);
        self::assertGreaterThan(80, $clear[0]['match']->sure);
        self::assertGreaterThan($smeared[0]['match']->sure + 15, $clear[0]['match']->sure);
    }

    /** @return array<string, array{string, string}> as typed, as kept */
    public static function typed(): array
    {
        return [
            'plain' => ['Dm7/G', 'Dm7/G'],
            'signs' => ['E♭maj7', 'Ebmaj7'],
            'a triangle' => ['CΔ', 'Cmaj7'],
            'a minus' => ['F#-7', 'F#m7'],
            'a circle' => ['B°7', 'Bdim7'],
            'half diminished' => ['Bø', 'Bm7b5'],
            'brackets' => ['G7(b9)', 'G7b9'],
            'its own bass' => ['C/C', 'C'],
            'six nine' => ['C6/9', 'C69'],
            'a foreign bass' => ['C/F#', 'C/F#'],
        ];
    }

    #[DataProvider('typed')]
    public function test_names_are_read_as_they_are_written(string $typed, string $kept): void
    {
        self::assertSame($kept, (string) ChordName::parse($typed));
    }

    public function test_what_is_no_chord_is_refused(): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage('“Hm” is no chord; write a root');

        ChordName::parse('Hm');
    }

    public function test_every_name_is_read_again_in_every_key(): void
    {
        foreach (['C major', 'Eb major', 'F# minor', 'Db major', 'D dorian', 'B blues', 'C chromatic'] as $key) {
            foreach (range(0, 11) as $root) {
                foreach (array_keys(ChordName::QUALITIES) as $quality) {
                    $name = ChordName::of($root, (string) $quality, ($root + 5) % 12, Scale::parse($key));
                    self::assertSame(
                        $name->classes(), ChordName::parse((string) $name)->classes(), "{$name} in {$key}",
                    );
                }
            }
        }
    }

    public function test_less_of_a_chord(): void
    {
        $name = ChordName::parse('C13/E');

        self::assertSame(
            ['C13/E', 'C7/E', 'C', 'C13'],
            array_map(
                strval(...),
                [
                    $name->plainer(true, true, true), $name->plainer(false, true, true),
                    $name->plainer(true, false, false), $name->plainer(true, true, false),
                ],
            ),
        );
        self::assertSame('Eb13/G', (string) $name->transposed(3, Scale::parse('C minor')));
    }

    public function test_a_key_spells_its_own_notes_with_a_letter_each(): void
    {
        $names = static fn (string $key): string => implode(
            ' ', array_map(Spelling::in(Scale::parse($key))->name(...), Scale::parse($key)->classes()),
        );

        self::assertSame('Db Eb F Gb Ab Bb C', $names('Db major'));
        self::assertSame('F# G# A B C# D E', $names('F# minor'));
        self::assertSame('D E F G A B C', $names('D dorian'));
        self::assertSame('F# G# A# B C# D# E#', $names('F# major'));
    }

    private static function isRight(string $name, ChordName $meant, int $bass): bool
    {
        if ($name === '–') {
            return false;
        }
        $found = ChordName::parse($name);
        $sorted = static function (ChordName $chord): array {
            $classes = array_map(
                static fn (int $above): int => ($chord->root + $above) % 12, ChordName::QUALITIES[$chord->quality],
            );
            sort($classes);

            return $classes;
        };
        // A name with the same notes is another name of the same chord; where one of them has its root in the bass,
        // that one is right.
        $rooted = array_filter(
            array_map(strval(...), array_keys(ChordName::QUALITIES)),
            static fn (string $quality): bool => $sorted(ChordName::of($bass, $quality)) === $sorted($meant),
        ) !== [];

        return $sorted($found) === $sorted($meant)
            && ($rooted ? $found->root === $bass : $found->bass === ($found->root === $bass ? null : $bass));
    }

    /**
     * @param  list<int>  $shape
     * @return list<int> pitches from the bass up
     */
    private static function voiced(int $root, array $shape, int $inversion): array
    {
        $pitches = array_map(static fn (int $above): int => $root + $above, $shape);
        for ($k = 0; $k < $inversion; $k++) {
            $pitches[] = (int) array_shift($pitches) + 12;
        }
        // The bass lies by itself below the others.
        $pitches[0] -= 12;

        return $pitches;
    }

    /** @param  list<int>  $pitches */
    private static function played(array $pitches, string $way): Notes
    {
        $rows = [];
        foreach ($pitches as $k => $pitch) {
            $rows[] = match ($way) {
                'strummed' => [30 * $k, self::BAR - 30 * $k - 20, $pitch],
                'in eighths' => [240 * $k, 240, $pitch],
                default => [0, self::BAR - 20, $pitch],
            };
        }
        if ($way === 'in eighths') {
            // The pattern goes round for a bar, the bass held.
            $count = count($pitches);
            $rows[0] = [0, self::BAR - 20, $pitches[0]];
            for ($k = $count; $k < 8; $k++) {
                $rows[] = [240 * $k, 240, $pitches[$k % $count === 0 ? 1 : $k % $count]];
            }
        }
        if ($way === 'with passing notes') {
            foreach ([[420, 60, 1], [900, 120, 2], [1380, 60, -1], [1740, 120, 3]] as [$at, $long, $off]) {
                $rows[] = [$at, $long, $pitches[count($pitches) - 1] + $off];
            }
        }

        return self::notes(...$rows);
    }

    /** @return list<string> */
    private static function named(Notes $notes, string $by, string $key = 'C major'): array
    {
        return array_column(self::at($notes, $by, $key), 1);
    }

    /** @return list<array{int, string}> */
    private static function at(Notes $notes, string $by, string $key = 'C major'): array
    {
        return array_map(
            static fn (array $named): array => [$named['tick'], (string) $named['match']->name],
            self::naming($key)->names($notes, TickRange::of(0, max(1, $notes->end())), $by),
        );
    }

    private static function naming(string $key): ChordNaming
    {
        return new ChordNaming(
            MeterMap::of(self::PPQ, [0 => Meter::of(4, 4)]), static fn (): Scale => Scale::parse($key), 240,
        );
    }
}

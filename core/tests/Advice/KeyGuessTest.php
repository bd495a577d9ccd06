<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Advice;

use Jactonic\Core\Advice\KeyGuess;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** Which key a phrase is in. */
final class KeyGuessTest extends MusicTestCase
{
    /** @return array<string, array{string, list<int>}> the key, and a phrase of quarters in it */
    public static function phrases(): array
    {
        return [
            'a major scale down to its root' => ['C major', [72, 71, 69, 67, 65, 64, 62, 60]],
            'the same notes around D' => ['D dorian', [62, 65, 69, 71, 72, 69, 67, 65, 64, 62]],
            'the same notes around A' => ['A minor', [57, 60, 64, 65, 64, 62, 60, 59, 57]],
            'flats where they are fewer' => ['Eb major', [63, 67, 70, 72, 70, 68, 67, 65, 63]],
            'a raised seventh' => ['A harmonic minor', [57, 60, 64, 68, 69, 65, 64, 62, 60, 56, 57]],
            'mixolydian' => ['G mixolydian', [55, 59, 62, 65, 67, 65, 64, 62, 60, 59, 57, 55]],
        ];
    }

    /** @param  list<int>  $pitches */
    #[DataProvider('phrases')]
    public function test_the_likeliest_key_comes_first(string $key, array $pitches): void
    {
        $guesses = KeyGuess::of(self::notes(
            ...array_map(
                static fn (int $pitch, int $k): array => [480 * $k, 470, $pitch], $pitches, array_keys($pitches),
            ),
        ));

        self::assertSame($key, (string) $guesses[0]->key);
        self::assertSame(100, $guesses[0]->inside);
        self::assertCount(5, $guesses);
    }

    public function test_where_chords_are_not_played_at_once_their_lowest_notes_still_count(): void
    {
        // Dm, G, Am, Am and Dm, each strummed from the top down.
        $chords = [[57, 53, 50], [62, 59, 55], [64, 60, 57], [64, 60, 57], [57, 53, 50]];
        $rows = [];
        foreach ($chords as $bar => $pitches) {
            foreach ($pitches as $k => $pitch) {
                $rows[] = [1920 * $bar + 20 * $k, 1800, $pitch];
            }
        }

        self::assertSame('D dorian', (string) KeyGuess::of(self::notes(...$rows))[0]->key);
    }

    public function test_a_triad_on_every_root_is_in_its_own_key(): void
    {
        foreach (range(0, 11) as $root) {
            foreach (['major' => 4, 'minor' => 3] as $shape => $third) {
                $notes = self::notes(
                    [0, 960, 48 + $root], [0, 960, 48 + $root + $third], [0, 960, 55 + $root], [960, 960, 43 + $root],
                    [960, 960, 58 + $root], [1920, 960, 48 + $root],
                );
                $key = KeyGuess::of($notes)[0]->key;
                self::assertSame($root, $key->root, "{$shape} on {$root}: {$key}");
                self::assertContains($third, $key->steps, (string) $key);
            }
        }
    }

    public function test_muted_notes_say_nothing_and_where_nothing_sounds_there_is_no_key(): void
    {
        $notes = Notes::fromRows([['start' => 0, 'length' => 100, 'pitch' => 60, 'muted' => 1]]);

        self::assertSame([], KeyGuess::of($notes));
        self::assertSame([], KeyGuess::of(Notes::none()));
        self::assertTrue(Scale::parse('C major')->contains(60));
    }
}

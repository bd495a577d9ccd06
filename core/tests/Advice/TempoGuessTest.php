<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Advice;

use Jactonic\Core\Advice\TempoGuess;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** The tempo of what was played without a click. */
final class TempoGuessTest extends TestCase
{
    #[TestWith([84.0])]
    #[TestWith([92.0])]
    #[TestWith([120.0])]
    #[TestWith([138.0])]
    public function test_quarters_and_eighths_of_a_hand_tell_their_tempo(float $tempo): void
    {
        for ($seed = 1; $seed <= 5; $seed++) {
            $random = new Randomizer(new Mt19937($seed));
            $moments = [];
            foreach ([0, 1, 1.5, 2, 3, 3.5, 4, 5, 5.5, 6, 6.5, 7, 8] as $beat) {
                $moments[] = 500 + 60_000 / $tempo * $beat + $random->getInt(-12, 12);
            }
            $guess = TempoGuess::of($moments);

            self::assertNotNull($guess);
            self::assertEqualsWithDelta($tempo, $guess->tempo, 0.02 * $tempo, "seed {$seed}");
            self::assertGreaterThan(60, $guess->sure, "seed {$seed}");
        }
    }

    public function test_a_slow_one_may_come_out_twice_as_fast_whose_lines_it_lies_on_as_well(): void
    {
        $moments = array_map(static fn (float $beat): float => 60_000 / 70 * $beat, [0, 0.5, 1, 1.5, 2, 3, 3.5, 4]);

        self::assertEqualsWithDelta(140.0, TempoGuess::of($moments)?->tempo, 1.0);
    }

    public function test_chords_count_as_one_moment(): void
    {
        $moments = [];
        for ($beat = 0; $beat < 8; $beat++) {
            array_push($moments, 600.0 * $beat, 600.0 * $beat + 15, 600.0 * $beat + 32);
        }

        self::assertSame(100.0, TempoGuess::of($moments)?->tempo);
        self::assertSame(100, TempoGuess::of($moments)->sure);
    }

    public function test_moments_that_follow_no_beat_are_no_sure_thing(): void
    {
        $random = new Randomizer(new Mt19937(3));
        $moments = [0.0];
        for ($k = 0; $k < 40; $k++) {
            $moments[] = $moments[$k] + $random->getInt(90, 900);
        }

        self::assertLessThan(45, TempoGuess::of($moments)?->sure);
    }

    public function test_too_few_say_nothing(): void
    {
        self::assertNull(TempoGuess::of([0.0, 500.0, 1000.0]));
        self::assertNull(TempoGuess::of([0.0, 5.0, 10.0, 500.0, 1000.0]), 'a chord and two notes');
        self::assertNotNull(TempoGuess::of([0.0, 500.0, 1000.0, 1500.0]));
    }
}

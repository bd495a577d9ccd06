<?php

declare(strict_types=1);

namespace Jactonic\Core\Advice;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Pitch\Spelling;

/**
 * Which keys some notes could be in, the likeliest first.
 *
 * Notes speak for a key as long as they sound and belong to it. Of keys with the same notes that one is meant whose
 * root, fifth and third sound most, and on whose root the lowest voice begins and ends.
 */
final readonly class KeyGuess
{
    /** Which scales are tried; others hold the same notes or are special. */
    private const SHAPES = ['major', 'minor', 'dorian', 'mixolydian', 'lydian', 'phrygian', 'harmonic minor'];

    /** How much each shape is met beside the others. */
    private const USUAL = [
        'major' => 0.06, 'minor' => 0.05, 'dorian' => 0.02, 'mixolydian' => 0.01, 'harmonic minor' => -0.01,
    ];

    private const ROOT = 0.5;

    private const FIFTH = 0.2;

    private const THIRD = 0.15;

    private const IN_BASS = 0.08;

    /**
     * @param  int  $inside  how much of what sounds belongs to it, in %
     */
    private function __construct(
        public Scale $key,
        public int $inside,
        private float $score,
    ) {
    }

    /** @return list<self> the likeliest first; none where nothing sounds */
    public static function of(Notes $notes, int $most = 5): array
    {
        $weights = array_fill(0, 12, 0.0);
        $sounding = array_keys($notes->muted, 0, true);
        if ($sounding === []) {
            return [];
        }
        foreach ($sounding as $i) {
            $weights[$notes->pitch[$i] % 12] += $notes->length[$i];
        }
        $all = array_sum($weights);
        $ends = [
            self::lowestBeside($notes, $sounding, $sounding[0]),
            self::lowestBeside($notes, $sounding, $sounding[count($sounding) - 1]),
        ];
        $shares = array_map(static fn (float $weight): float => $weight / $all, $weights);
        $guesses = [];
        foreach (self::SHAPES as $shape) {
            foreach (range(0, 11) as $root) {
                $guesses[] = self::weighed($root, $shape, $shares, $ends);
            }
        }
        usort($guesses, static fn (self $a, self $b): int => $b->score <=> $a->score);

        return array_slice($guesses, 0, $most);
    }

    /**
     * The class of the lowest note that begins with one: within half of its length, for no hand plays a chord at once.
     *
     * @param  list<int>  $places
     */
    private static function lowestBeside(Notes $notes, array $places, int $of): int
    {
        $beside = array_filter(
            $places,
            static fn (int $i): bool => abs($notes->start[$i] - $notes->start[$of]) <= intdiv($notes->length[$of], 2),
        );

        return min(
            $notes->pitch[$of], ...array_map(static fn (int $i): int => $notes->pitch[$i], array_values($beside)),
        ) % 12;
    }

    /**
     * @param  array<int, float>  $shares
     * @param  array{int, int}  $ends  the classes the lowest voice begins and ends on
     */
    private static function weighed(int $root, string $shape, array $shares, array $ends): self
    {
        $inside = 0.0;
        foreach (Scale::SHAPES[$shape] as $step) {
            $inside += $shares[($root + $step) % 12];
        }
        $third = in_array(4, Scale::SHAPES[$shape], true) ? 4 : 3;
        $score
            = 2 * $inside
            + self::ROOT * $shares[$root]
            + self::FIFTH * $shares[($root + 7) % 12]
            + self::THIRD * $shares[($root + $third) % 12]
            + self::IN_BASS * count(array_keys($ends, $root, true))
            + (self::USUAL[$shape] ?? 0.0);

        return new self(Scale::parse(self::root($root, $shape)." {$shape}"), (int) round(100 * $inside), $score);
    }

    /** The name of a root whose signature has the fewest signs. */
    private static function root(int $root, string $shape): string
    {
        $sharp = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'][$root];
        $flat = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'][$root];
        $signs = static fn (string $name): int => count(array_filter(
            Scale::parse("{$name} {$shape}")->classes(),
            static fn (int $class): bool => strlen(Spelling::in(Scale::parse("{$name} {$shape}"))->name($class)) > 1,
        ));

        return $sharp === $flat || $signs($sharp) <= $signs($flat) ? $sharp : $flat;
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Advice;

/**
 * The tempo that something was played in where nothing told it.
 *
 * A period fits as far as the moments point the same way when they are wound around it: the length of the mean of their
 * unit vectors (the vector strength of circular statistics). A beat is judged with its halves and quarters, and of
 * beats that fit alike the one nearest to a walking pace is taken, so what is slow may come out twice as fast.
 */
final readonly class TempoGuess
{
    public const SLOWEST = 50.0;

    public const FASTEST = 200.0;

    /** So many moments are the least that say something. */
    public const LEAST = 4;

    private const STEP = 0.25;

    /** How much a beat, its halves and its quarters count. */
    private const WEIGHTS = [1 => 0.25, 2 => 0.35, 4 => 0.4];

    /** The pace that is likeliest where nothing else tells, and how widely others are, in octaves of tempo. */
    private const WALKING = 98.0;

    private const WIDTH = 0.8;

    private function __construct(
        /** quarter notes a minute, to a tenth */
        public float $tempo,
        /** 0–100 %: how well the moments agree on its sixteenths, less what any moments would */
        public int $sure,
    ) {
    }

    /**
     * @param  list<float>  $moments  when notes were struck, in ms, ascending
     * @return self|null null for too few
     */
    public static function of(array $moments): ?self
    {
        $moments = self::apart($moments);
        if (count($moments) < self::LEAST) {
            return null;
        }
        [$best, $most] = [self::SLOWEST, -INF];
        for ($tempo = self::SLOWEST; $tempo <= self::FASTEST; $tempo += self::STEP) {
            $score = self::score($moments, $tempo);
            if ($score > $most) {
                [$best, $most] = [$tempo, $score];
            }
        }
        $finest = self::strength($moments, 15_000 / $best);
        // Moments that say nothing agree by chance as the root of their number does, and the best of many tempos
        // better.
        $chance = 1.6 / sqrt(count($moments));

        return new self(round($best, 1), max(0, (int) round(100 * ($finest - $chance) / (1 - $chance))));
    }

    /** @param  list<float>  $moments */
    private static function score(array $moments, float $tempo): float
    {
        $fits = 0.0;
        foreach (self::WEIGHTS as $part => $weight) {
            $fits += $weight * self::strength($moments, 60_000 / $tempo / $part);
        }
        $octaves = log($tempo / self::WALKING, 2);

        return $fits * exp(-($octaves ** 2) / (2 * self::WIDTH ** 2));
    }

    /**
     * How far moments agree on a period in ms, 0 to 1.
     *
     * @param  list<float>  $moments
     */
    private static function strength(array $moments, float $period): float
    {
        $x = $y = 0.0;
        foreach ($moments as $moment) {
            $angle = 2 * M_PI * ($moment - $moments[0]) / $period;
            $x += cos($angle);
            $y += sin($angle);
        }

        return hypot($x, $y) / count($moments);
    }

    /**
     * One moment for each chord: those within 40 ms of the one before are one.
     *
     * @param  list<float>  $moments
     * @return list<float>
     */
    private static function apart(array $moments): array
    {
        $apart = [];
        foreach ($moments as $moment) {
            if ($apart === [] || $moment - $apart[count($apart) - 1] > 40.0) {
                $apart[] = $moment;
            }
        }

        return $apart;
    }
}

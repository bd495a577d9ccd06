<?php

declare(strict_types=1);

namespace Jactonic\Core\Pitch;

/**
 * The chord that fits what sounds best, and how sure that is.
 *
 * Every quality on every root is weighed: what of it sounds speaks for it, what sounds beside it and what of it is
 * missing against it, a missing third more than a missing fifth. Where two have the same notes, such as C6 and Am7, the
 * bass decides.
 */
final readonly class ChordMatch
{
    /** Classes that sound for less than this share of the longest are passed over. */
    private const HEARD = 0.09;

    /** How much a missing note of the chord counts, by its interval: fifths are often left out. */
    private const MISSING = [0 => 1.0, 7 => 0.3, 2 => 0.75, 5 => 0.85, 9 => 0.8];

    private const MISSING_ELSE = 0.9;

    private const ROOT_IN_BASS = 0.25;

    /** What each further quality in the list costs: of two that fit alike the simpler one is meant. */
    private const RARER = 0.006;

    /**
     * @param  int  $sure  0–100 %: how far ahead of the next it is, and how much of what sounds it explains
     */
    private function __construct(
        public ChordName $name,
        public int $sure,
    ) {
    }

    /**
     * @param  array<int, float>  $weights  how much each pitch class 0–11 sounds, such as for how long
     * @param  int  $bass  the class of the lowest note
     * @return self|null null where fewer than two classes sound
     */
    public static function of(array $weights, int $bass, ?Scale $key = null): ?self
    {
        $most = $weights === [] ? 0.0 : max($weights);
        $heard = $most <= 0
            ? []
            : array_filter(
                array_map(static fn (float $weight): float => min(1.0, $weight / $most), $weights),
                static fn (float $share): bool => $share >= self::HEARD,
            );
        if (count($heard) < 2) {
            return null;
        }
        $all = array_sum($heard);
        [$best, $first, $second] = [null, -INF, -INF];
        for ($root = 0; $root < 12; $root++) {
            $rank = 0;
            foreach (ChordName::QUALITIES as $quality => $shape) {
                $score
                    = self::score($heard, $all, $root, $shape)
                    + ($root === $bass ? self::ROOT_IN_BASS : 0)
                    - self::RARER * $rank++;
                if ($score > $first) {
                    [$best, $second, $first] = [[$root, (string) $quality, $shape], $first, $score];
                } elseif ($score > $second) {
                    $second = $score;
                }
            }
        }
        if ($best === null) {
            return null;
        }
        [$root, $quality, $shape] = $best;
        $explained = array_sum(array_intersect_key(
            $heard, array_flip(array_map(static fn (int $above): int => ($root + $above) % 12, $shape)),
        )) / $all;
        $sure = (int) round(100 * $explained * min(1.0, 0.55 + 0.45 * ($first - $second) / 0.6));

        return new self(
            ChordName::of($root, $quality, isset($heard[$bass]) ? $bass : null, $key), max(1, min(100, $sure)),
        );
    }

    /**
     * @param  array<int, float>  $heard  shares of the longest, by class
     * @param  list<int>  $shape
     */
    private static function score(array $heard, float $all, int $root, array $shape): float
    {
        $there = 0.0;
        $missing = 0.0;
        foreach ($shape as $above) {
            $share = $heard[($root + $above) % 12] ?? 0.0;
            $there += $share;
            if ($share === 0.0) {
                $missing += self::MISSING[$above] ?? self::MISSING_ELSE;
            }
        }

        return $there - ($all - $there) - $missing;
    }
}

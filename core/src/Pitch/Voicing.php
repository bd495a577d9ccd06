<?php

declare(strict_types=1);

namespace Jactonic\Core\Pitch;

use Jactonic\Core\Errors\EditRefused;

/** How the notes of a chord are laid out between a lowest and a highest pitch, one chord after the other. */
final class Voicing
{
    public const WAYS = ['close', 'open', 'wide', 'root'];

    /** @var non-empty-list<int>|null the pitches of the chord before */
    private ?array $before = null;

    /** @throws EditRefused where there is no room between the lowest and the highest */
    public function __construct(
        private readonly string $way,
        private readonly int $low,
        private readonly int $high,
        private readonly bool $isSmooth,
    ) {
        if ($high - $low < 12) {
            throw new EditRefused(
                "Between {$this->named($low)} and {$this->named($high)} there is no room for chords; give them an "
                    .'octave at least.',
            );
        }
    }

    /**
     * The pitches of a chord, ascending: of all layouts that fit the one to which the voices move least, for the first
     * the one nearest to the middle.
     *
     * @return non-empty-list<int>
     *
     * @throws EditRefused where none fits
     */
    public function next(ChordName $chord): array
    {
        [$best, $least] = [null, INF];
        foreach ($this->layouts($chord) as $pitches) {
            $cost = $this->isSmooth && $this->before !== null
                ? self::distance($this->before, $pitches)
                : abs(array_sum($pitches) / count($pitches) - ($this->low + $this->high) / 2);
            if ($cost < $least) {
                [$best, $least] = [$pitches, $cost];
            }
        }
        if ($best === null) {
            throw new EditRefused(
                "{$chord} does not fit between {$this->named($this->low)} and {$this->named($this->high)} as "
                    ."{$this->way}; take low or high farther apart, or voicing=close.",
            );
        }

        return $this->before = $best;
    }

    /** The bass of a chord in the octave below a pitch. */
    public static function bassOf(ChordName $chord, int $below): int
    {
        $class = $chord->bass ?? $chord->root;

        return max(0, $below - 1 - (($below - 1 - $class) % 12 + 12) % 12);
    }

    /** @return iterable<non-empty-list<int>> */
    private function layouts(ChordName $chord): iterable
    {
        $classes = array_values(array_unique(array_map(
            static fn (int $above): int => ($chord->root + $above) % 12, ChordName::QUALITIES[$chord->quality],
        )));
        foreach ($this->way === 'root' ? [$chord->root] : $classes as $first) {
            for ($lowest = $this->low - $this->low % 12 + $first - 12; $lowest <= $this->high; $lowest += 12) {
                $pitches = [];
                foreach ($classes as $class) {
                    $pitches[] = $lowest + (($class - $first) % 12 + 12) % 12;
                }
                sort($pitches);
                $pitches = $this->opened($pitches);
                if ($pitches[0] >= $this->low && $pitches[count($pitches) - 1] <= $this->high) {
                    yield $pitches;
                }
            }
        }
    }

    /**
     * @param  non-empty-list<int>  $pitches
     * @return non-empty-list<int>
     */
    private function opened(array $pitches): array
    {
        $drop = ['open' => 2, 'wide' => 3][$this->way] ?? 0;
        if ($drop > 0 && count($pitches) >= $drop) {
            $pitches[count($pitches) - $drop] -= 12;
            sort($pitches);
        }

        return $pitches;
    }

    /**
     * How far voices move: each to the nearest there is, from both sides, so that none is lost or gained for nothing.
     *
     * @param  non-empty-list<int>  $from
     * @param  non-empty-list<int>  $to
     */
    private static function distance(array $from, array $to): float
    {
        $sum = 0;
        foreach ([[$from, $to], [$to, $from]] as [$some, $others]) {
            foreach ($some as $pitch) {
                $nearest = PHP_INT_MAX;
                foreach ($others as $other) {
                    $nearest = min($nearest, abs($other - $pitch));
                }
                $sum += $nearest;
            }
        }

        return $sum / 2 + abs(max($from) - max($to)) / 4;
    }

    private function named(int $pitch): string
    {
        return PitchName::of($pitch);
    }
}

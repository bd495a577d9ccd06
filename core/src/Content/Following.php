<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

/** What follows a note: the next chord, or the next note of its pitch. */
final class Following
{
    /** So many voices make a chord that is held while others move above or below it. */
    private const HELD = 3;

    /**
     * @param  list<non-empty-list<int>>  $chords  of one track, in order of time
     * @param  bool  $holds  whether a chord goes on through moments of fewer voices wholly above or below it
     * @return array{array<int, int>, list<non-empty-list<int>>} the start of the next chord by place, and the chords
     *     that nothing ends
     */
    public static function chords(Notes $notes, array $chords, bool $holds = false): array
    {
        $next = [];
        $last = [];
        foreach ($chords as $k => $chord) {
            $start = self::after($notes, $chord, $chords, $k + 1, $holds);
            if ($start === null) {
                $last[] = $chord;
            } else {
                $next += array_fill_keys($chord, $start);
            }
        }

        return [$next, $last];
    }

    /**
     * Where the first of some chords begins that ends another one; null where none does.
     *
     * @param  non-empty-list<int>  $chord
     * @param  list<non-empty-list<int>>  $chords  in order of time
     * @param  int  $from  the number of the first that comes after it
     */
    public static function after(Notes $notes, array $chord, array $chords, int $from, bool $holds): ?int
    {
        for ($k = $from; isset($chords[$k]); $k++) {
            if (! $holds || ! self::passes($notes, $chord, $chords[$k])) {
                return $notes->start[$chords[$k][0]];
            }
        }

        return null;
    }

    /**
     * Whether a chord is held while another moment passes.
     *
     * @param  non-empty-list<int>  $chord
     * @param  non-empty-list<int>  $moment
     */
    private static function passes(Notes $notes, array $chord, array $moment): bool
    {
        // Doubled notes are one voice.
        $held = array_unique(array_map(static fn (int $i): int => $notes->pitch[$i], $chord));
        $others = array_unique(array_map(static fn (int $i): int => $notes->pitch[$i], $moment));
        if (count($held) < self::HELD || count($others) >= count($held)) {
            return false;
        }

        return min($others) > max($held) || max($others) < min($held);
    }

    /**
     * For each note the start of the next, later note of its pitch; the last of each pitch is left out.
     *
     * @param  array<int, int>  $places  of one track, in order of time
     * @return array{array<int, int>, array<int, int>} next starts by place, and the places of the last notes
     */
    public static function ofPitch(Notes $notes, array $places): array
    {
        $next = [];
        $last = [];
        $upcoming = [];
        foreach (array_reverse($places) as $i) {
            $pitch = $notes->pitch[$i];
            $start = $notes->start[$i];
            [$soonest, $later] = $upcoming[$pitch] ?? [null, null];
            // Doubled notes start together: what follows the one follows the other.
            $following = $soonest === $start ? $later : $soonest;
            if ($following === null) {
                $last[] = $i;
            } else {
                $next[$i] = $following;
            }
            $upcoming[$pitch] = [$start, $following];
        }

        return [$next, $last];
    }
}

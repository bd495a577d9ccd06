<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

/** What follows a note: the next chord, or the next note of its pitch. */
final class Following
{
    /**
     * @param  list<non-empty-list<int>>  $chords  of one track, in order of time
     * @return array{array<int, int>, array<int, int>} the start of the next chord by place, and the places of the last
     *     one
     */
    public static function chords(Notes $notes, array $chords): array
    {
        $next = [];
        $last = [];
        foreach ($chords as $k => $chord) {
            if (! isset($chords[$k + 1])) {
                $last = $chord;
                break;
            }
            foreach ($chord as $i) {
                $next[$i] = $notes->start[$chords[$k + 1][0]];
            }
        }

        return [$next, $last];
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

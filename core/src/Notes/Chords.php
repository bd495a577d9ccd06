<?php

declare(strict_types=1);

namespace Jactonic\Core\Notes;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Time\Amount;

/**
 * Which notes sound together: those whose starts lie within the spread of the earliest of them.
 *
 * So a strummed or slightly uneven chord is one chord, and a run of notes each within the spread of the one before
 * is not: only the distance from the first counts.
 */
final class Chords
{
    /**
     * The chords of some notes, by where they start now.
     *
     * @param  array<int, int>  $places
     * @return list<non-empty-list<int>>
     */
    public static function of(Notes $notes, array $places, Amount $spread, Context $context): array
    {
        $starts = [];
        foreach ($places as $i) {
            $starts[$i] = $notes->start[$i];
        }

        return self::group($starts, $spread, $context);
    }

    /**
     * @param  array<int, int>  $times  the tick of each note by its place, in order of time
     * @return list<non-empty-list<int>> the places of each chord's notes, chords and notes in order of time
     */
    public static function group(array $times, Amount $spread, Context $context): array
    {
        $chords = [];
        $chord = [];
        $until = 0;
        foreach ($times as $i => $time) {
            if ($chord === [] || $time > $until) {
                if ($chord !== []) {
                    $chords[] = $chord;
                }
                $chord = [];
                $until = $spread->shift($time, $context);
            }
            $chord[] = $i;
        }
        if ($chord !== []) {
            $chords[] = $chord;
        }

        return $chords;
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

use Jactonic\Core\Time\Amount;
use Jactonic\Core\Time\Timeline;

/**
 * Which notes of one track are meant to begin together.
 *
 * By itself it takes notes as one chord whose starts follow each other within a 64th, all within a 16th of the
 * earliest, and while the notes before still sound: a slow strum is one chord, a fast run of short notes is not.
 * With a fixed spread only the distance from the earliest counts.
 */
final class Chords
{
    /** Each start within this part of a quarter note of the one before: a 64th. */
    private const STEP = 16;

    /** All starts within this part of a quarter note of the earliest: a 16th. */
    private const WHOLE = 4;

    /**
     * The chords of some notes, by where they start now.
     *
     * @param  array<int, int>  $places  in order of time
     * @param  Amount|null  $spread  null to find out by itself
     * @return list<non-empty-list<int>>
     */
    public static function of(Notes $notes, array $places, ?Amount $spread, Timeline $time): array
    {
        $starts = $ends = [];
        foreach ($places as $i) {
            $starts[$i] = $notes->start[$i];
            $ends[$i] = $notes->start[$i] + $notes->length[$i];
        }

        return self::group($starts, $ends, $spread, $time);
    }

    /**
     * @param  array<int, int>  $starts  the tick of each note by its place, in order of time
     * @param  array<int, int>  $ends  where each ends, by its place
     * @return list<non-empty-list<int>> the places of each chord's notes, chords and notes in order of time
     */
    public static function group(array $starts, array $ends, ?Amount $spread, Timeline $time): array
    {
        $chords = [];
        $chord = [];
        $until = 0;
        $firstEnd = 0;
        $before = 0;
        $ppq = $time->ppq();
        foreach ($starts as $i => $start) {
            $together
                = $chord !== []
                && ($start === $before
                    || ($spread !== null
                        ? $start <= $until
                        : $start < $firstEnd
                            && self::STEP * ($start - $before) <= $ppq
                            && self::WHOLE * ($start - $until) <= $ppq));
            if (! $together) {
                if ($chord !== []) {
                    $chords[] = $chord;
                }
                $chord = [];
                $until = $spread === null ? $start : $spread->shift($start, $time);
                $firstEnd = $ends[$i];
            }
            $chord[] = $i;
            $firstEnd = min($firstEnd, $ends[$i]);
            $before = $start;
        }
        if ($chord !== []) {
            $chords[] = $chord;
        }

        return $chords;
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Length;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Notes\Chords;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** What a note is followed by, for the edits that look at the next note: within the selection or in the whole clip. */
final class Scope
{
    public static function parameter(): Parameter
    {
        return Parameter::choice('scope', ['selection', 'clip'], 'selection', 'Which notes count as the next ones.');
    }

    /**
     * The places of the notes that count, in order of time.
     *
     * @return array<int, int>
     */
    public static function places(Notes $notes, Selection $selection, Parameters $parameters): array
    {
        return $parameters->choice('scope') === 'clip' ? array_keys($notes->id) : $selection->positions($notes);
    }

    /**
     * For each note the start of the next chord; notes of the last chord are left out.
     *
     * @param  array<int, int>  $places
     * @return array{array<int, int>, array<int, int>} next starts by place, and the places of the last chord
     */
    public static function nextChords(Notes $notes, array $places, Parameters $parameters, Context $context): array
    {
        return self::followingChords($notes, Chords::of($notes, $places, $parameters->amount('spread'), $context));
    }

    /**
     * @param  list<non-empty-list<int>>  $chords
     * @return array{array<int, int>, array<int, int>} next starts by place, and the places of the last chord
     */
    public static function followingChords(Notes $notes, array $chords): array
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
     * @param  array<int, int>  $places
     * @return array{array<int, int>, array<int, int>} next starts by place, and the places of the last notes
     */
    public static function nextOfPitch(Notes $notes, array $places): array
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

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Timing;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\Rounding;

/**
 * Spreads the notes of each chord evenly over a time, as a hand over strings. The played moment goes along: a strum is
 * meant.
 */
final readonly class Strum implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'strum',
            'Strum',
            Group::Timing,
            'Spreads the notes of each chord over a short time, from the lowest or the highest.',
            [
                Parameter::amount('time', 'From the first note of a chord to its last.', default: '20ms'),
                Parameter::choice(
                    'direction', 'Up begins with the lowest note, down with the highest.', options: ['up', 'down'],
                    default: 'up',
                ),
                Parameter::choice(
                    'ends', 'Whether the ends stay or move along.', options: ['keep', 'move'], default: 'keep',
                ),
                Parameter::spread(),
            ],
            synonyms: ['arpeggiate', 'spread chord', 'roll chord', 'guitar'],
            uses: ['strum direction=down' => 'Strum downward'],
            bare: ['time', 'direction'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $up = $parameters->choice('direction') === 'up';
        $keep = $parameters->choice('ends') === 'keep';
        $time = $parameters->amount('time');
        $draft = new Draft($notes);
        $chords = $strummed = 0;
        foreach ($context->chords($notes, $selection->positions($notes), $parameters->spread()) as $chord) {
            if (count($chord) < 2) {
                continue;
            }
            $chords++;
            $begin = $notes->start[$chord[0]];
            $ticks = $time->ticksAt($begin, $context->time);
            $last = count($chord) - 1;
            $pitches = [];
            foreach ($chord as $i) {
                $pitches[$i] = $notes->pitch[$i];
            }
            $up ? asort($pitches) : arsort($pitches);
            foreach (array_keys($pitches) as $k => $i) {
                $end = $notes->start[$i] + $notes->length[$i];
                $start = $begin + Rounding::quotient($ticks * $k, $last);
                if ($keep) {
                    $start = min($start, $end - $context->time->leastLength($notes->length[$i]));
                }
                $draft->start[$i] = $start;
                $draft->length[$i] = $keep ? $end - $start : $notes->length[$i];
            }
            $strummed += $draft->countChanged($chord) > 0 ? 1 : 0;
        }

        return $draft->change($selection, Said::rest(
            $strummed, $chords, Noun::Chord, "strummed over {$time}",
            $chords === 0
                ? 'Nothing strummed: no two notes start together. A wider spread takes more as one chord.'
                : "Nothing strummed: the chords are spread over {$time} already.",
        ));
    }
}

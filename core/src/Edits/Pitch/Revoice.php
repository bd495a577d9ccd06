<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Pitch;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/** Turns each chord to its next inversion: the lowest note goes up an octave, or the highest down. */
final readonly class Revoice implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'revoice',
            'Revoice',
            Group::Pitch,
            'Of each chord, takes the lowest note up an octave, or the highest down.',
            [
                Parameter::choice(
                    'move', 'Up takes the lowest note up, down the highest down.', options: ['up', 'down'],
                    default: 'up',
                ),
                Parameter::choice(
                    'within',
                    'Octave keeps the notes; chord lets the note go to the next note of the chord that is named there, '
                        .'above or below all others.',
                    options: ['octave', 'chord'], default: 'octave',
                ),
                Parameter::spread(),
            ],
            synonyms: ['inversion', 'voicing', 'chord inversion', 'octave of a chord note'],
            uses: [
                'revoice move=down' => 'Previous inversion of the chords',
                'revoice move=up' => 'Next inversion of the chords',
            ],
            isHeard: true,
            bare: ['move'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $octave = $parameters->choice('move') === 'up' ? 12 : -12;
        $draft = new Draft($notes);
        $turned = 0;
        foreach ($context->chords($notes, $selection->positions($notes), $parameters->spread()) as $chord) {
            if (count($chord) < 2) {
                continue;
            }
            $pitches = [];
            foreach ($chord as $i) {
                $pitches[$i] = $notes->pitch[$i];
            }
            $moving = (int) array_search($octave > 0 ? min($pitches) : max($pitches), $pitches, true);
            $target = $parameters->choice('within') === 'chord'
                ? $context->needChord($notes->start[$moving])->shift(
                    $octave > 0 ? max($pitches) : min($pitches), $octave <=> 0,
                )
                : $pitches[$moving] + $octave;
            // Where the chord has that octave already, the note goes on to the next free one.
            while (in_array($target, $pitches, true)) {
                $target += $octave;
            }
            if ($target < 0 || $target > 127) {
                throw new EditRefused(
                    'Nothing revoiced: a note would leave C-1 to G9 at '.$context->time
                        ->position($notes->start[$moving]).'.',
                );
            }
            $draft->pitch[$moving] = $target;
            $turned++;
        }

        return $draft->change($selection, $turned === 0
            ? Said::nothing('Nothing revoiced: no two notes start together.')
            : Said::did($turned, Noun::Chord, 'revoiced '.($octave > 0 ? 'upward' : 'downward')));
    }
}

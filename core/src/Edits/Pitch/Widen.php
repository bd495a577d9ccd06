<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Pitch;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Doubles;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Pitch\PitchName;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/**
 * Makes the intervals of a phrase wider or narrower: p' = c + (p − c) × factor, where c is the pitch that stays.
 *
 * Within a key the distances are counted in degrees of it, and a note outside first goes to the nearest one.
 */
final readonly class Widen implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'widen',
            'Widen',
            Group::Pitch,
            'Makes intervals wider or narrower from the lowest or the highest note on, in steps of the key where one '
                .'is set.',
            [
                Parameter::ratio('factor', 'Every interval times this.', largest: 8, default: '2'),
                Parameter::choice('about', 'The note that stays.', options: ['lowest', 'highest'], default: 'lowest'),
                Parameter::onOff(
                    'key', 'On counts in degrees where the song has a key; off, and without one, in semitones.',
                    default: true,
                ),
            ],
            synonyms: ['spread', 'narrow', 'compress intervals', 'expand', 'range of pitches', 'scale pitch'],
            uses: ['widen factor=1/2' => 'Intervals half as wide'],
            isHeard: true,
            bare: ['factor'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $places = $selection->positions($notes);
        $pitches = array_map(static fn (int $i): int => $notes->pitch[$i], $places);
        $about = $parameters->choice('about') === 'highest' ? max([0, ...$pitches]) : min([127, ...$pitches]);
        $key = $parameters->isOn('key') ? $context->key : null;
        $factor = $parameters->ratio('factor');
        $targets = [];
        foreach (array_unique($pitches) as $pitch) {
            $targets[$pitch] = $key === null
                ? $about + $factor->of($pitch - $about)
                : $key->pitchOf(
                    $key->degreeOf($key->nearest($about)) + $factor->of(
                        $key->degreeOf($key->nearest($pitch)) - $key->degreeOf($key->nearest($about)),
                    ),
                );
        }
        if ($targets !== [] && (min($targets) < 0 || max($targets) > 127)) {
            throw new EditRefused('Nothing widened: a note would leave C-1 to G9. Take a smaller factor.');
        }
        $draft = new Draft($notes);
        foreach ($places as $i) {
            $draft->pitch[$i] = $targets[$notes->pitch[$i]];
        }
        $doubles = Doubles::remove($notes, $draft, $places, array_fill_keys($places, true), $context);
        [$low, $high] = $targets === [] ? [$about, $about] : [min($targets), max($targets)];

        return $draft->change($selection, Said::of(
            'Intervals of '.Noun::Note->counted(count($places)),
            'times '.$factor->numerator.($factor->denominator === 1 ? '' : "/{$factor->denominator}")
                .($key === null ? '' : " in {$key}").', from '.PitchName::of($low).' to '.PitchName::of($high),
        )->with(Doubles::said(count($doubles))));
    }
}

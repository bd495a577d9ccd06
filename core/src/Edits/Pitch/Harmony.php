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
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/** Stacks notes above each note: of the key by degrees, or fixed intervals. All of them are selected. */
final readonly class Harmony implements Edit
{
    /** Degrees of the key above a note. */
    private const DEGREES = ['third' => [2], 'sixth' => [5], 'triad' => [2, 4], 'seventh' => [2, 4, 6]];

    /** Semitones above a note: those of the major scale. A fifth and an octave are the same in any scale. */
    private const SEMITONES = [
        'third' => [4], 'sixth' => [9], 'triad' => [4, 7], 'seventh' => [4, 7, 11], 'power' => [7, 12],
    ];

    public function declaration(): Declaration
    {
        return new Declaration(
            'harmony',
            'Harmony',
            Group::Pitch,
            'Stacks notes of the key above each note.',
            [
                Parameter::choice('shape', 'What is stacked.', options: array_keys(self::SEMITONES), default: 'triad'),
                Parameter::onOff('key', 'On takes notes of the key, off major intervals.', default: true),
                Interval::within(),
            ],
            synonyms: ['chords from notes', 'harmonize', 'thirds', 'stack', 'diatonic'],
            uses: ['harmony shape=third' => 'Add thirds of the key', 'harmony shape=power' => 'Add fifths and octaves'],
            isHeard: true,
            bare: ['shape'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $shape = $parameters->choice('shape');
        $inChord = $parameters->choice('within') === 'chord' && $shape !== 'power';
        $key = $parameters->isOn('key') && $shape !== 'power' && ! $inChord ? $context->needKey('harmony') : null;
        $taken = Doubles::taken($notes, $context);
        $draft = new Draft($notes);
        $added = [];
        $steps = $inChord
            ? range(1, count(self::DEGREES[$shape]))
            : ($key === null || $shape === 'power' ? self::SEMITONES[$shape] : self::DEGREES[$shape]);
        $tooHigh = 0;
        $places = $selection->positions($notes);
        foreach ($places as $i) {
            $root = $notes->pitch[$i];
            $along = $inChord ? $context->needChord($notes->start[$i]) : $key;
            foreach ($steps as $step) {
                $pitch = $along?->shift($root, $step) ?? $root + $step;
                $at = Doubles::key($notes->start[$i], $pitch, $notes->channel[$i], $notes->muted[$i]);
                $track = $context->clips->trackOf($notes->clip[$i]);
                if ($pitch > 127) {
                    $tooHigh++;
                } elseif (! isset($taken[$track][$at])) {
                    $taken[$track][$at] = true;
                    $added[] = $draft->addLike($i, ['pitch' => $pitch]);
                }
            }
        }

        return $draft->change(
            Selection::of([...$selection->ids, ...$added]),
            Said::did(
                count($added),
                Noun::Note,
                'added above '.(count($places) === 1 ? '1 note' : count($places)),
            )->with($tooHigh > 0 ? "{$tooHigh} left out above G9" : ''),
        );
    }
}

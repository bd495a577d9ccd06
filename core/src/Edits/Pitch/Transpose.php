<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Pitch;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\AddsUp;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Doubles;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Sum;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/** Moves pitches by semitones, octaves, degrees of the key or rows; all of them or none. */
final readonly class Transpose implements AddsUp, Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'transpose',
            'Transpose',
            Group::Pitch,
            'Moves notes up or down by semitones, octaves, steps of the key or rows of the roll.',
            [...Interval::parameters(), Interval::within()],
            oneOf: Interval::UNITS,
            synonyms: ['pitch shift', 'key change', 'higher', 'lower', 'interval'],
            uses: [
                'transpose semitones=7' => 'Up a fifth',
                'transpose semitones=-5' => 'Down a fourth',
                'transpose semitones=3' => 'Up a minor third',
                'transpose semitones=4' => 'Up a major third',
            ],
            isHeard: true,
            bare: ['semitones'],
            asks: 'semitones',
        );
    }

    public function combined(array $first, array $second): ?array
    {
        return Sum::of($first, $second, Interval::UNITS, 127);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $places = $selection->positions($notes);
        if ($parameters->has('degrees') && $parameters->choice('within') === 'chord') {
            return $this->alongChords($notes, $places, $selection, $context, $parameters);
        }
        $interval = Interval::of($parameters, $notes, $context);
        $targets = $interval->targets(array_map(static fn (int $i): int => $notes->pitch[$i], $places));
        $draft = new Draft($notes);
        foreach ($places as $i) {
            $draft->pitch[$i] = $targets[$notes->pitch[$i]];
        }

        $doubles = $interval->mayMeet()
            ? Doubles::remove($notes, $draft, $places, array_fill_keys($places, true), $context)
            : [];

        return $draft->change(
            $selection,
            Said::did(count($places), Noun::Note, '', $interval->by())->with(Doubles::said(count($doubles))),
        );
    }

    /**
     * Each note along the chord that holds where it starts.
     *
     * @param  array<int, int>  $places
     */
    private function alongChords(
        Notes $notes, array $places, Selection $selection, Context $context, Parameters $parameters,
    ): Change {
        $draft = new Draft($notes);
        foreach ($places as $i) {
            $draft->pitch[$i] = Interval::ofChord(
                $parameters, $context, $notes->start[$i],
            )->targets([$notes->pitch[$i]])[$notes->pitch[$i]];
        }
        $doubles = Doubles::remove($notes, $draft, $places, array_fill_keys($places, true), $context);

        return $draft->change(
            $selection,
            Said::did(
                count($places), Noun::Note, '', Interval::inChords($parameters),
            )->with(Doubles::said(count($doubles))),
        );
    }
}

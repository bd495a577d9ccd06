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
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Saying\Wording;

/** Adds a copy of each note at an interval and selects the copies. */
final readonly class Double implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'double',
            'Double at an interval',
            Group::Pitch,
            'Adds a copy of each note at an interval and selects the copies.',
            [...Interval::parameters(), Interval::within()],
            oneOf: Interval::UNITS,
            bare: ['semitones'],
            asks: 'semitones',
            synonyms: ['thicken', 'layer', 'octaver', 'parallel', 'thirds'],
            uses: [
                'double octaves=1' => 'Double an octave up',
                'double octaves=-1' => 'Double an octave down',
                'double degrees=2' => 'Double in thirds of the key',
            ], isHeard: true);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $places = $selection->positions($notes);
        $isInChords = $parameters->has('degrees') && $parameters->choice('within') === 'chord';
        $interval = $isInChords ? null : Interval::of($parameters, $notes, $context);
        $targets = $interval?->targets(array_map(static fn (int $i): int => $notes->pitch[$i], $places)) ?? [];
        $taken = Doubles::taken($notes, $context);
        $draft = new Draft($notes);
        $copies = [];
        foreach ($places as $i) {
            $pitch = $targets[$notes->pitch[$i]]
                ?? Interval::ofChord(
                    $parameters, $context, $notes->start[$i],
                )->targets([$notes->pitch[$i]])[$notes->pitch[$i]];
            $key = Doubles::key($notes->start[$i], $pitch, $notes->channel[$i], $notes->muted[$i]);
            $track = $context->clips->trackOf($notes->clip[$i]);
            if (! isset($taken[$track][$key])) {
                $taken[$track][$key] = true;
                $copies[] = $draft->copy($i, ['pitch' => $pitch]);
            }
        }
        $there = count($places) - count($copies);

        return $draft->change(
            $copies === [] ? $selection : Selection::of($copies),
            Said::did(
                count($copies),
                Noun::Note,
                'added '.($interval?->by() ?? Interval::inChords($parameters)),
            )->with(Wording::were($there, 'there already')),
        );
    }
}

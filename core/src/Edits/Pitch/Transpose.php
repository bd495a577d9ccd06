<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Pitch;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Gesture;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Draft;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Parameters\Parameters;

/** Moves pitches by semitones, octaves or degrees of the key; all of them or none. */
final readonly class Transpose implements Edit, Gesture
{
    public function declaration(): Declaration
    {
        return new Declaration('transpose', 'Transpose', Group::Pitch, 'Moves notes up or down by semitones, octaves or steps of the key.', Interval::parameters(), oneOf: Interval::UNITS,
            synonyms: ['pitch shift', 'key change', 'higher', 'lower', 'interval'], uses: ['transpose semitones=7' => 'Up a fifth', 'transpose semitones=-5' => 'Down a fourth']);
    }

    public function combined(EditLine $first, EditLine $second): ?EditLine
    {
        return $first->sumWith($second, 127);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $interval = Interval::of($parameters, $context);
        $places = $selection->positions($notes);
        $targets = $interval->targets(array_map(static fn (int $i): int => $notes->pitch[$i], $places));
        $draft = new Draft($notes);
        foreach ($places as $i) {
            $draft->pitch[$i] = $targets[$notes->pitch[$i]];
        }

        return $draft->change($selection, Wording::notes(count($places))." {$interval}");
    }
}

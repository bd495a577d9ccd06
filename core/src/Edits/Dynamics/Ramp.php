<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Dynamics;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Parameters\Curve;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** A crescendo or a diminuendo over the selection, from its first start to its last. */
final readonly class Ramp implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('ramp', 'Ramp', Group::Dynamics, 'Lets velocities rise or fall over the selection, from its first note to its last.', [
            Parameter::wholeNumber('from', 1, 127, '', 40, 'At the first note.'),
            Parameter::wholeNumber('to', 1, 127, '', 110, 'At the last note.'),
            Parameter::choice('mode', ['set', 'scale'], 'set', 'Set gives the velocities; scale multiplies those there are, so accents stay.'),
            Parameter::curve('curve', 'Above 0 most of it happens late, below 0 early.'),
        ], synonyms: ['crescendo', 'diminuendo', 'decrescendo', 'fade', 'swell', 'fade in', 'fade out'], uses: [
            'ramp from=40 to=110' => 'Crescendo', 'ramp from=110 to=40' => 'Diminuendo', 'ramp from=40 to=110 mode=scale' => 'Crescendo that keeps the accents',
        ]);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        [$from, $to] = [$parameters->int('from'), $parameters->int('to')];
        $scale = $parameters->choice('mode') === 'scale';
        $curve = $parameters->int('curve');
        $places = $selection->positions($notes);
        $first = $notes->start[$places[0]];
        $span = $notes->start[$places[count($places) - 1]] - $first;
        $velocities = new Velocities($notes);
        foreach ($places as $i) {
            $value = $from + ($to - $from) * ($span === 0 ? 0 : Curve::at(($notes->start[$i] - $first) / $span, $curve));
            $velocities->set($i, (int) round($scale ? $notes->velocity[$i] * $value / max($from, $to) : $value));
        }

        return $velocities->change($selection, ($scale ? 'scaled along a ramp' : 'set along a ramp')." from {$from} to {$to}");
    }
}

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
use Jactonic\Core\Edits\InLoops;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Edits\Values\Levels;
use Jactonic\Core\Parameters\Curve;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** A crescendo or a diminuendo over the selection, from its first start to its last. */
final readonly class Ramp implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'ramp',
            'Ramp',
            Group::Dynamics,
            'Lets velocities rise or fall over the selection, from its first note to its last; a lane of points where '
                .'none is selected over the range.',
            [
                Parameter::level('from', 'At the first note.', default: '40'),
                Parameter::level('to', 'At the last note.', default: '110'),
                Parameter::choice(
                    'mode', 'Set gives the velocities; scale multiplies those there are, so accents stay.',
                    options: ['set', 'scale'], default: 'set',
                ),
                Parameter::curve('curve', 'Above 0 most of it happens late, below 0 early.'),
                Parameter::lane(),
            ],
            subject: Subject::Levels,
            synonyms: ['crescendo', 'diminuendo', 'decrescendo', 'fade', 'swell', 'fade in', 'fade out'],
            uses: [
                'ramp from=40 to=110' => 'Crescendo',
                'ramp from=110 to=40' => 'Diminuendo',
                'ramp from=40 to=110 mode=scale' => 'Crescendo that keeps the accents',
            ],
            inLoops: InLoops::LeaveOut,
            bare: ['from', 'to'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        [$from, $to] = [$parameters->int('from'), $parameters->int('to')];
        $scale = $parameters->choice('mode') === 'scale';
        $curve = $parameters->int('curve');
        $levels = Levels::sought($notes, $selection, $context, $parameters);
        $draws = ! $scale && ! $levels->areSelected && $context->range !== null;
        if (! $draws) {
            $levels = Levels::of($notes, $selection, $context, $parameters);
        }
        $places = $levels->places;
        $first = $draws ? $context->range->from : $levels->start[$places[0]];
        $last = $draws ? $context->range->to - 1 : $levels->start[$places[count($places) - 1]];
        $at = static fn (int $tick): float => $from
            + ($to - $from) * ($last === $first ? 0 : Curve::at(($tick - $first) / ($last - $first), $curve));
        if (! $scale) {
            $levels->follow($first, $last, $at);
        }
        foreach ($scale ? $places : [] as $i) {
            $levels->set($i, (int) round($levels->value[$i] * $at($levels->start[$i]) / max(1, $from, $to)));
        }

        return $levels->change(
            $selection, ($scale ? 'scaled along a ramp' : 'set along a ramp')." from {$from} to {$to}",
        );
    }
}

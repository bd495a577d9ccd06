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
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Time\Rounding;

/** Brings velocities together around a middle, or spreads them out: v' = c + (v − c) × (1 − amount / 100). */
final readonly class Squeeze implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'squeeze',
            'Squeeze',
            Group::Dynamics,
            'Brings velocities nearer to a middle, or spreads them out with a minus.',
            [
                Parameter::wholeNumber(
                    'amount', 'How much nearer; negative spreads the dynamics out.', min: -100, max: 100, unit: '%',
                    default: 50,
                ),
                Parameter::level('toward', 'The middle.', default: 'mean', words: ['mean']),
                Parameter::lane(),
            ],
            subject: Subject::Levels,
            synonyms: ['compress', 'compressor', 'even out', 'level', 'expand dynamics', 'dynamics range'],
            uses: ['squeeze amount=-50' => 'Spread the dynamics out', 'squeeze amount=100' => 'All equally loud'],
            inLoops: InLoops::LeaveOut,
            bare: ['amount'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $amount = $parameters->int('amount');
        $levels = Levels::of($notes, $selection, $context, $parameters);
        $places = $levels->places;
        // The middle as a fraction: a mean is seldom whole, and only the result is rounded.
        [$sum, $count] = [0, 1];
        if ($parameters->word('toward') === 'mean') {
            $count = count($places);
            foreach ($places as $i) {
                $sum += $levels->value[$i];
            }
        } else {
            $sum = $parameters->int('toward');
        }
        foreach ($places as $i) {
            $levels->set(
                $i, Rounding::quotient($sum * $amount + $count * $levels->value[$i] * (100 - $amount), 100 * $count),
            );
        }
        $middle = round($sum / $count);

        return $levels->change(
            $selection,
            $amount >= 0 ? "brought {$amount} % nearer to {$middle}" : 'spread '.-$amount." % away from {$middle}",
        );
    }
}

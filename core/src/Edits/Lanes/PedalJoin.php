<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Lanes;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\InLoops;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/** Takes out lifts of a pedal that are too short to be meant. */
final readonly class PedalJoin implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'pedal-join',
            'Join presses of a pedal',
            Group::Lanes,
            'Keeps a pedal down where it was lifted for no longer than a gap.',
            [Parameter::amount('gap', 'The longest lift that is taken out.', default: '1/16'), Pedal::parameter()],
            subject: Subject::Anywhere,
            synonyms: ['sustain', 'hold', 'damper', 'legato pedal'],
            inLoops: InLoops::LeaveOut,
            bare: ['gap'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $pedal = new Pedal($context, $selection, $parameters);
        $gap = static fn (int $tick): int => $parameters->amount('gap')->ticksAt($tick, $context->time);
        $joined = 0;
        foreach ($pedal->presses() as $row => $presses) {
            foreach ($pedal->liftsWithin($row, $presses, $gap) as $lift) {
                array_map($pedal->draft->remove(...), $lift);
                $joined++;
            }
        }

        return Change::nothing($selection, $joined === 0
            ? Said::nothing('Nothing joined: no lift of the pedal is as short as that.')
            : Said::did($joined, Noun::LiftOfThePedal, 'taken out'))->withPoints($pedal->draft->change());
    }
}

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

/** Takes out lifts of a pedal that are too short to be meant. */
final readonly class PedalJoin implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('pedal-join', 'Join presses of a pedal', Group::Lanes, 'Keeps a pedal down where it was lifted for no longer than a gap.', [
            Parameter::amount('gap', '1/16', 'The longest lift that is taken out.'),
            Pedal::parameter(),
        ], subject: Subject::Anywhere, synonyms: ['sustain', 'hold', 'damper', 'legato pedal'], inLoops: InLoops::LeaveOut);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $pedal = new Pedal($context, $selection, $parameters);
        $joined = 0;
        foreach ($pedal->presses() as $presses) {
            foreach ($presses as $k => ['to' => $to, 'up' => $up]) {
                $next = $presses[$k + 1] ?? null;
                if ($next !== null && $up !== null && $parameters->amount('gap')->ticksAt($to, $context->time) >= $next['from'] - $to) {
                    $pedal->draft->remove($up);
                    $pedal->draft->remove($next['down']);
                    $joined++;
                }
            }
        }

        return Change::nothing($selection, $joined === 0 ? 'Nothing joined: no lift of the pedal is as short as that.' : "{$joined} lifts of the pedal taken out")->withPoints($pedal->draft->change());
    }
}

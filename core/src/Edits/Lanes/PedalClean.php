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
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/**
 * Leaves of a pedal what can be heard: one point where it goes down, one where it goes up, and no press that holds
 * nothing.
 */
final readonly class PedalClean implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'pedal-clean',
            'Clean a pedal',
            Group::Lanes,
            'Takes out values of a pedal that repeat each other, and presses that hold no note.',
            [Pedal::parameter()],
            subject: Subject::Anywhere,
            synonyms: ['sustain', 'damper', 'tidy pedal', 'redundant'],
            inLoops: InLoops::LeaveOut,
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $pedal = new Pedal($context, $selection, $parameters);
        $presses = $pedal->presses();
        $needed = [];
        foreach ($notes->start as $i => $start) {
            $press = Pedal::pressAt(
                $presses[$pedal->row($notes->clip[$i], $notes->channel[$i])] ?? [], $start + $notes->length[$i],
            );
            if ($press !== null) {
                $needed[$press['down']] = $needed[$press['up'] ?? $press['down']] = true;
            }
        }
        $idle = count(array_filter(
            array_merge(...array_values($presses)), static fn (array $press): bool => ! isset($needed[$press['down']]),
        ));
        $gone = 0;
        foreach (array_merge(...array_values($pedal->rows())) as $place) {
            if (isset($needed[$place])) {
                $pedal->draft->value[$place] = $pedal->isDown($place) ? 127 : 0;
            } else {
                $pedal->draft->remove($place);
                $gone++;
            }
        }

        return Change::nothing(
            $selection,
            $gone === 0
                ? Said::nothing('Nothing to clean: every value of the pedal is needed.')
                : Said::did($gone, Noun::ValueOfThePedal, 'taken out')->with(
                    $idle > 0 ? Noun::PressOfThePedal->counted($idle).' held nothing' : '',
                ),
        )->withPoints($pedal->draft->change());
    }
}

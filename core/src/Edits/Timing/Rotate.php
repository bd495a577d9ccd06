<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Timing;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Draft;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/**
 * Shifts starts within the bars the selection fills and wraps them round, as a pattern that begins elsewhere.
 *
 * A start up to a 64th note before a bar line belongs to the bar it opens, and stays that much before its new place.
 */
final readonly class Rotate implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('rotate', 'Rotate', Group::Timing, 'Shifts starts within the bars of the selection; what leaves at one end comes in at the other.', [
            Parameter::signedAmount('by', 'grid', 'How far; earlier with a minus.'),
        ], synonyms: ['wrap', 'shift pattern', 'cycle', 'loop offset']);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $places = $selection->positions($notes);
        $early = intdiv($context->ppq(), 16);
        $first = $notes->start[$places[0]];
        $end = $first + 1;
        foreach ($places as $i) {
            $end = max($end, $notes->start[$i] + $notes->length[$i]);
        }
        $meters = $context->meters;
        $from = $meters->barStart($meters->barAt($first + $early));
        $to = $meters->nextBarLine(max($from, $end - $early - 1));
        $early = min($early, $from);
        $by = $parameters->amount('by')->ticksAt($from, $context);

        $draft = new Draft($notes);
        $moved = 0;
        foreach ($places as $i) {
            $turned = ($notes->start[$i] - $from + $early + $by) % ($to - $from);
            $draft->start[$i] = $from - $early + ($turned < 0 ? $turned + $to - $from : $turned);
            $moved += $draft->start[$i] !== $notes->start[$i] ? 1 : 0;
        }
        $bars = $meters->barAt($to - 1) - $meters->barAt($from) + 1;

        return $draft->change($selection, $moved === 0
            ? 'Nothing moved: the pattern is turned by its whole length.'
            : Wording::notes($moved).' rotated by '.$parameters->amount('by').' within '.($bars === 1 ? '1 bar' : "{$bars} bars"));
    }
}

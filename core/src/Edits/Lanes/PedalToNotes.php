<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Lanes;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
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

/** Makes notes as long as a pedal lets them sound, and takes the pedal out. */
final readonly class PedalToNotes implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'pedal-to-notes',
            'Write the pedal into the notes',
            Group::Lanes,
            'Lets notes last while the pedal is down, up to the next one of their pitch, and takes the pedal out.',
            [Pedal::parameter()],
            subject: Subject::Anywhere,
            synonyms: ['sustain to length', 'damper', 'bake pedal', 'hold'],
            inLoops: InLoops::LeaveOut,
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $pedal = new Pedal($context, $selection, $parameters);
        $presses = $pedal->presses();
        $draft = new Draft($notes);
        $next = [];
        $longer = 0;
        $last = $notes->end();
        for ($i = $notes->count() - 1; $i >= 0; $i--) {
            $row = $pedal->row($notes->clip[$i], $notes->channel[$i]);
            $key = "{$row} {$notes->pitch[$i]}";
            [$start, $end] = [$notes->start[$i], $notes->start[$i] + $notes->length[$i]];
            $held = Pedal::pressAt($presses[$row] ?? [], $end);
            $to = $held === null
                ? $end
                : min($held['to'], $next[$key] ?? PHP_INT_MAX, $held['up'] === null ? max($end, $last) : PHP_INT_MAX);
            if ($to > $end) {
                $draft->length[$i] = $to - $start;
                $longer++;
            }
            $next[$key] = $start;
        }
        foreach (array_merge(...array_values($pedal->rows())) as $place) {
            $pedal->draft->remove($place);
        }

        return $draft
            ->change(
                $selection,
                $pedal->rows() === []
                    ? Said::nothing('Nothing changed: there is no pedal here.')
                    : Said::did($longer, Noun::Note, 'as long as the pedal held them')->with('the pedal taken out'),
            )
            ->withPoints($pedal->draft->change());
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Length;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/**
 * Puts one edge of notes at a place, in either direction. The played moment goes along, as with a nudge of the edge.
 */
final readonly class Trim implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'trim',
            'Trim',
            Group::Length,
            'Puts the start or the end of notes at the caret, the playhead or an end of the range.',
            [
                Parameter::choice('edge', 'Which edge moves.', options: ['start', 'end'], default: 'end'),
                Parameter::moment('at', 'Where it goes.'),
            ],
            synonyms: ['cut off', 'crop', 'extend to', 'set end', 'set start'],
            uses: ['trim edge=end' => 'End at the caret', 'trim edge=start' => 'Begin at the caret'],
            bare: ['at', 'edge'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $at = $context->moment($parameters, 'at');
        $atStart = $parameters->choice('edge') === 'start';
        $draft = new Draft($notes);
        $unreached = 0;
        $places = $selection->positions($notes);
        foreach ($places as $i) {
            $start = $atStart ? $at : $notes->start[$i];
            $end = $atStart ? $notes->start[$i] + $notes->length[$i] : $at;
            if ($end <= $start) {
                $unreached++;

                continue;
            }
            $draft->start[$i] = $start;
            $draft->length[$i] = $end - $start;
        }
        $there = $context->time->position($at);

        $where = ($atStart ? 'begin' : 'end')." at {$there}";

        $trimmed = $draft->countChanged($places);
        $said = Said::rest(
            $trimmed, count($places) - $unreached, Noun::Note, "made to {$where}",
            $unreached > 0
                ? "Nothing trimmed: notes that do not {$where} yet would have no length."
                : "Nothing trimmed: the notes {$where} already.",
        );

        return $draft->change($selection, $said->with(
            $trimmed > 0 && $unreached > 0 ? "{$unreached} left alone that would have no length" : '',
        ));
    }
}

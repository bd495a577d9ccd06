<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\InLoops;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/** Cuts the selected notes that sound at a place. */
final readonly class Split implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'split',
            'Split',
            Group::Building,
            'Cuts notes in two at the caret, the pointer, the playhead or a tick.',
            [
                Parameter::moment('at', 'Where to cut; at the pointer on the nearest line of the grid.'),
                Parameter::choice(
                    'keep', 'Longer drops the smaller piece.', options: ['both', 'longer'], default: 'both',
                ),
            ],
            synonyms: ['cut in two', 'slice', 'scissors', 'divide', 'razor'],
            uses: ['split at=playhead' => 'Split at the playhead'],
            inLoops: InLoops::LeaveOut,
            bare: ['at'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $at = $parameters->value('at') === 'pointer'
            ? $context->needPointer('split at=pointer')->line($context->time)
            : $context->moment($parameters, 'at');
        $both = $parameters->choice('keep') === 'both';
        $draft = new Draft($notes);
        $added = [];
        $cut = 0;
        foreach ($selection->positions($notes) as $i) {
            $start = $notes->start[$i];
            $end = $start + $notes->length[$i];
            if ($start >= $at || $end <= $at) {
                continue;
            }
            $cut++;
            if ($both) {
                $added[] = $draft->addPiece($i, ['start' => $at, 'length' => $end - $at, 'playedStart' => 0]);
            }
            if ($both || $at - $start >= $end - $at) {
                $draft->length[$i] = $at - $start;
                $draft->playedEnd[$i] = 0;
            } else {
                $draft->start[$i] = $at;
                $draft->length[$i] = $end - $at;
                $draft->playedStart[$i] = 0;
            }
        }
        $there = $context->time->position($at);

        return $draft->change(Selection::of([...$selection->ids, ...$added]), $cut === 0
            ? Said::nothing("Nothing split: no selected note sounds across {$there}.")
            : Said::did($cut, Noun::Note, "split at {$there}")->with($both ? '' : 'the longer piece stays'))->cutting();
    }
}

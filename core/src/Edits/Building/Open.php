<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\PointDraft;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\InLoops;
use Jactonic\Core\Edits\Lanes\RangePoints;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/** Makes room in the clip: what lies at or after the start of the range moves back by its length. */
final readonly class Open implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'open',
            'Open a gap',
            Group::Building,
            'Makes room in the clip: everything from the start of the range on moves back by its length.',
            [Parameter::range('range', 'Where the room is made.')],
            subject: Subject::Anywhere,
            synonyms: ['insert time', 'insert silence', 'make room', 'add bars', 'push back'],
            inLoops: InLoops::Refuse,
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $range = $context->range($parameters, 'Opening a gap');
        $room = $range->to - $range->from;
        $draft = new Draft($notes);
        [$moved, $split] = [0, 0];
        foreach ($notes->start as $i => $start) {
            $end = $start + $notes->length[$i];
            if ($start >= $range->from) {
                $draft->start[$i] = $start + $room;
                $moved++;
            } elseif ($end > $range->from) {
                $draft->addPiece(
                    $i, ['start' => $range->to, 'length' => $end - $range->from, 'playedStart' => 0], $room,
                );
                $draft->length[$i] = $range->from - $start;
                $draft->playedEnd[$i] = 0;
                $split++;
            }
        }

        $change = $draft->change($selection, Said::that("Room made at {$context->time->position($range->from)}")
            ->with(Noun::Note->counted($moved).' moved back', $split > 0 ? "{$split} split" : ''));
        $points = new PointDraft($context->points, $change->notes->added->nextId);
        if ($context->takesPoints) {
            RangePoints::ofLanes($context->points, $range)->open($points);
        }

        return $change->withPoints($points->change());
    }
}

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
use Jactonic\Core\Edits\Lanes\RangePoints;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\TickRange;

/** Takes the range out of the clip, with the notes in it, and closes the gap. */
final readonly class Close implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'close',
            'Close the gap',
            Group::Building,
            'Takes the range out of the clip with what is in it; everything behind moves up.',
            [Parameter::range('range', 'What is taken out.')],
            subject: Subject::Anywhere,
            synonyms: ['delete time', 'remove bars', 'cut time', 'pull up', 'remove silence'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $range = $context->range($parameters, 'Closing a gap');
        $room = $range->to - $range->from;
        $draft = new Draft($notes);
        [$moved, $removed] = [0, 0];
        $cut = [];
        foreach ($notes->start as $i => $start) {
            $end = $start + $notes->length[$i];
            if ($start >= $range->to) {
                $draft->start[$i] = $start - $room;
                $moved++;
            } elseif ($start >= $range->from && $end <= $range->to) {
                $draft->remove($i);
                $removed++;
            } elseif ($end > $range->from) {
                $this->shorten($notes, $draft, $i, $range);
                $cut[$notes->id[$i]] = true;
            }
        }

        $points = new PointDraft($context->points);
        if ($context->takesPoints) {
            RangePoints::ofLanes($context->points, $range)->close($points);
        }
        RangePoints::ofCurves($context->points, $range, $cut)->close($points);

        return $draft->change($selection, Said::that("Gap closed at {$context->time->position($range->from)}")->with(
            $removed > 0 ? Noun::Note->counted($removed).' taken out' : '',
            $cut !== [] ? count($cut).' cut' : '',
            Noun::Note->counted($moved).' moved up',
        ))->withPoints($points->change());
    }

    /** Leaves of a note what lies outside the range, in one piece. */
    private function shorten(Notes $notes, Draft $draft, int $i, TickRange $range): void
    {
        $start = $notes->start[$i];
        $end = $start + $notes->length[$i];
        $draft->length[$i] = max(0, $range->from - $start) + max(0, $end - $range->to);
        if ($start >= $range->from) {
            $draft->start[$i] = $range->from;
            $draft->playedStart[$i] = 0;
        }
        if ($end <= $range->to) {
            $draft->playedEnd[$i] = 0;
        }
    }
}

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
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;

/** Takes notes to the clipboard and out of the clip. With the range, notes are cut at its edges. */
final readonly class Cut implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'cut',
            'Cut',
            Group::Building,
            'Takes notes out of the clip and to the clipboard.',
            [Taking::parameter()],
            subject: Subject::SelectionOrRange,
            synonyms: ['clipboard', 'take out'],
            uses: ['cut range=on' => 'Cut the range with its silence'],
            onPoints: true,
            inLoops: InLoops::LeaveOut,
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $taking = Taking::of($notes, $selection, $context, $parameters);
        $span = $taking->phrase->span;
        $draft = new Draft($notes);
        foreach ($taking->places as $i) {
            $start = $notes->start[$i];
            $end = $start + $notes->length[$i];
            $before = $span !== null && $start < $span->from;
            $after = $span !== null && $end > $span->to;
            if ($before) {
                $draft->length[$i] = $span->from - $start;
                $draft->playedEnd[$i] = 0;
            }
            if ($after && $before) {
                $draft->addPiece($i, ['start' => $span->to, 'length' => $end - $span->to, 'playedStart' => 0]);
            } elseif ($after) {
                $draft->start[$i] = $span->to;
                $draft->length[$i] = $end - $span->to;
                $draft->playedStart[$i] = 0;
            }
            if (! $before && ! $after) {
                $draft->remove($i);
            }
        }

        $change = $draft->change($selection, Said::of($taking->counted(), "cut{$taking->where}"));
        $points = new PointDraft($context->points, $change->notes->added->nextId);
        array_map($points->remove(...), $taking->points);
        $taking->inRange?->cut($points);
        $ofPoints = $points->change();

        return $change->withPoints(
            $ofPoints, Selection::of(array_diff($change->selection->ids, $ofPoints->removed->id)),
        )->taking($taking->phrase);
    }
}

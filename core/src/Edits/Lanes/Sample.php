<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Lanes;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\PointDraft;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\InLoops;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Edits\Values\PointLevels;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** Puts the points of a lane on the lines of a grid, each with the value that holds there. */
final readonly class Sample implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'sample',
            'Sample',
            Group::Lanes,
            'Gives the lane a point on each line of a grid, with the value that holds there, in the place of those '
                .'there are.',
            [Parameter::grid('every', 'The lines.'), Parameter::laneOfPoints()],
            subject: Subject::Levels,
            synonyms: ['resample', 'spacing', 'stairs', 'steps of values', 'sample and hold'],
            uses: ['sample every=1/8' => 'Stairs of eighths'],
            inLoops: InLoops::LeaveOut,
            bare: ['every'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $levels = PointLevels::chosen($notes, $selection, $context, $parameters);
        $every = $context->time->gridLines($context->grid($parameters, 'every'));
        foreach ($levels->courses() as $course) {
            [$first, $last] = [$levels->start[$course[0]], $levels->start[$course[count($course) - 1]]];
            if ($every->estimate($first, $last) > PointDraft::MOST_POINTS) {
                throw new EditRefused(
                    'That would make more points than can be worked on at once; take a coarser grid or a shorter '
                        .'range.',
                );
            }
            $held = $levels->beside($course[0]);
            $from = $levels->areSelected ? $first : max($context->range->from ?? 0, $held->firstFrom(0) ?? $first);
            $every->around($from);
            $line = $every->before === $from ? $from : $every->after;
            $behind = $line;
            for ($tick = $line; $tick <= $last; $tick = $every->next($tick)) {
                $levels->put($tick, $held->at($tick), $course[0]);
                $behind = $tick;
            }
            foreach ($course as $place) {
                // What lies behind the last line has no line to stand on, and stays.
                if ($levels->start[$place] <= $behind && $line <= $last) {
                    $levels->remove($place);
                }
            }
        }

        return $levels->change($selection, "on the lines of {$every->grid}");
    }
}

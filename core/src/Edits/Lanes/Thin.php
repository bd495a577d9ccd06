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
use Jactonic\Core\Edits\Values\PointLevels;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/**
 * As few points as keep within a deviation. Points hold until the next one, so a run of them can be one step as long as
 * one value lies near enough to all of theirs; taking each run as long as it can be gives the fewest steps there are.
 */
final readonly class Thin implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'thin',
            'Thin out',
            Group::Lanes,
            'Leaves as few points as keep within a deviation of how the lane sounds now.',
            [
                Parameter::wholeNumber(
                    'within', 'How far a value may come to lie from what it is now.', min: 0, max: 8191, default: 2,
                ),
                Parameter::laneOfPoints(),
            ],
            subject: Subject::Levels,
            synonyms: ['reduce', 'simplify', 'fewer points', 'decimate', 'data'],
            uses: ['thin within=0' => 'Take out points that change nothing'],
            inLoops: InLoops::LeaveOut,
            bare: ['within'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $levels = PointLevels::chosen($notes, $selection, $context, $parameters);
        $within = $parameters->int('within');
        $gone = 0;
        foreach ($levels->courses() as $places) {
            $run = [];
            [$low, $high] = [PHP_INT_MIN, PHP_INT_MAX];
            foreach ($places as $i) {
                $value = $levels->value[$i];
                if ($run !== [] && max($low, $value - $within) > min($high, $value + $within)) {
                    $gone += self::settle($levels, $run, $low, $high);
                    $run = [];
                    [$low, $high] = [PHP_INT_MIN, PHP_INT_MAX];
                }
                $run[] = $i;
                [$low, $high] = [max($low, $value - $within), min($high, $value + $within)];
            }
            $gone += self::settle($levels, $run, $low, $high);
        }

        return $levels->change($selection, "thinned out within {$within}", $gone);
    }

    /**
     * Makes a run of points one step, with the value nearest to that of its first.
     *
     * @param  list<int>  $run
     * @return int how many are gone
     */
    private static function settle(PointLevels $levels, array $run, int $low, int $high): int
    {
        foreach (array_slice($run, 1) as $i) {
            $levels->remove($i);
        }
        if ($run !== []) {
            $levels->set($run[0], max($low, min($high, $levels->value[$run[0]])));
        }

        return max(0, count($run) - 1);
    }
}

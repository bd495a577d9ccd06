<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Dynamics;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Course;
use Jactonic\Core\Content\Lane;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\InLoops;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Edits\Values\Levels;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** Lets velocities follow a course that was drawn: each note that starts within it takes the value it has there. */
final readonly class FollowCourse implements Edit
{
    private const MODES = ['set', 'scale', 'add'];

    public function declaration(): Declaration
    {
        return new Declaration(
            'course',
            'Follow a course',
            Group::Dynamics,
            'Lets velocities follow a course of values over time, such as one drawn in the lane; notes outside of it '
                .'stay.',
            [
                Parameter::course('at', 'Its points.', default: '0:64 1920:96'),
                Parameter::choice(
                    'mode',
                    'Set gives velocities of 1 to 127, or draws points in a lane of them; scale takes 0 to 400 % of '
                        .'those there are; add from -126 to 126.',
                    options: self::MODES, default: 'set',
                ),
                Parameter::lane(),
            ],
            subject: Subject::Levels,
            synonyms: ['draw', 'envelope', 'automation', 'pencil', 'shape', 'tilt'],
            inLoops: InLoops::LeaveOut,
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $course = $parameters->course('at');
        $mode = $parameters->choice('mode');
        $levels = Levels::sought($notes, $selection, $context, $parameters);
        [$least, $most, $values] = self::bounds($levels->lane, $mode);
        if ($course->lowest() < $least || $course->highest() > $most) {
            throw new EditRefused(
                "A course with mode={$mode} takes {$values} from {$least} to {$most}; this one goes from "
                    ."{$course->lowest()} to {$course->highest()}.",
            );
        }
        if ($mode === 'set') {
            $levels->follow(
                $course->first(), $course->last(), static fn (int $tick): float => $course->at($tick) ?? 0.0,
            );
        } else {
            foreach ($levels->between($course->first(), $course->last()) as $i) {
                $value = $course->at($levels->start[$i]);
                if ($value !== null) {
                    $levels->set(
                        $i,
                        (int) round(
                            $mode === 'scale' ? $levels->value[$i] * $value / 100 : $levels->value[$i] + $value,
                        ),
                    );
                }
            }
        }

        return $levels->change($selection, match ($mode) {
            'scale' => 'scaled along a course', 'add' => 'raised or lowered along a course',
            default => 'set along a course',
        }.' from '.round($course->at($course->first()) ?? 0).' to '.round($course->at($course->last()) ?? 0)
            .($mode === 'scale' ? ' %' : ''));
    }

    /**
     * What a value may be, by what is done with it: a value of the lane, a share of it in %, a difference.
     *
     * @return array{int, int, string}
     */
    private static function bounds(Lane $lane, string $mode): array
    {
        $span = $lane->most() - $lane->least();

        return match ($mode) {
            'scale' => [0, 400, 'shares in %'],
            'add' => [-$span, $span, 'differences'],
            default => [$lane->least(), $lane->most(), $lane->name === Lane::VELOCITY ? 'velocities' : 'values'],
        };
    }
}

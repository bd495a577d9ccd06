<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Dynamics;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Course;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** Lets velocities follow a course that was drawn: each note that starts within it takes the value it has there. */
final readonly class FollowCourse implements Edit
{
    /** What a value may be, by what is done with it: a velocity, a share of it in %, a difference. */
    private const RANGES = ['set' => [1, 127, 'velocities'], 'scale' => [0, 400, 'shares in %'], 'add' => [-126, 126, 'differences']];

    public function declaration(): Declaration
    {
        return new Declaration('course', 'Follow a course', Group::Dynamics, 'Lets velocities follow a course of values over time, such as one drawn in the lane; notes outside of it stay.', [
            Parameter::choice('lane', ['velocity'], 'velocity', 'What follows it.'),
            Parameter::course('at', '0:64 1920:96', 'Its points.'),
            Parameter::choice('mode', array_keys(self::RANGES), 'set', 'Set gives velocities of 1 to 127; scale takes 0 to 400 % of those there are; add from -126 to 126.'),
        ], synonyms: ['draw', 'envelope', 'automation', 'pencil', 'shape', 'tilt']);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $course = $parameters->course('at');
        $mode = $parameters->choice('mode');
        [$least, $most, $values] = self::RANGES[$mode] ?? self::RANGES['set'];
        if ($course->lowest() < $least || $course->highest() > $most) {
            throw new EditRefused("A course with mode={$mode} takes {$values} from {$least} to {$most}; this one goes from {$course->lowest()} to {$course->highest()}.");
        }
        $velocities = new Velocities($notes);
        foreach ($selection->positions($notes) as $i) {
            $value = $course->at($notes->start[$i]);
            if ($value !== null) {
                $velocities->set($i, (int) round(match ($mode) {
                    'scale' => $notes->velocity[$i] * $value / 100,
                    'add' => $notes->velocity[$i] + $value,
                    default => $value,
                }));
            }
        }

        return $velocities->change($selection, match ($mode) {
            'scale' => 'scaled along a course', 'add' => 'raised or lowered along a course', default => 'set along a course',
        }." from {$course->lowest()} to {$course->highest()}".($mode === 'scale' ? ' %' : ''));
    }
}

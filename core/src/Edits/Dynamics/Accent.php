<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Dynamics;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\InLoops;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Edits\Values\Levels;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** Gives velocities by the place in the bar: the note at line k takes the k-th value of a pattern that repeats. */
final readonly class Accent implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'accent',
            'Accent',
            Group::Dynamics,
            'Gives each note the velocity of its grid line in the bar, from a pattern that repeats.',
            [
                Parameter::velocities(
                    'pattern', 'Velocities from the first line of the bar on.', default: '112,80,96,80',
                ),
                Parameter::grid('grid', 'The lines that are counted.'),
                Parameter::lane(),
            ],
            subject: Subject::Levels,
            synonyms: ['accents', 'pattern', 'emphasis', 'metre', 'stress', 'groove'],
            uses: [
                'accent pattern=110,70 grid=1/8' => 'Off-beats softer',
                'accent pattern=80,110 grid=1/8' => 'Off-beats louder',
            ],
            inLoops: InLoops::LeaveOut,
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $pattern = $parameters->list('pattern');
        $lines = $context->time->gridLines($context->grid($parameters));
        $levels = Levels::of($notes, $selection, $context, $parameters);
        foreach ($levels->places as $i) {
            $levels->set($i, $pattern[$lines->nearestIndex($levels->start[$i]) % count($pattern)]);
        }

        return $levels->change($selection, 'accented by '.implode(', ', $pattern)." on {$lines->grid}");
    }
}

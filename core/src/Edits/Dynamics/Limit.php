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
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** Limits velocities to a lowest and a highest. */
final readonly class Limit implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'limit',
            'Limit',
            Group::Dynamics,
            'Lifts velocities below a lowest and lowers those above a highest.',
            [
                Parameter::level('min', 'The lowest.', absent: 'no lowest'),
                Parameter::level('max', 'The highest.', absent: 'no highest'),
                Parameter::lane(),
            ],
            subject: Subject::Levels,
            synonyms: ['clamp', 'ceiling', 'floor', 'cap', 'loudest', 'softest'],
            uses: ['limit max=110' => 'No louder than 110', 'limit min=40' => 'No softer than 40'],
            inLoops: InLoops::LeaveOut,
            bare: ['max'],
            asks: 'max',
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $levels = Levels::of($notes, $selection, $context, $parameters);
        $min = $parameters->has('min') ? $parameters->int('min') : $levels->lane->least();
        $max = $parameters->has('max') ? $parameters->int('max') : $levels->lane->most();
        if ($min > $max) {
            throw new EditRefused("limit: min ({$min}) is above max ({$max}); swap them.");
        }
        foreach ($levels->places as $i) {
            $levels->set($i, max($min, min($max, $levels->value[$i])));
        }

        return $levels->change($selection, "limited to {$min} to {$max}");
    }
}

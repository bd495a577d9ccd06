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
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** Limits velocities to a lowest and a highest. */
final readonly class Limit implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('limit', 'Limit', Group::Dynamics, 'Lifts velocities below a lowest and lowers those above a highest.', [
            Parameter::wholeNumber('min', 1, 127, '', 1, 'The lowest.'),
            Parameter::wholeNumber('max', 1, 127, '', 127, 'The highest.'),
        ], synonyms: ['clamp', 'ceiling', 'floor', 'cap', 'loudest', 'softest'], uses: ['limit max=110' => 'No louder than 110', 'limit min=40' => 'No softer than 40']);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        [$min, $max] = [$parameters->int('min'), $parameters->int('max')];
        if ($min > $max) {
            throw new EditRefused("limit: min ({$min}) is above max ({$max}); swap them.");
        }
        $velocities = new Velocities($notes);
        foreach ($selection->positions($notes) as $i) {
            $velocities->set($i, max($min, min($max, $notes->velocity[$i])));
        }

        return $velocities->change($selection, "limited to {$min} to {$max}");
    }
}

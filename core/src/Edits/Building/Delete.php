<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Parameters\Parameters;

final readonly class Delete implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('delete', 'Delete', Group::Building, 'Takes notes out.', synonyms: ['remove', 'erase'], onClips: true, onPoints: true);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $draft = new Draft($notes);
        $places = $selection->positions($notes);
        foreach ($places as $i) {
            $draft->remove($i);
        }

        return $draft->change($selection, Wording::notes(count($places)).' deleted');
    }
}

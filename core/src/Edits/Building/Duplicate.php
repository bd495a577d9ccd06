<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Draft;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Parameters\Parameters;

/** Copies notes onto the same place and selects the copies, to be moved next. */
final readonly class Duplicate implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('duplicate', 'Duplicate', Group::Building, 'Copies notes onto the same place and selects the copies, to be moved next.', synonyms: ['clone', 'copy in place']);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $draft = new Draft($notes);
        $copies = [];
        foreach ($selection->positions($notes) as $i) {
            $row = $notes->row($i);
            unset($row['id']);
            $copies[] = $draft->add($row);
        }

        return $draft->change(Selection::of($copies), Wording::notes(count($copies)).' copied onto the same place; the copies are selected');
    }
}

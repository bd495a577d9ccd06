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

/** Copies notes onto the same place and selects the copies, to be moved next. Groups of them are groups of their own. */
final readonly class Duplicate implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('duplicate', 'Duplicate', Group::Building, 'Copies notes onto the same place and selects the copies, to be moved next.', synonyms: ['clone', 'copy in place'], onClips: true);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $draft = new Draft($notes);
        $copies = [];
        foreach ($selection->positions($notes) as $i) {
            $copies[] = $draft->copy($i);
        }

        return $draft->change(Selection::of($copies), Wording::notes(count($copies)).' copied onto the same place; the copies are selected');
    }
}

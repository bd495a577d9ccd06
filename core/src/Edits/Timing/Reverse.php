<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Timing;

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

/** Mirrors the selection in time within its own span: the last end becomes the first start. Doing it twice restores. */
final readonly class Reverse implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('reverse', 'Reverse', Group::Timing, 'Mirrors the selection in time: the last note comes first.', synonyms: ['backwards', 'retrograde', 'mirror', 'flip']);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $places = $selection->positions($notes);
        $from = $notes->start[$places[0]];
        $to = 0;
        foreach ($places as $i) {
            $to = max($to, $notes->start[$i] + $notes->length[$i]);
        }
        $draft = new Draft($notes);
        foreach ($places as $i) {
            $draft->start[$i] = $from + $to - $notes->start[$i] - $notes->length[$i];
            $draft->playedStart[$i] = -$notes->playedEnd[$i];
            $draft->playedEnd[$i] = -$notes->playedStart[$i];
        }

        return $draft->change($selection, Wording::notes(count($places)).' reversed');
    }
}

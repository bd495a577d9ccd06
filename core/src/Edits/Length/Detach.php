<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Length;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\Rounding;

/**
 * Leaves air between notes: each lasts a share of the distance to the next chord. The played ends go along: it is
 * meant.
 */
final readonly class Detach implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'detach',
            'Detach',
            Group::Length,
            'Lets each note last a share of the distance to the next chord.',
            [
                Parameter::wholeNumber(
                    'keep', 'The share; of the old length where nothing follows.', min: 1, max: 100, unit: '%',
                    default: 75,
                ),
                NextNotes::parameter(),
                Parameter::spread(),
            ],
            synonyms: ['staccato', 'portato', 'gate', 'shorten', 'air'],
            uses: ['detach keep=30' => 'Staccato', 'detach keep=50' => 'Half the distance'],
            bare: ['keep'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $keep = $parameters->int('keep');
        [$next] = NextNotes::nextChords(
            $notes, NextNotes::places($notes, $selection, $parameters), $parameters->spread(), $context,
        );
        $draft = new Draft($notes);
        $places = $selection->positions($notes);
        foreach ($places as $i) {
            $room = isset($next[$i]) ? $next[$i] - $notes->start[$i] : $notes->length[$i];
            $draft->length[$i] = max(
                $context->time->leastLength(min($room, $notes->length[$i])), Rounding::quotient($room * $keep, 100),
            );
        }

        return $draft->change($selection, Said::rest(
            $draft->countChanged($places), count($places), Noun::Note, "detached to {$keep} % of the distance",
            "Nothing changed: the notes last {$keep} % of the distance already, or are too short for less.",
        ));
    }
}

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
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/** Makes notes of one pitch that touch, overlap or nearly touch into one, with the velocity of the first. */
final readonly class Join implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'join',
            'Join',
            Group::Building,
            'Makes notes of one pitch that touch or overlap into one.',
            [Parameter::amount('gap', 'Notes this far apart are joined too.', default: '1tk')],
            synonyms: ['glue', 'merge', 'tie', 'unite', 'connect', 'consolidate'],
            uses: ['join gap=1/16' => 'Join across small gaps'],
            bare: ['gap'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $gap = $parameters->amount('gap');
        $draft = new Draft($notes);
        $runs = [];
        $ends = [];
        $joined = 0;
        foreach ($selection->positions($notes) as $i) {
            $start = $notes->start[$i];
            $end = $start + $notes->length[$i];
            $voice = $context->clips->trackOf($notes->clip[$i]) << 12 | $notes->pitch[$i] << 5 | $notes
                ->channel[$i] << 1 | $notes->muted[$i];
            if (! isset($runs[$voice]) || $start > $gap->shift($ends[$voice], $context->time)) {
                $runs[$voice] = $i;
                $ends[$voice] = $end;

                continue;
            }
            $first = $runs[$voice];
            if ($end > $ends[$voice]) {
                $ends[$voice] = $end;
                $draft->length[$first] = $end - $notes->start[$first];
                $draft->playedEnd[$first] = $notes->playedEnd[$i];
            }
            $draft->remove($i);
            $joined++;
        }

        return $draft->change($selection, $joined === 0
            ? Said::nothing('Nothing joined: no notes of one pitch touch. A wider gap joins more.')
            : Said::did($joined, Noun::Note, 'joined to the one before'));
    }
}

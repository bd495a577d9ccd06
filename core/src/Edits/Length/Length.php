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
use Jactonic\Core\Time\Amount;
use Jactonic\Core\Time\Rounding;

/**
 * Sets or scales lengths. The played end goes along, as with a nudge: a length given on purpose is no timing to undo.
 */
final readonly class Length implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'length',
            'Length',
            Group::Length,
            'Sets the length of notes, or scales it.',
            [
                Parameter::amount('to', 'The new length.', absent: 'grid'),
                Parameter::wholeNumber('scale', 'The new length as a share of the old.', min: 1, max: 1600, unit: '%'),
            ],
            oneOf: ['to', 'scale'],
            synonyms: ['duration', 'longer', 'shorter', 'gate'],
            uses: ['length scale=50' => 'Half as long', 'length scale=200' => 'Twice as long'],
            bare: ['%scale', 'to'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $scale = $parameters->has('scale') ? $parameters->int('scale') : null;
        $to = $parameters->has('to') ? $parameters->amount('to') : Amount::parse('grid');
        $draft = new Draft($notes);
        $places = $selection->positions($notes);
        foreach ($places as $i) {
            $length = $scale === null
                ? $to->ticksAt($notes->start[$i], $context->time)
                : Rounding::quotient($notes->length[$i] * $scale, 100);
            $draft->length[$i] = $scale === null
                ? max(1, $length)
                : max($context->time->leastLength($notes->length[$i]), $length);
        }
        $said = match (true) {
            $scale !== null => "{$scale} % of the length",
            (string) $to === 'grid' => (string) $context->time->grid,
            default => (string) $to,
        };

        return $draft->change($selection, Said::rest(
            $draft->countChanged($places), count($places), Noun::Note, "set to {$said}",
            "Nothing changed: the notes last {$said} already.",
        ));
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Pitch;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Doubles;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Saying\Wording;

/** Takes notes outside the key to a note of it. */
final readonly class InKey implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'inkey',
            'Into the key',
            Group::Pitch,
            'Takes notes outside the key to the nearest note of it.',
            [
                Parameter::choice(
                    'prefer', 'Which way to go; nearest goes down on a tie.', options: ['nearest', 'up', 'down'],
                    default: 'nearest',
                ),
            ],
            synonyms: ['scale', 'snap pitch', 'correct pitch', 'wrong notes', 'fit scale', 'tune'],
            isHeard: true,
            bare: ['prefer'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $key = $context->needKey('Going into the key');
        $places = $selection->positions($notes);
        $prefer = $parameters->choice('prefer');
        $draft = new Draft($notes);
        $moved = 0;
        foreach ($places as $i) {
            $draft->pitch[$i] = $key->nearest($notes->pitch[$i], $prefer);
            $moved += $draft->pitch[$i] !== $notes->pitch[$i] ? 1 : 0;
        }
        $same = count($places) - $moved;
        $doubles = count(Doubles::remove($notes, $draft, $places, array_fill_keys($places, true), $context));

        return $draft->change(
            $selection,
            $moved === 0 && $doubles === 0
                ? Said::nothing(
                    $same === 1 ? "The note is in {$key} already." : "All {$same} notes are in {$key} already.",
                )
                : Said::did($moved, Noun::Note, "moved into {$key}")->with(
                    Wording::were($same, 'in it already'),
                    Doubles::said($doubles),
                ),
        );
    }
}

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
use Jactonic\Core\Pitch\PitchName;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/** Every note to one pitch, as a bass line on the kick. Notes that then start together become one. */
final readonly class Repitch implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'repitch',
            'Repitch',
            Group::Pitch,
            'Puts every note on one pitch, times unchanged; notes that then start together become one.',
            [Parameter::pitch('to', 'The pitch.')],
            synonyms: ['one pitch', 'flatten', 'same note', 'to kick', 'collapse'],
            isHeard: true,
            bare: ['to'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $pitch = $context->pitch($parameters, 'to');
        $places = $selection->positions($notes);
        $draft = new Draft($notes);
        foreach ($places as $i) {
            $draft->pitch[$i] = $pitch;
        }
        $gone = Doubles::remove($notes, $draft, $places, array_fill_keys($places, true), $context);

        return $draft->change(
            $selection,
            Said::did(count($places), Noun::Note, 'put on '.PitchName::of($pitch))->with(Doubles::said(count($gone))),
        );
    }
}

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
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Saying\Wording;

/** Puts notes back to the moment they were played, however many edits ago they were moved from it. */
final readonly class AsPlayed implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'as-played',
            'Back to as played',
            Group::Timing,
            'Puts notes back to the moment they were played, however often they were quantized since.',
            [
                Parameter::choice(
                    'what', 'Start moves the whole note back, end its end alone.', options: ['start', 'end', 'both'],
                    default: 'both',
                ),
            ],
            synonyms: ['unquantize', 'original timing', 'take', 'recorded', 'restore'],
            bare: ['what'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $what = $parameters->choice('what');
        $draft = new Draft($notes);
        $places = $selection->positions($notes);
        $moved = 0;
        foreach ($places as $i) {
            $start = $notes->start[$i];
            $end = $start + $notes->length[$i];
            $newStart = $what === 'end' ? $start : max(0, $start + $notes->playedStart[$i]);
            $newEnd = match ($what) {
                'start' => $newStart + $notes->length[$i],
                default => max($newStart + 1, $end + $notes->playedEnd[$i]),
            };
            if ($newStart !== $start || $newEnd !== $end) {
                $draft->setTimes($i, $newStart, $newEnd - $newStart);
                $moved++;
            }
        }
        $same = count($places) - $moved;

        return $draft->change($selection, $moved === 0
            ? Said::nothing(Noun::Note->counted($same).' already as played')
            : Said::did($moved, Noun::Note, 'put back as played')->with(Wording::were($same, 'there already')));
    }
}

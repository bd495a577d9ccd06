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
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** Makes music slower or faster: distances from an anchor, lengths and played moments are multiplied by a factor. */
final readonly class Stretch implements Edit
{
    private const LARGEST = 16;

    public function declaration(): Declaration
    {
        return new Declaration('stretch', 'Stretch', Group::Timing, 'Multiplies the distances between notes and their lengths, to play them slower or faster.', [
            Parameter::ratio('factor', self::LARGEST, '2', 'Above 1 slower and longer, below 1 faster and shorter.'),
            Parameter::choice('anchor', ['start', 'caret'], 'start', 'What stays in its place: the first note, or the caret.'),
        ], synonyms: ['tempo', 'slower', 'faster', 'compress time', 'expand', 'scale time'], uses: [
            'stretch factor=1/2' => 'Twice as fast', 'stretch factor=2' => 'Half as fast', 'stretch factor=2/3' => 'Straight to triplets', 'stretch factor=3/2' => 'Triplets to straight',
        ]);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $places = $selection->positions($notes);
        $factor = $parameters->ratio('factor');
        $first = $notes->start[$places[0]];
        $anchor = $parameters->choice('anchor') === 'caret' ? $context->caret->tick : $first;
        if ($anchor + $factor->of($first - $anchor) < 0) {
            throw new EditRefused('Nothing stretched: the first note would come before the start of the song. Take a smaller factor, or anchor=start.');
        }

        $draft = new Draft($notes);
        foreach ($places as $i) {
            $start = $notes->start[$i];
            $newStart = $anchor + $factor->of($start - $anchor);
            $newEnd = max($newStart + 1, $anchor + $factor->of($start + $notes->length[$i] - $anchor));
            $draft->start[$i] = $newStart;
            $draft->length[$i] = $newEnd - $newStart;
            $draft->playedStart[$i] = $factor->of($notes->playedStart[$i]);
            $draft->playedEnd[$i] = $factor->of($notes->playedEnd[$i]);
        }
        $faster = $factor->numerator < $factor->denominator;
        $times = $faster ? $factor->denominator / $factor->numerator : $factor->numerator / $factor->denominator;

        return $draft->change($selection, $factor->numerator === $factor->denominator
            ? 'Nothing changed: a factor of 1 leaves things as they are.'
            : Wording::notes(count($places)).' made '.round($times, 2).' times '.($faster ? 'as fast' : 'as slow'));
    }
}

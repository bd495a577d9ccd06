<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Length;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Doubles;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Draft;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** Takes overlaps away: ends go back to the start of the next note, doubled notes become one. Nothing gets longer. */
final readonly class Untangle implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('untangle', 'Untangle', Group::Length, 'Shortens notes that run into later ones and makes doubled notes one.', [
            Scope::parameter(),
            Parameter::choice('by', ['pitch', 'any'], 'any', 'Only notes of the same pitch get in the way, or any later chord.'),
            Parameter::spread(),
        ], synonyms: ['overlap', 'remove overlaps', 'monophonic', 'doubles'], uses: ['untangle by=pitch' => 'Untangle each pitch by itself']);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $scope = Scope::places($notes, $selection, $parameters);
        $places = $selection->positions($notes);
        $draft = new Draft($notes);
        $doubles = Doubles::remove($notes, $draft, $scope, array_fill_keys($places, true));

        $left = array_values(array_filter($scope, static fn (int $i): bool => ! isset($doubles[$i])));
        [$next] = $parameters->choice('by') === 'pitch'
            ? Scope::nextOfPitch($notes, $left)
            : Scope::nextChords($notes, $left, $parameters, $context);
        $shortened = 0;
        foreach ($places as $i) {
            $start = $notes->start[$i];
            if (! isset($doubles[$i]) && isset($next[$i]) && $start + $notes->length[$i] > $next[$i]) {
                $draft->setTimes($i, $start, $next[$i] - $start);
                $shortened++;
            }
        }

        return $draft->change($selection, $shortened + count($doubles) === 0
            ? 'Nothing changed: no note runs into a later one.'
            : Wording::sentence([
                $shortened > 0 ? Wording::notes($shortened).' shortened' : '',
                $doubles !== [] ? Wording::notes(count($doubles)).' taken out that doubled another' : '',
            ]));
    }
}

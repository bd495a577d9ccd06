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
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** Mutes notes or lets them sound again; toggle turns each note by itself. */
final readonly class Mute implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('mute', 'Mute', Group::Building, 'Silences notes without taking them out, or lets them sound again.', [
            Parameter::choice('state', ['on', 'off', 'toggle'], 'toggle', 'Silent, sounding, or each the other way.'),
        ], onClips: true);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $state = $parameters->choice('state');
        $draft = new Draft($notes);
        $muted = 0;
        $places = $selection->positions($notes);
        foreach ($places as $i) {
            $draft->muted[$i] = match ($state) {
                'on' => 1,
                'off' => 0,
                default => 1 - $notes->muted[$i],
            };
            $muted += $draft->muted[$i];
        }
        $sounding = count($places) - $muted;

        return $draft->change($selection, Wording::sentence([
            $muted > 0 ? Wording::notes($muted).' muted' : '',
            $sounding > 0 ? Wording::notes($sounding).' sounding' : '',
        ]));
    }
}

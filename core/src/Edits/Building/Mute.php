<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Spans\ArrangesSpans;
use Jactonic\Core\Edits\Spans\SpanEdit;
use Jactonic\Core\Edits\Spans\Spans;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Saying\Wording;

/** Mutes notes or lets them sound again; toggle turns each note by itself. */
final readonly class Mute implements SpanEdit
{
    use ArrangesSpans;

    public function declaration(): Declaration
    {
        return new Declaration(
            'mute',
            'Mute',
            Group::Building,
            'Silences notes without taking them out, or lets them sound again.',
            [Parameter::choice(
                'state', 'Silent, sounding, or each the other way.', options: ['on', 'off', 'toggle'],
                default: 'toggle',
            )],
            uses: ['mute state=off' => 'Let sound again', 'mute state=on' => 'Silence'],
            onClips: true,
            bare: ['state'],
        );
    }

    public function arrange(Spans $spans, Context $context, Parameters $parameters): Said
    {
        $state = $parameters->choice('state');
        $isMuted = $spans->muted;
        [$muted, $sounding] = [0, 0];
        foreach ($spans->places as $i) {
            $before = $isMuted[$i];
            $isMuted[$i] = match ($state) {
                'on' => 1,
                'off' => 0,
                default => 1 - $before,
            };
            $muted += max(0, $isMuted[$i] - $before);
            $sounding += max(0, $before - $isMuted[$i]);
        }
        $spans->muted = $isMuted;

        return $muted + $sounding === 0
            ? Said::nothing(
                "Nothing changed: the {$spans->noun->many()} are ".($state === 'on' ? 'muted' : 'sounding').' already.',
            )
            : Said::each($spans->noun, [[$muted, 'muted'], [$sounding, 'sounding again']])->with(
                Wording::were(count($spans->places) - $muted - $sounding, 'so already'),
            );
    }
}

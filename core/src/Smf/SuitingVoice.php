<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Jactonic\Core\Song\Track;
use Jactonic\Core\Song\Voice;

/** The voice that suits a track of a file: by its channel, its first program (General MIDI), or its name. */
final class SuitingVoice
{
    public static function of(SmfTrack $track, int $channel): Voice
    {
        if ($channel === Track::DRUM_CHANNEL) {
            return Voice::Drums;
        }
        foreach ($track->events as $event) {
            if ((ord($event[0]) & 0xF0) === 0xC0) {
                return self::ofProgram(ord($event[1] ?? "\0"));
            }
        }
        $name = strtolower($track->name());

        return match (true) {
            preg_match('/drum|kick|snare|hat|perc/', $name) === 1 => Voice::Drums,
            str_contains($name, 'bass') => Voice::Bass,
            preg_match('/pad|string|organ|harmonium|choir|voice|flute|horn/', $name) === 1 => Voice::Sustained,
            default => Voice::Plucked,
        };
    }

    private static function ofProgram(int $program): Voice
    {
        return match (true) {
            $program >= 32 && $program < 40 => Voice::Bass,
            $program >= 16 && $program < 24, $program >= 40 && $program < 104 && $program !== 45 => Voice::Sustained,
            $program >= 112 && $program < 120 => Voice::Drums,
            default => Voice::Plucked,
        };
    }
}

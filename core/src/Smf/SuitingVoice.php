<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Jactonic\Core\Song\Track;
use Jactonic\Core\Song\Voice;

/** The voice that suits a track of a file: by its channel, its first program (General MIDI), or its name. */
final class SuitingVoice
{
    /** Words in the name of a track, where it says no program; the first that is found. */
    private const BY_NAME = [
        '/drum|kick|snare|hat|kit/' => Voice::Drums,
        '/perc|conga|bongo|timpani/' => Voice::Percussion,
        '/synth ?bass/' => Voice::SynthBass,
        '/bass(?!oon)/' => Voice::Bass,
        '/harmonium|accordion|harmonica|sax|oboe|clarinet|bassoon/' => Voice::Reed,
        '/organ/' => Voice::Organ,
        '/string|violin|viola|cello|fiddle/' => Voice::Bowed,
        '/flute|horn|trumpet|trombone|brass|whistle|recorder/' => Voice::Blown,
        '/pad|choir|voice/' => Voice::Pad,
        '/piano|clavi/' => Voice::Struck,
        '/marimba|vibra|xylo|glocken|celesta|bell/' => Voice::Mallet,
        '/synth ?lead|lead ?synth/' => Voice::Lead,
    ];

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

        foreach (self::BY_NAME as $pattern => $voice) {
            if (preg_match($pattern, $name) === 1) {
                return $voice;
            }
        }

        return Voice::Plucked;
    }

    /** A program (General MIDI 1, from 0) for which the voice is chosen; for drums it is the channel that tells. */
    public static function program(Voice $voice): int
    {
        return match ($voice) {
            Voice::Struck, Voice::Drums => 0,
            Voice::Mallet => 12,
            Voice::Organ => 16,
            Voice::Reed => 20,
            Voice::Bass => 32,
            Voice::SynthBass => 38,
            Voice::Bowed => 48,
            Voice::Sustained, Voice::Pad => 88,
            Voice::Blown => 73,
            Voice::Lead => 80,
            Voice::Plucked => 108,
            Voice::Percussion => 113,
        };
    }

    /** By the families of the General MIDI 1 sound set, and those in them that are played otherwise. */
    private static function ofProgram(int $program): Voice
    {
        return match (true) {
            $program === 45, $program === 46, $program >= 104 && $program < 109 => Voice::Plucked,
            $program === 47, $program >= 112 && $program < 120 => Voice::Percussion,
            $program === 109, $program === 111, $program >= 20 && $program < 24,
            $program >= 64 && $program < 72 => Voice::Reed,
            $program < 8, $program === 55 => Voice::Struck,
            $program < 16 => Voice::Mallet,
            $program < 20 => Voice::Organ,
            $program >= 32 && $program < 38 => Voice::Bass,
            $program === 38, $program === 39 => Voice::SynthBass,
            $program >= 40 && $program < 50, $program === 110 => Voice::Bowed,
            $program >= 50 && $program < 55, $program >= 88 && $program < 104 => Voice::Pad,
            $program >= 56 && $program < 64, $program >= 72 && $program < 80 => Voice::Blown,
            $program >= 80 && $program < 88 => Voice::Lead,
            default => Voice::Plucked,
        };
    }
}

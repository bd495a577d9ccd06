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
                return Voice::ofProgram(ord($event[1] ?? "\0"));
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
}

<?php

declare(strict_types=1);

namespace App\Songs;

use Jactonic\Core\Smf\SmfTrack;

/** The built-in voices a track can sound with. */
enum Voice: string
{
    case Plucked = 'plucked';
    case Bass = 'bass';
    case Sustained = 'sustained';
    case Drums = 'drums';

    /** The voice that suits a track of a file: by its channel, its first program (General MIDI), or its name. */
    public static function suiting(SmfTrack $track, int $channel): self
    {
        if ($channel === 9) {
            return self::Drums;
        }
        foreach ($track->events as $event) {
            if ((ord($event[0]) & 0xF0) === 0xC0) {
                return self::ofProgram(ord($event[1] ?? "\0"));
            }
        }
        $name = strtolower($track->name());

        return match (true) {
            preg_match('/drum|kick|snare|hat|perc/', $name) === 1 => self::Drums,
            str_contains($name, 'bass') => self::Bass,
            preg_match('/pad|string|organ|harmonium|choir|voice|flute|horn/', $name) === 1 => self::Sustained,
            default => self::Plucked,
        };
    }

    private static function ofProgram(int $program): self
    {
        return match (true) {
            $program >= 32 && $program < 40 => self::Bass,
            $program >= 16 && $program < 24, $program >= 40 && $program < 104 && $program !== 45 => self::Sustained,
            $program >= 112 && $program < 120 => self::Drums,
            default => self::Plucked,
        };
    }
}

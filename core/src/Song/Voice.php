<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

/** The built-in voices a track can sound with. */
enum Voice: string
{
    case Plucked = 'plucked';
    case Struck = 'struck';
    case Mallet = 'mallet';
    case Organ = 'organ';
    case Reed = 'reed';
    case Bowed = 'bowed';
    case Blown = 'blown';
    case Sustained = 'sustained';
    case Pad = 'pad';
    case Lead = 'lead';
    case Bass = 'bass';
    case SynthBass = 'synth-bass';
    case Drums = 'drums';
    case Percussion = 'percussion';

    /** @return non-empty-list<string> */
    public static function names(): array
    {
        return array_map(static fn (self $voice): string => $voice->value, self::cases());
    }
}

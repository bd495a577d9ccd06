<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

/** The built-in voices a track can sound with. */
enum Voice: string
{
    case Plucked = 'plucked';
    case Bass = 'bass';
    case Sustained = 'sustained';
    case Drums = 'drums';

    /** @return non-empty-list<string> */
    public static function names(): array
    {
        return array_map(static fn (self $voice): string => $voice->value, self::cases());
    }
}

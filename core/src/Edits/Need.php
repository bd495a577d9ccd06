<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

/** What has to be there for an edit, or a command of the screen, to do anything. */
enum Need: string
{
    /** Selected notes. */
    case Notes = 'notes';

    /** Selected points of a lane. */
    case Points = 'points';

    /** Clips: chosen in the song, or the one in front of the roll. */
    case Clips = 'clips';

    /** A range, where the line takes what lies in it. */
    case Range = 'range';

    /** A track. */
    case Track = 'track';
}

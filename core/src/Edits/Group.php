<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

/** The groups edits stand in, on the screen as in the folders. */
enum Group: string
{
    case Timing = 'Timing';
    case Pitch = 'Pitch';
    case Length = 'Length';
    case Dynamics = 'Dynamics';
    case Lanes = 'Lanes';
    case Building = 'Building';
    case Playing = 'Playing';
    case Tracks = 'Tracks';
    case Clips = 'Clips';
    case Song = 'Song';
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Keys;

/** Where on the screen a shortcut holds. The nearest wins: a place of its own comes before everywhere. */
enum Surface: string
{
    case Everywhere = 'everywhere';
    case Roll = 'roll';
    case Song = 'song';
    case Table = 'table';
    case Songs = 'songs';
}

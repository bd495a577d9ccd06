<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

/** What holds for all tracks from a tick on, or marks it. */
enum ConductorKind: string
{
    case Tempo = 'tempo';
    case Meter = 'meter';
    case Key = 'key';
    case Chord = 'chord';
    case Marker = 'marker';
}

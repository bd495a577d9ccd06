<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

/** The meta events the program reads, by their numbers in the Standard MIDI File specification. */
enum Meta: int
{
    case TrackName = 0x03;
    case Tempo = 0x51;
    case TimeSignature = 0x58;
    case KeySignature = 0x59;
}

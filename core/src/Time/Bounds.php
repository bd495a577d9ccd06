<?php

declare(strict_types=1);

namespace Jactonic\Core\Time;

/** How far a song may reach. */
final class Bounds
{
    /**
     * The last tick anything may lie at: four bytes as a column stores them, with room for the events that end a file.
     * At 120 BPM that is 310 hours at 960 ticks a quarter note, and 9 at the finest resolution, 32767.
     */
    public const LAST_TICK = 0x7FFFFFF0;
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

/** What a file may hold, so that no input exhausts the memory. */
final class SmfLimits
{
    /** Events of all tracks together. */
    public const EVENTS = 1_000_000;

    /** Bytes of an upload. */
    public const BYTES = 20 * 1024 * 1024;
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Jactonic\Core\Song\Song;

/** What a file may hold, so that no input exhausts the memory. */
final class SmfLimits
{
    /** Events of all tracks together. */
    public const EVENTS = Song::MOST_EVENTS + self::BETWEEN;

    /** Names of tracks, and texts that only pass time: what going out adds to what a song holds. */
    private const BETWEEN = 20_000;

    /** Track chunks, with notes or without, and as many chunks of other kinds. */
    public const CHUNKS = 2_000;

    /**
     * Bytes of what is kept as it is: texts, system exclusive data, chunks of other kinds. What is made of a song is so
     * always read again.
     */
    public const KEPT_BYTES = 12 * 1024 * 1024;

    /** Sentences about what was wrong with a file. */
    public const PROBLEMS = 100;

    /** Bytes of an upload. */
    public const BYTES = 20 * 1024 * 1024;
}

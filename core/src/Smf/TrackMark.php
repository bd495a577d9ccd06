<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

/**
 * Says that a track of a file is one of the song's although nothing sounds in it and no clip is marked: a
 * sequencer-specific meta event (FF 7F, 7D) at its start. Without it a track without notes is one that only carries
 * events.
 */
final class TrackMark
{
    private const DATA = "\x7DJactonic track";

    public static function write(): string
    {
        return Meta::SequencerSpecific->event(self::DATA);
    }

    public static function isOne(string $event): bool
    {
        return Meta::SequencerSpecific->dataOf($event) === self::DATA;
    }
}

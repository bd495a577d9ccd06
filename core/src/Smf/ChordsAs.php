<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

/** What names of chords are in a file for other programs, beside the events this one reads them from. */
enum ChordsAs: string
{
    case Names = 'names';
    case Markers = 'markers';
    case Lyrics = 'lyrics';

    /** The event that says a name in words; null where none is wanted. */
    public function event(string $name): ?string
    {
        return match ($this) {
            self::Names => null,
            self::Markers => Meta::Marker->event($name),
            self::Lyrics => Meta::Lyric->event($name),
        };
    }

    /** The words of an event of either kind; null where it is another. */
    public static function words(string $event): ?string
    {
        return Meta::Marker->dataOf($event) ?? Meta::Lyric->dataOf($event);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

/** A track that comes into a song: with a name and a channel no other has, and a colour of its own. */
final readonly class FreshTrack
{
    private function __construct(
        public Track $track,
        /** with the track in it, and those below it one place lower */
        public Song $song,
    ) {
    }

    /** @param  string  $name  '' for what it plays */
    public static function below(
        Track $above, Song $song, Voice $voice, string $name = '', ?Instrument $instrument = null,
        bool $isLight = false,
    ): self {
        $place = $above->place + 1;
        $track = new Track(
            $song->newTrackId(), $place,
            $name !== '' ? $name : self::freeName($song, $instrument?->title() ?? ucfirst($voice->value)),
            count($song->tracks) % Track::COLOURS + 1, $voice,
            self::channelFor($voice, $song),
            instrument: $instrument, isLight: $isLight,
        );
        $others = array_map(
            static fn (Track $other): Track => $other->place >= $place ? $other
                ->with(['place' => $other->place + 1]) : $other,
            $song->tracks,
        );

        return new self($track, $song->withTracks([...$others, $track]));
    }

    private static function freeName(Song $song, string $plain): string
    {
        $names = array_map(static fn (Track $track): string => $track->name, $song->tracks);
        $name = $plain;
        for ($k = 2; in_array($name, $names, true); $k++) {
            $name = "{$plain} {$k}";
        }

        return $name;
    }

    /** The channel of General MIDI's drums, else the first one no track is on. */
    public static function channelFor(Voice $voice, Song $song): int
    {
        if ($voice === Voice::Drums) {
            return Track::DRUM_CHANNEL;
        }
        $taken = array_map(static fn (Track $track): int => $track->channel, $song->tracks);
        $free = array_values(array_diff(range(0, 15), $taken, [Track::DRUM_CHANNEL]));

        return $free[0] ?? 0;
    }
}

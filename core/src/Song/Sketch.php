<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Time\Meter;

/** What a new song begins with: tracks with voices and an empty clip each, nothing to take away again. */
enum Sketch: string
{
    case Empty = 'empty';
    case KeysBassDrums = 'keys-bass-drums';
    case FourParts = 'four-parts';
    case Drums = 'drums';

    /** Ticks in a quarter note of a new song. */
    public const PPQ = 960;

    private const BARS = 8;

    public function title(): string
    {
        return match ($this) {
            self::Empty => 'One track',
            self::KeysBassDrums => 'Keys, bass and drums',
            self::FourParts => 'Four parts',
            self::Drums => 'Drums alone',
        };
    }

    /** The names of its tracks, such as “Keys, Bass, Drums”. */
    public function about(): string
    {
        return implode(', ', array_column($this->parts(), 0));
    }

    /** @param  float  $bpm  quarter notes a minute */
    public function song(float $bpm, Meter $meter, ?Scale $key): Song
    {
        $events = [ConductorEvent::ofTempo(0, $bpm), ConductorEvent::of(ConductorKind::Meter, 0, (string) $meter)];
        if ($key !== null) {
            $events[] = ConductorEvent::of(ConductorKind::Key, 0, (string) $key);
        }
        $conductor = Conductor::of(self::PPQ, $events);
        $tracks = $clips = [];
        foreach ($this->parts() as $k => [$name, $voice]) {
            $channel = $voice === Voice::Drums ? Track::DRUM_CHANNEL : $k;
            $tracks[] = new Track($k + 1, $k, $name, $k % Track::COLOURS + 1, $voice, $channel);
            $clips[] = new Clip($k + 1, $k + 1, 0, $conductor->meters->barStart(self::BARS));
        }

        return Song::of($conductor, $tracks, $clips, []);
    }

    /** @return non-empty-list<array{string, Voice}> name and voice of each track */
    private function parts(): array
    {
        return match ($this) {
            self::Empty => [['Keys', Voice::Plucked]],
            self::KeysBassDrums => [['Keys', Voice::Plucked], ['Bass', Voice::Bass], ['Drums', Voice::Drums]],
            self::FourParts => [
                ['Melody', Voice::Plucked], ['Chords', Voice::Sustained], ['Counterpart', Voice::Plucked],
                ['Bass', Voice::Bass],
            ],
            self::Drums => [['Drums', Voice::Drums]],
        };
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

/** The instruments of the General MIDI 1 sound set, and the drum kits of General MIDI 2, by their names. */
final class GeneralMidi
{
    /** In the order of their programs, from 0; eight to a family. */
    private const PROGRAMS = [
        'Acoustic grand piano', 'Bright acoustic piano', 'Electric grand piano', 'Honky-tonk piano',
        'Electric piano 1', 'Electric piano 2', 'Harpsichord', 'Clavi',
        'Celesta', 'Glockenspiel', 'Music box', 'Vibraphone', 'Marimba', 'Xylophone', 'Tubular bells', 'Dulcimer',
        'Drawbar organ', 'Percussive organ', 'Rock organ', 'Church organ', 'Reed organ', 'Accordion', 'Harmonica',
        'Tango accordion',
        'Acoustic guitar (nylon)', 'Acoustic guitar (steel)', 'Electric guitar (jazz)', 'Electric guitar (clean)',
        'Electric guitar (muted)', 'Overdriven guitar', 'Distortion guitar', 'Guitar harmonics',
        'Acoustic bass', 'Electric bass (finger)', 'Electric bass (pick)', 'Fretless bass', 'Slap bass 1',
        'Slap bass 2', 'Synth bass 1', 'Synth bass 2',
        'Violin', 'Viola', 'Cello', 'Contrabass', 'Tremolo strings', 'Pizzicato strings', 'Orchestral harp', 'Timpani',
        'String ensemble 1', 'String ensemble 2', 'Synth strings 1', 'Synth strings 2', 'Choir aahs', 'Voice oohs',
        'Synth voice', 'Orchestra hit',
        'Trumpet', 'Trombone', 'Tuba', 'Muted trumpet', 'French horn', 'Brass section', 'Synth brass 1',
        'Synth brass 2',
        'Soprano sax', 'Alto sax', 'Tenor sax', 'Baritone sax', 'Oboe', 'English horn', 'Bassoon', 'Clarinet',
        'Piccolo', 'Flute', 'Recorder', 'Pan flute', 'Blown bottle', 'Shakuhachi', 'Whistle', 'Ocarina',
        'Lead 1 (square)', 'Lead 2 (sawtooth)', 'Lead 3 (calliope)', 'Lead 4 (chiff)', 'Lead 5 (charang)',
        'Lead 6 (voice)', 'Lead 7 (fifths)', 'Lead 8 (bass and lead)',
        'Pad 1 (new age)', 'Pad 2 (warm)', 'Pad 3 (polysynth)', 'Pad 4 (choir)', 'Pad 5 (bowed)', 'Pad 6 (metallic)',
        'Pad 7 (halo)', 'Pad 8 (sweep)',
        'FX 1 (rain)', 'FX 2 (soundtrack)', 'FX 3 (crystal)', 'FX 4 (atmosphere)', 'FX 5 (brightness)',
        'FX 6 (goblins)', 'FX 7 (echoes)', 'FX 8 (sci-fi)',
        'Sitar', 'Banjo', 'Shamisen', 'Koto', 'Kalimba', 'Bag pipe', 'Fiddle', 'Shanai',
        'Tinkle bell', 'Agogo', 'Steel drums', 'Woodblock', 'Taiko drum', 'Melodic tom', 'Synth drum',
        'Reverse cymbal',
        'Guitar fret noise', 'Breath noise', 'Seashore', 'Bird tweet', 'Telephone ring', 'Helicopter', 'Applause',
        'Gunshot',
    ];

    private const FAMILIES = [
        'Piano', 'Chromatic percussion', 'Organ', 'Guitar', 'Bass', 'Strings', 'Ensemble', 'Brass', 'Reed', 'Pipe',
        'Synth lead', 'Synth pad', 'Synth effects', 'Ethnic', 'Percussive', 'Sound effects',
    ];

    /** Kits by their programs. */
    private const KITS = [
        0 => 'Standard kit', 8 => 'Room kit', 16 => 'Power kit', 24 => 'Electronic kit', 25 => 'Analog kit',
        32 => 'Jazz kit', 40 => 'Brush kit', 48 => 'Orchestra kit',
    ];

    /** What one says for them, where it is no part of their names. */
    private const SAID = [
        'piano' => 0, 'grand piano' => 0, 'upright piano' => 0, 'rhodes' => 4, 'electric piano' => 4, 'e piano' => 4,
        'keys' => 4, 'clavinet' => 7, 'bells' => 14, 'organ' => 16, 'hammond' => 16, 'pipe organ' => 19,
        'harmonium' => 20, 'guitar' => 24, 'nylon guitar' => 24, 'classical guitar' => 24, 'steel guitar' => 25,
        'acoustic guitar' => 24, 'electric guitar' => 27, 'palm mute' => 28, 'bass' => 32, 'upright bass' => 32,
        'double bass' => 32, 'bass guitar' => 33, 'electric bass' => 33, 'slap bass' => 36, 'synth bass' => 38,
        'pizzicato' => 45, 'tremolo' => 44, 'harp' => 46, 'strings' => 48, 'slow strings' => 49,
        'synth strings' => 50, 'choir' => 52, 'voices' => 52, 'vocals' => 53, 'brass' => 61, 'horns' => 61,
        'horn' => 60, 'sax' => 65, 'saxophone' => 65, 'lead' => 80, 'square lead' => 80, 'saw lead' => 81, 'pad' => 89,
        'warm pad' => 89, 'thumb piano' => 108, 'bagpipes' => 109, 'steel pans' => 114,
    ];

    public static function name(int $program): string
    {
        return self::PROGRAMS[$program];
    }

    public static function family(int $program): string
    {
        return self::FAMILIES[$program >> 3];
    }

    /** The kit of a program; the nearest one below it where there is none. */
    public static function kit(int $program): string
    {
        $below = array_filter(array_keys(self::KITS), static fn (int $kit): bool => $kit <= $program);

        return self::KITS[max([0, ...$below])];
    }

    /**
     * All of them, in the order of their numbers.
     *
     * @return list<Instrument>
     */
    public static function all(): array
    {
        return [
            ...array_map(static fn (int $program): Instrument => new Instrument($program), array_keys(self::PROGRAMS)),
            ...array_map(
                static fn (int $program): Instrument => new Instrument($program, isKit: true), array_keys(self::KITS),
            ),
        ];
    }

    /** The one that is called so: by its name, by what one says for it, or by words of its name; null where none is. */
    public static function find(string $said): ?Instrument
    {
        $said = self::plain($said);
        if ($said === '') {
            return null;
        }
        $words = explode(' ', $said);
        foreach (self::all() as $instrument) {
            if (self::plain($instrument->title()) === $said) {
                return $instrument;
            }
        }
        if (isset(self::SAID[$said])) {
            return new Instrument(self::SAID[$said]);
        }
        foreach (self::all() as $instrument) {
            if (array_diff($words, explode(' ', self::plain($instrument->title()))) === []) {
                return $instrument;
            }
        }

        return null;
    }

    /**
     * What one says for an instrument beside its name.
     *
     * @return list<string>
     */
    public static function saidFor(int $program): array
    {
        return array_keys(self::SAID, $program, true);
    }

    /**
     * All that one says for one of them, with its name as lines have it. What stands in brackets may be left out.
     *
     * @return array<string, string>
     */
    public static function words(): array
    {
        $words = $short = [];
        foreach (self::all() as $instrument) {
            $title = strtolower($instrument->title());
            $words[self::plain($title)] = (string) $instrument;
            $short[self::plain((string) preg_replace('/ ?\(.*\)| \d$/', '', $title))] ??= (string) $instrument;
        }
        $said = array_map(static fn (int $program): string => (string) new Instrument($program), self::SAID);

        return $words + $said + $short;
    }

    private static function plain(string $said): string
    {
        return trim((string) preg_replace('/[^a-z0-9]+/', ' ', strtolower($said)));
    }
}

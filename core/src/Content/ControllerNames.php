<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

/**
 * What controllers are called, and what they hold before anything is said: the MIDI 1.0 specification, table III, and
 * its recommended practice RP-015.
 */
final class ControllerNames
{
    private const NAMES = [
        0 => 'Bank', 1 => 'Modulation', 2 => 'Breath', 4 => 'Foot', 5 => 'Portamento time', 6 => 'Data entry',
        7 => 'Volume', 8 => 'Balance', 10 => 'Pan', 11 => 'Expression',
        12 => 'Effect control 1', 13 => 'Effect control 2', 16 => 'General purpose 1', 17 => 'General purpose 2',
        18 => 'General purpose 3', 19 => 'General purpose 4',
        64 => 'Sustain pedal', 65 => 'Portamento', 66 => 'Sostenuto pedal', 67 => 'Soft pedal', 68 => 'Legato pedal',
        69 => 'Hold 2',
        70 => 'Sound variation', 71 => 'Timbre', 72 => 'Release time', 73 => 'Attack time', 74 => 'Brightness',
        75 => 'Decay time', 76 => 'Vibrato rate', 77 => 'Vibrato depth', 78 => 'Vibrato delay',
        79 => 'Sound controller 10',
        80 => 'General purpose 5', 81 => 'General purpose 6', 82 => 'General purpose 7', 83 => 'General purpose 8',
        84 => 'Portamento control', 88 => 'Velocity, fine',
        91 => 'Reverb send', 92 => 'Tremolo depth', 93 => 'Chorus send', 94 => 'Detune depth', 95 => 'Phaser depth',
        96 => 'Data increment', 97 => 'Data decrement',
        98 => 'Unregistered number, fine', 99 => 'Unregistered number', 100 => 'Registered number, fine',
        101 => 'Registered number',
        120 => 'All sound off', 121 => 'Reset all controllers', 122 => 'Local control', 123 => 'All notes off',
        124 => 'Omni off', 125 => 'Omni on', 126 => 'Mono on', 127 => 'Poly on',
    ];

    /** Of those that do not rest at 0. */
    private const RESTS = [
        7 => 100, 8 => 64, 10 => 64, 11 => 127, 70 => 64, 71 => 64, 72 => 64, 73 => 64, 74 => 64, 75 => 64, 76 => 64,
        77 => 64, 78 => 64, 79 => 64,
    ];

    /** The name of a controller 0–127. The controllers 32 to 63 are the fine part of those 32 below. */
    public static function of(int $number): string
    {
        return self::NAMES[$number]
            ?? (self::isFine($number) && isset(self::NAMES[$number - 32])
                ? self::NAMES[$number - 32].', fine'
                : "Controller {$number}");
    }

    /** What a controller holds before anything is said, 0–127. */
    public static function rest(int $number): int
    {
        return self::RESTS[$number] ?? 0;
    }

    private static function isFine(int $number): bool
    {
        return $number >= 32 && $number < 64;
    }
}

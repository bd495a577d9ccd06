<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

/** The table of words of amount: numbers, lengths, intervals, chords, lanes, voices. A new word is a row here. */
final class AmountWords
{
    public const NUMBERS = [
        'a' => 1, 'an' => 1, 'one' => 1, 'two' => 2, 'three' => 3, 'four' => 4, 'five' => 5, 'six' => 6, 'seven' => 7,
        'eight' => 8, 'nine' => 9, 'ten' => 10, 'eleven' => 11, 'twelve' => 12, 'sixteen' => 16, 'once' => 1,
        'twice' => 2, 'thrice' => 3, 'dozen' => 12,
    ];

    public const NTH = [
        'first' => 1, '1st' => 1, 'second' => 2, 'other' => 2, '2nd' => 2, 'third' => 3, '3rd' => 3, 'fourth' => 4,
        '4th' => 4, 'fifth' => 5, '5th' => 5, 'sixth' => 6, '6th' => 6, 'seventh' => 7, '7th' => 7, 'eighth' => 8,
        '8th' => 8, 'sixteenth' => 16, '16th' => 16,
    ];

    /** Note values by their names, one or many of them. */
    public const NOTE_VALUES = [
        'whole notes' => 1, 'whole note' => 1, 'wholes' => 1, 'whole' => 1, 'semibreves' => 1, 'semibreve' => 1,
        'half notes' => 2, 'half note' => 2, 'halves' => 2, 'minims' => 2, 'minim' => 2,
        'quarter notes' => 4, 'quarter note' => 4, 'quarters' => 4, 'quarter' => 4, 'crotchets' => 4, 'crotchet' => 4,
        'fourths' => 4, '4ths' => 4,
        'eighth notes' => 8, 'eighth note' => 8, 'eighths' => 8, 'eighth' => 8, '8ths' => 8, '8th' => 8,
        'quavers' => 8, 'quaver' => 8,
        'sixteenth notes' => 16, 'sixteenth note' => 16, 'sixteenths' => 16, 'sixteenth' => 16, '16ths' => 16,
        '16th' => 16, 'semiquavers' => 16, 'semiquaver' => 16,
        'thirty-second notes' => 32, 'thirty-second note' => 32, 'thirty-seconds' => 32, 'thirty-second' => 32,
        'thirtyseconds' => 32, '32nds' => 32, '32nd' => 32, 'demisemiquavers' => 32,
        'sixty-fourths' => 64, 'sixty-fourth' => 64, '64ths' => 64, '64th' => 64,
    ];

    /** Divisions that have a name of their own, as a grid writes them. */
    public const DIVISIONS = [
        'triplets' => '1/8t', 'triplet' => '1/8t', 'quintuplets' => '1/20', 'quintuplet' => '1/20',
        'fivetuplets' => '1/20', 'septuplets' => '1/28', 'septuplet' => '1/28', 'sextuplets' => '1/16t',
        'bars' => 'bar', 'bar' => 'bar', 'measures' => 'bar', 'beats' => '1/4', 'beat' => '1/4',
    ];

    public const TRIPLET = ['triplets', 'triplet', 't'];

    public const DOTTED = ['dotted', 'dot', 'd'];

    /** Units of time behind a number, as an amount writes them. */
    public const UNITS = [
        'ms' => 'ms', 'millisecond' => 'ms', 'milliseconds' => 'ms', 's' => 's', 'sec' => 's', 'second' => 's',
        'seconds' => 's', 'tick' => 'tk', 'ticks' => 'tk', 'tk' => 'tk', 'bar' => 'bar', 'bars' => 'bar',
        'measure' => 'bar', 'measures' => 'bar', 'beat' => 'beat', 'beats' => 'beat', 'frame' => 'fr', 'frames' => 'fr',
        'fr' => 'fr', 'sample' => 'smp', 'samples' => 'smp', 'smp' => 'smp',
    ];

    /** Amounts of time without a number. */
    public const TIMES = [
        'a bit' => '5ms', 'a little bit' => '5ms', 'a little' => '5ms', 'slightly' => '5ms', 'a touch' => '5ms',
        'a tad' => '5ms', 'a hair' => '2ms', 'a lot' => '20ms', 'much' => '20ms', 'a step' => 'grid',
        'one step' => 'grid', 'grid' => 'grid', 'the grid' => 'grid', 'a grid step' => 'grid', 'one grid' => 'grid',
        'one grid step' => 'grid', 'the nudge amount' => 'step',
    ];

    /** Differences of velocity without a number. */
    public const LEVELS = [
        'a bit' => 5, 'a little bit' => 5, 'a little' => 5, 'slightly' => 5, 'a touch' => 3, 'a tad' => 3,
        'a hair' => 1, 'a lot' => 20, 'much' => 20, 'way' => 20,
    ];

    public const SHARES = [
        'half way' => 50, 'halfway' => 50, 'half' => 50, 'by half' => 50, 'a third' => 33, 'two thirds' => 67,
        'a quarter' => 25, 'three quarters' => 75, 'a fifth' => 20, 'fully' => 100, 'completely' => 100,
        'all the way' => 100, 'gently' => 30, 'lightly' => 30, 'softly' => 30, 'a bit' => 25, 'a little' => 25,
        'slightly' => 25, 'a lot' => 75, 'mostly' => 75, 'hard' => 100,
    ];

    /** Intervals by their names: semitones, or steps of the key where no kind is said. */
    public const INTERVALS = [
        'octave' => 'octaves=1', 'octaves' => 'octaves=1', 'semitone' => 'semitones=1', 'half step' => 'semitones=1',
        'half tone' => 'semitones=1', 'halftone' => 'semitones=1', 'minor second' => 'semitones=1',
        'whole tone' => 'semitones=2', 'whole step' => 'semitones=2', 'tone' => 'semitones=2',
        'major second' => 'semitones=2', 'minor third' => 'semitones=3', 'major third' => 'semitones=4',
        'perfect fourth' => 'semitones=5', 'fourth' => 'semitones=5', 'tritone' => 'semitones=6',
        'perfect fifth' => 'semitones=7', 'fifth' => 'semitones=7', 'minor sixth' => 'semitones=8',
        'major sixth' => 'semitones=9', 'minor seventh' => 'semitones=10', 'major seventh' => 'semitones=11',
        'minor ninth' => 'semitones=13', 'ninth' => 'semitones=14', 'tenth' => 'degrees=9',
        'third' => 'degrees=2', 'thirds' => 'degrees=2', 'sixth' => 'degrees=5', 'sixths' => 'degrees=5',
        'second' => 'degrees=1', 'seventh' => 'degrees=6', 'step of the key' => 'degrees=1',
        'scale step' => 'degrees=1', 'degree' => 'degrees=1',
        'scale degree' => 'degrees=1', 'scale tone' => 'degrees=1',
        'row' => 'rows=1',
    ];

    /** Units of pitch behind a number. */
    public const STEPS = [
        'semitones' => 'semitones', 'semitone' => 'semitones', 'st' => 'semitones', 'half steps' => 'semitones',
        'half tones' => 'semitones', 'octaves' => 'octaves', 'octave' => 'octaves', 'degrees' => 'degrees',
        'steps of the key' => 'degrees', 'scale steps' => 'degrees', 'scale degrees' => 'degrees', 'rows' => 'rows',
    ];

    /** What stands behind the root of a chord in words, as a chord name writes it. */
    public const QUALITIES = [
        'major seventh' => 'maj7', 'major 7' => 'maj7', 'major ninth' => 'maj9', 'major 9' => 'maj9', 'major' => '',
        'minor seventh' => 'm7', 'minor 7' => 'm7', 'minor ninth' => 'm9', 'minor 9' => 'm9', 'minor sixth' => 'm6',
        'minor 6' => 'm6', 'minor eleventh' => 'm11', 'minor' => 'm', 'seventh' => '7', 'dominant seventh' => '7',
        '7' => '7', 'ninth' => '9', '9' => '9', 'sixth' => '6', 'diminished' => 'dim', 'diminished seventh' => 'dim7',
        'half diminished' => 'm7b5', 'augmented' => 'aug', 'suspended' => 'sus4', 'sus4' => 'sus4', 'sus2' => 'sus2',
        'power' => '5', 'thirteenth' => '13',
    ];

    public const METERS = [
        'four four' => '4/4', 'common time' => '4/4', 'three four' => '3/4', 'waltz' => '3/4', 'six eight' => '6/8',
        'seven eight' => '7/8', 'seven eights' => '7/8', 'five four' => '5/4', 'two four' => '2/4', 'two two' => '2/2',
        'cut time' => '2/2', 'twelve eight' => '12/8', 'nine eight' => '9/8', 'five eight' => '5/8',
    ];

    public const LANES = [
        'velocities' => 'velocity', 'velocity' => 'velocity', 'mod wheel' => 'cc1', 'modwheel' => 'cc1',
        'modulation' => 'cc1', 'modulation wheel' => 'cc1', 'vibrato' => 'cc1', 'pitch bend' => 'bend',
        'pitchbend' => 'bend', 'pitch wheel' => 'bend', 'bend' => 'bend', 'expression' => 'cc11', 'volume' => 'cc7',
        'pan' => 'cc10', 'panning' => 'cc10', 'sustain pedal' => 'cc64', 'sustain' => 'cc64', 'pedal' => 'cc64',
        'damper' => 'cc64', 'aftertouch' => 'pressure', 'channel pressure' => 'pressure', 'pressure' => 'pressure',
        'programs' => 'program', 'program changes' => 'program', 'techniques' => 'technique', 'breath' => 'cc2',
    ];

    /** Voices by the instruments one thinks of. */
    public const VOICES = [
        'drums' => 'drums', 'drum' => 'drums', 'drum kit' => 'drums', 'kit' => 'drums', 'beat' => 'drums',
        'percussion' => 'percussion', 'perc' => 'percussion', 'bass' => 'bass', 'double bass' => 'bass',
        'synth bass' => 'synth-bass', 'piano' => 'struck', 'keys' => 'struck', 'keyboard' => 'struck',
        'electric piano' => 'struck', 'kalimba' => 'plucked', 'guitar' => 'plucked', 'harp' => 'plucked',
        'plucked' => 'plucked', 'marimba' => 'mallet', 'vibes' => 'mallet', 'vibraphone' => 'mallet',
        'mallets' => 'mallet', 'bells' => 'mallet', 'organ' => 'organ', 'harmonium' => 'reed', 'accordion' => 'reed',
        'clarinet' => 'reed', 'sax' => 'reed', 'saxophone' => 'reed', 'reed' => 'reed', 'strings' => 'bowed',
        'string' => 'bowed', 'violin' => 'bowed', 'violins' => 'bowed', 'viola' => 'bowed', 'cello' => 'bowed',
        'bowed' => 'bowed', 'flute' => 'blown', 'brass' => 'blown', 'horns' => 'blown', 'trumpet' => 'blown',
        'blown' => 'blown', 'pad' => 'pad', 'pads' => 'pad',
        'lead' => 'lead', 'synth' => 'lead', 'choir' => 'sustained',
        'sustained' => 'sustained', 'voices' => 'sustained', 'vocals' => 'sustained', 'chords' => 'pad',
    ];
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

/** The families of sounds: each has a light voice of ours, and an instrument of the bank that stands for it. */
enum Voice: string
{
    case Plucked = 'plucked';
    case Struck = 'struck';
    case Mallet = 'mallet';
    case Organ = 'organ';
    case Reed = 'reed';
    case Bowed = 'bowed';
    case Blown = 'blown';
    case Sustained = 'sustained';
    case Pad = 'pad';
    case Lead = 'lead';
    case Bass = 'bass';
    case SynthBass = 'synth-bass';
    case Drums = 'drums';
    case Percussion = 'percussion';

    /** @return non-empty-list<string> */
    public static function names(): array
    {
        return array_map(static fn (self $voice): string => $voice->value, self::cases());
    }

    /** A program (General MIDI 1, from 0) for which the voice is chosen; for drums it is the channel that tells. */
    public function program(): int
    {
        return match ($this) {
            self::Struck, self::Drums => 0,
            self::Mallet => 12,
            self::Organ => 16,
            self::Reed => 20,
            self::Bass => 32,
            self::SynthBass => 38,
            self::Bowed => 48,
            self::Sustained, self::Pad => 88,
            self::Blown => 73,
            self::Lead => 80,
            self::Plucked => 108,
            self::Percussion => 113,
        };
    }

    /** By the families of the General MIDI 1 sound set, and those in them that are played otherwise. */
    public static function ofProgram(int $program): self
    {
        return match (true) {
            $program === 45, $program === 46, $program >= 104 && $program < 109 => self::Plucked,
            $program === 47, $program >= 112 && $program < 120 => self::Percussion,
            $program === 109, $program === 111, $program >= 20 && $program < 24,
            $program >= 64 && $program < 72 => self::Reed,
            $program < 8, $program === 55 => self::Struck,
            $program < 16 => self::Mallet,
            $program < 20 => self::Organ,
            $program >= 32 && $program < 38 => self::Bass,
            $program === 38, $program === 39 => self::SynthBass,
            $program >= 40 && $program < 50, $program === 110 => self::Bowed,
            $program >= 50 && $program < 55, $program >= 88 && $program < 104 => self::Pad,
            $program >= 56 && $program < 64, $program >= 72 && $program < 80 => self::Blown,
            $program >= 80 && $program < 88 => self::Lead,
            default => self::Plucked,
        };
    }

    /** The instrument of the bank that ships that sounds for it. */
    public function instrument(): Instrument
    {
        return new Instrument($this->program(), isKit: $this === self::Drums);
    }
}

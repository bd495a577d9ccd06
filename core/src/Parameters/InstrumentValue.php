<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Song\GeneralMidi;
use Jactonic\Core\Song\Instrument;
use Jactonic\Core\Song\Track;

/** An instrument by its name, or a word in its place: the one that stands for the voice, or the light voice itself. */
final readonly class InstrumentValue implements Kind
{
    public const VOICE = 'voice';

    public const WORDS = [self::VOICE, Track::LIGHT];

    public function name(): string
    {
        return 'instrument';
    }

    public function read(string $text): Instrument|string
    {
        return in_array($text, self::WORDS, true) ? $text : Instrument::parse($text);
    }

    public function allowed(): string
    {
        return 'a name of General MIDI such as violin, nylon guitar or jazz kit, one of a bank of your own such as '
            .'warm-keys:5, or '.implode(', ', self::WORDS);
    }

    public function describe(): array
    {
        return ['words' => [...self::WORDS, ...array_map('strval', GeneralMidi::all())]];
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Song\RowNames;

/** Names of rows, written from the top down or called by a word. */
final readonly class RowNamesValue implements Kind
{
    public const GENERAL_MIDI = 'general-midi';

    public const NONE = 'none';

    public const VOICE = 'voice';

    private const WORDS = [self::GENERAL_MIDI, self::NONE, self::VOICE];

    public function name(): string
    {
        return 'row-names';
    }

    public function read(string $text): RowNames|string
    {
        return in_array($text, self::WORDS, true) ? $text : RowNames::parse($text);
    }

    public function allowed(): string
    {
        return implode(', ', self::WORDS).', or rows from the top down such as "D2 Snare; C2/3 Kick"';
    }

    public function describe(): array
    {
        return ['words' => self::WORDS];
    }
}

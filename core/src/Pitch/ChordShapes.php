<?php

declare(strict_types=1);

namespace Jactonic\Core\Pitch;

/** Chords by their names. */
final class ChordShapes
{
    /** Semitones above the root, by the name of the chord. */
    public const SHAPES = [
        'maj' => [0, 4, 7], 'min' => [0, 3, 7], 'dim' => [0, 3, 6], 'aug' => [0, 4, 8],
        'sus2' => [0, 2, 7], 'sus4' => [0, 5, 7], '5' => [0, 7], '6' => [0, 4, 7, 9], 'min6' => [0, 3, 7, 9],
        '7' => [0, 4, 7, 10], 'maj7' => [0, 4, 7, 11], 'min7' => [0, 3, 7, 10], 'dim7' => [0, 3, 6, 9],
        'min7b5' => [0, 3, 6, 10],
        'minmaj7' => [0, 3, 7, 11], '7sus4' => [0, 5, 7, 10], 'add9' => [0, 4, 7, 14], 'minadd9' => [0, 3, 7, 14],
        '9' => [0, 4, 7, 10, 14], 'maj9' => [0, 4, 7, 11, 14], 'min9' => [0, 3, 7, 10, 14],
        '11' => [0, 4, 7, 10, 14, 17], 'min11' => [0, 3, 7, 10, 14, 17], '13' => [0, 4, 7, 10, 14, 21],
    ];

    /** @return list<array{name: string, semitones: list<int>}> the shapes in their order, for what shows them */
    public static function list(): array
    {
        return array_map(
            static fn (int|string $name): array => ['name' => (string) $name, 'semitones' => self::SHAPES[$name]],
            array_keys(self::SHAPES),
        );
    }
}

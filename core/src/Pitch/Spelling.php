<?php

declare(strict_types=1);

namespace Jactonic\Core\Pitch;

/**
 * What pitch classes are called in a key: its own notes one letter each, as its signature has them, others as they are
 * usually met there (E♭ rather than D♯ in C minor, F♯ rather than G♭ in C major).
 */
final readonly class Spelling
{
    private const LETTERS = ['C' => 0, 'D' => 2, 'E' => 4, 'F' => 5, 'G' => 7, 'A' => 9, 'B' => 11];

    /**
     * The letter of each semitone above the root, counted from that of the root, where the note is not of the scale.
     */
    private const OUTSIDE_MAJOR = [0, 0, 1, 2, 2, 3, 3, 4, 5, 5, 6, 6];

    private const OUTSIDE_MINOR = [0, 1, 1, 2, 2, 3, 3, 4, 5, 5, 6, 6];

    /** Of scales that have not one note for each letter, the one whose letters they take. */
    private const PARENTS = [
        'major pentatonic' => 'major', 'minor pentatonic' => 'minor', 'blues' => 'minor', 'whole tone' => 'major',
        'chromatic' => 'major',
    ];

    private const PLAIN = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];

    /** @param  list<string>  $names  of the twelve classes, from C up */
    private function __construct(private array $names)
    {
    }

    /** In a key, or where there is none. */
    public static function in(?Scale $key): self
    {
        if ($key === null) {
            return new self(self::PLAIN);
        }
        [$root, $shape] = explode(' ', (string) $key, 2);
        $steps = Scale::SHAPES[self::PARENTS[$shape] ?? $shape] ?? Scale::SHAPES['major'];
        $isMinor = in_array(3, $steps, true) && ! in_array(4, $steps, true);
        $names = [];
        for ($above = 0; $above < 12; $above++) {
            $degree = array_search($above, $steps, true);
            $letter = $degree === false ? ($isMinor ? self::OUTSIDE_MINOR : self::OUTSIDE_MAJOR)[$above] : $degree;
            $class = ($key->root + $above) % 12;
            $names[$class] = self::written($root[0], $letter, $class);
        }
        ksort($names);

        return new self(array_values($names));
    }

    /** The name of a pitch class 0–11, with # or b. */
    public function name(int $class): string
    {
        return $this->names[$class] ?? self::PLAIN[$class % 12];
    }

    /** A class written with the letter so many above another; plainly where that would take a double sharp or flat. */
    private static function written(string $root, int $letters, int $class): string
    {
        $all = array_keys(self::LETTERS);
        $letter = $all[((int) array_search($root, $all, true) + $letters) % 7];
        $off = ($class - self::LETTERS[$letter] + 18) % 12 - 6;

        return match ($off) {
            0 => $letter,
            1 => "{$letter}#",
            -1 => "{$letter}b",
            default => self::PLAIN[$class],
        };
    }
}

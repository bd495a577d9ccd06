<?php

declare(strict_types=1);

namespace Jactonic\Core\Pitch;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Time\Rounding;

/** The key of a song: a root and the notes above it that belong, such as “D dorian”. */
final readonly class Scale
{
    /** Semitones above the root, by the name of the scale. */
    public const SHAPES = [
        'major' => [0, 2, 4, 5, 7, 9, 11],
        'minor' => [0, 2, 3, 5, 7, 8, 10],
        'dorian' => [0, 2, 3, 5, 7, 9, 10],
        'phrygian' => [0, 1, 3, 5, 7, 8, 10],
        'lydian' => [0, 2, 4, 6, 7, 9, 11],
        'mixolydian' => [0, 2, 4, 5, 7, 9, 10],
        'locrian' => [0, 1, 3, 5, 6, 8, 10],
        'harmonic minor' => [0, 2, 3, 5, 7, 8, 11],
        'melodic minor' => [0, 2, 3, 5, 7, 9, 11],
        'major pentatonic' => [0, 2, 4, 7, 9],
        'minor pentatonic' => [0, 3, 5, 7, 10],
        'blues' => [0, 3, 5, 6, 7, 10],
        'whole tone' => [0, 2, 4, 6, 8, 10],
        'chromatic' => [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11],
    ];

    /** @param  list<int>  $steps  semitones above the root, ascending */
    private function __construct(
        public int $root,
        public array $steps,
        private string $text,
    ) {
    }

    /**
     * @param  string  $text  a root and a scale, such as “D dorian”; the root alone means major
     *
     * @throws BadInput for anything else
     */
    public static function parse(string $text): self
    {
        [$rootName, $shape] = explode(' ', trim($text), 2) + [1 => 'major'];
        $shape = strtolower(trim($shape));
        $root = PitchName::tryParseClass($rootName);
        $steps = self::SHAPES[$shape] ?? null;
        if ($root === null || $steps === null) {
            throw BadInput::within(
                "“{$text}” is no key; write a root and a scale, such as D dorian. Scales: ".implode(
                    ', ', array_keys(self::SHAPES),
                ).'.',
                ['scales' => array_keys(self::SHAPES)],
            );
        }

        return new self($root, $steps, ucfirst($rootName).' '.$shape);
    }

    /** The notes of a chord as a scale. */
    public static function ofChord(ChordName $chord): self
    {
        $steps = array_map(static fn (int $class): int => ($class - $chord->root + 12) % 12, $chord->classes());
        sort($steps);

        return new self($chord->root, $steps, (string) $chord);
    }

    public function contains(int $pitch): bool
    {
        return in_array($this->above($pitch), $this->steps, true);
    }

    /** @return list<int> the pitch classes (0 is C) that belong to the key, from the root up */
    public function classes(): array
    {
        return array_map(fn (int $step): int => ($this->root + $step) % 12, $this->steps);
    }

    /**
     * The pitch a number of scale steps away. A pitch outside the scale first goes to the next scale note in the
     * direction of the move, which counts as the first step. The result may lie outside 0–127.
     */
    public function shift(int $pitch, int $degrees): int
    {
        if ($degrees === 0) {
            return $pitch;
        }
        $above = $this->above($pitch);
        $octave = intdiv($pitch - $this->root - $above, 12);
        $degree = array_search($above, $this->steps, true);
        if ($degree === false) {
            $below = count(array_filter($this->steps, static fn (int $step): bool => $step < $above));
            $degree = $degrees > 0 ? $below - 1 : $below;
        }
        $target = $degree + $degrees;
        $count = count($this->steps);
        $octaves = (int) floor($target / $count);

        return $this->root + 12 * ($octave + $octaves) + $this->steps[$target - $octaves * $count];
    }

    /**
     * The note of the scale a pitch goes to; itself where it belongs. Within 0–127, whatever is preferred.
     *
     * @param  string  $prefer  up, down, or nearest (down on a tie)
     */
    public function nearest(int $pitch, string $prefer = 'nearest'): int
    {
        if ($this->contains($pitch)) {
            return $pitch;
        }
        $down = $this->shift($pitch, -1);
        $up = $this->shift($pitch, 1);

        return match (true) {
            $down < 0 => $up,
            $up > 127 => $down,
            $prefer === 'nearest' => $up - $pitch < $pitch - $down ? $up : $down,
            default => $prefer === 'up' ? $up : $down,
        };
    }

    /** The number of a pitch of the scale, counting its notes upward from the root at or below C-1. */
    public function degreeOf(int $pitch): int
    {
        $above = $this->above($pitch);

        return count($this->steps) * intdiv(
            $pitch - $this->root - $above, 12,
        ) + (int) array_search($above, $this->steps, true);
    }

    /** The pitch of a number as `degreeOf()` counts; it may lie outside 0–127. */
    public function pitchOf(int $degree): int
    {
        $octave = Rounding::floor($degree, count($this->steps));

        return $this->root + 12 * $octave + $this->steps[$degree - $octave * count($this->steps)];
    }

    public function __toString(): string
    {
        return $this->text;
    }

    /** Semitones above the nearest root below. */
    private function above(int $pitch): int
    {
        return ($pitch - $this->root + 12) % 12;
    }
}

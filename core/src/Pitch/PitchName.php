<?php

declare(strict_types=1);

namespace Jactonic\Core\Pitch;

use Jactonic\Core\Errors\BadInput;

/** Pitches 0–127 as names: middle C is 60 and is called C4, so the names run from C-1 to G9. */
final class PitchName
{
    private const SHARPS = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'];

    private const LETTERS = ['C' => 0, 'D' => 2, 'E' => 4, 'F' => 5, 'G' => 7, 'A' => 9, 'B' => 11];

    public static function of(int $pitch): string
    {
        return self::SHARPS[$pitch % 12].(intdiv($pitch, 12) - 1);
    }

    /** @throws BadInput unless the text is a number 0–127 or a name from C-1 to G9 (sharps #, flats b) */
    public static function parse(string $text): int
    {
        $pitch = -1;
        if (preg_match('/^\d{1,3}$/', $text) === 1) {
            $pitch = (int) $text;
        } elseif (preg_match('/^([A-Ga-g][#b]?)(-?\d{1,2})$/', $text, $found) === 1) {
            $class = self::class($found[1]);
            // Cb4 lies below C4 although its class wraps round to 11, and B#4 above B4.
            $pitch = ($class['octave'] + (int) $found[2] + 1) * 12 + $class['class'];
        }
        if ($pitch < 0 || $pitch > 127) {
            throw new BadInput("“{$text}” is no pitch; write 0 to 127 or a name from C-1 to G9 (middle C is C4).");
        }

        return $pitch;
    }

    /** The pitch class 0–11 of a name without an octave, such as F# or Bb; null where it is none. */
    public static function tryParseClass(string $text): ?int
    {
        return preg_match('/^[A-Ga-g][#b]?$/', $text) === 1 ? self::class($text)['class'] : null;
    }

    /** @return array{class: int, octave: int} */
    private static function class(string $name): array
    {
        $class = (self::LETTERS[strtoupper($name[0])] ?? 0) + match ($name[1] ?? '') {
            '#' => 1,
            'b' => -1,
            default => 0,
        };

        return ['class' => ($class + 12) % 12, 'octave' => $class < 0 ? -1 : intdiv($class, 12)];
    }
}

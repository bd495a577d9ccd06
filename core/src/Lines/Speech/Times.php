<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Time\Amount;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\NoteValue;

/** Reads how long, how far, how many: each by how many words it is, as a line writes it. */
final class Times
{
    /**
     * A number in figures or in words, signs left out.
     *
     * @param  list<Word>  $words
     * @return array<int, string>
     */
    public static function number(array $words, int $at, int $decimals = 0): array
    {
        $word = $words[$at]->text ?? '';
        $figures = $decimals > 0 ? '/^\d+(\.\d+)?$/' : '/^\d{1,6}$/';

        return match (true) {
            preg_match($figures, $word) === 1 => [1 => $word],
            isset(AmountWords::NUMBERS[$word]) && ! in_array($word, ['a', 'an'], true) => [
                1 => (string) AmountWords::NUMBERS[$word],
            ],
            default => [],
        };
    }

    /**
     * Amounts of time: “8 ms”, “half a bar”, “an eighth”, “two sixteenths”, “1/8t”.
     *
     * @param  list<Word>  $words
     * @return array<int, string>
     */
    public static function lengths(array $words, int $at, Speaker $speaker): array
    {
        $found = self::halves($words, $at, $speaker);
        $word = $words[$at]->text ?? '';
        if (preg_match('#^[+-]?(1/\d{1,3}[td]?|step2?|\d+(bar|beat|tk|ms|s))$#', $word) === 1) {
            $found[1] = ltrim($word, '+');
        }
        $number = self::count($words, $at);
        $unit = AmountWords::UNITS[$words[$at + 1]->text ?? ''] ?? null;
        if ($number !== null && $unit !== null && self::isAmount($number.$unit)) {
            $found[2] = $number.$unit;
        } elseif ($number === null && in_array(AmountWords::UNITS[$word] ?? '', ['bar', 'beat'], true)) {
            $found[1] = '1'.AmountWords::UNITS[$word];
        }
        foreach ($number === null ? [0] : [1, 0] as $behind) {
            foreach (self::grids($words, $at + $behind) as $length => $value) {
                $many = $behind === 1 ? (float) $number : 1.0;
                if (preg_match('#^1/#', $value) === 1 && $many === floor($many)) {
                    $found[$length + $behind] ??= self::times((int) $many, $value, $speaker);
                }
            }
        }

        return $found;
    }

    /**
     * Grids: “eighths”, “eighth triplets”, “1/16”, “two bars”.
     *
     * @param  list<Word>  $words
     * @return array<int, string>
     */
    public static function grids(array $words, int $at): array
    {
        $word = $words[$at]->text ?? '';
        $found = preg_match('#^(1/\d{1,3}[td]?|\d*bar)$#', $word) === 1 && self::isGrid($word) ? [1 => $word] : [];
        $found += Slot::table(AmountWords::DIVISIONS, $words, $at);
        $number = self::number($words, $at)[1] ?? null;
        if (
            $number !== null && in_array($words[$at + 1]->text ?? '', ['bar', 'bars'], true)
            && self::isGrid("{$number}bar")
        ) {
            $found[2] = "{$number}bar";
        }
        // “dotted eighths”, “triplet eighths”, “eighth triplets”, “1/8 dotted”.
        $kind = self::kind($word);
        foreach (self::values($words, $at + ($kind === '' ? 0 : 1)) as $length => $value) {
            $after = $kind === '' ? self::kind($words[$at + $length]->text ?? '') : '';
            $found[$length + ($kind === '' ? 0 : 1)] = $value.$kind;
            if ($after !== '') {
                $found[$length + 1] = $value.$after;
            }
        }

        return $found;
    }

    /**
     * Intervals, as `transpose` takes them: “an octave”, “two semitones”, “a minor third”, “-3”.
     *
     * @param  list<Word>  $words
     * @return array<int, string>
     */
    public static function intervals(array $words, int $at): array
    {
        $article = in_array($words[$at]->text ?? '', ['a', 'an', 'one'], true) ? 1 : 0;
        $found = [];
        foreach (Slot::table(AmountWords::INTERVALS, $words, $at + $article) as $length => $value) {
            $found[$length + $article] = $value;
        }
        $number = self::count($words, $at);
        if ($number !== null && preg_match('/^[+-]?\d{1,3}$/', $number) === 1) {
            foreach (Slot::table(AmountWords::STEPS, $words, $at + 1) as $length => $unit) {
                $found[$length + 1] ??= "{$unit}=".ltrim($number, '+');
            }
            if (preg_match('/\d/', $words[$at]->text) === 1) {
                $found[1] ??= 'semitones='.ltrim($number, '+');
            }
        }

        return $found;
    }

    /**
     * @param  list<Word>  $words
     */
    private static function count(array $words, int $at): ?string
    {
        $word = $words[$at]->text ?? '';

        return match (true) {
            preg_match('/^[+-]?\d{1,6}(\.\d{1,3})?$/', $word) === 1 => ltrim($word, '+'),
            isset(AmountWords::NUMBERS[$word]) => (string) AmountWords::NUMBERS[$word],
            default => null,
        };
    }

    /**
     * “half a bar”, “half a beat”.
     *
     * @param  list<Word>  $words
     * @return array<int, string>
     */
    private static function halves(array $words, int $at, Speaker $speaker): array
    {
        $meter = $speaker->context->time->meters->meterAt($speaker->context->caret->tick);
        $beat = '1/'.(2 * $meter->denominator);
        $bar = $meter->numerator % 2 === 0
            ? intdiv($meter->numerator, 2).'beat'
            : self::times($meter->numerator, $beat, $speaker);

        return Slot::table(
            ['half a bar' => $bar, 'half bar' => $bar, 'half a beat' => $beat, 'half beat' => $beat], $words, $at,
        );
    }

    /**
     * Note values by name, without what makes triplets or dotted ones of them.
     *
     * @param  list<Word>  $words
     * @return array<int, string>
     */
    private static function values(array $words, int $at): array
    {
        $word = $words[$at]->text ?? '';
        $found = preg_match('#^1/\d{1,3}$#', $word) === 1 ? [1 => $word] : [];
        foreach (Slot::table(AmountWords::NOTE_VALUES, $words, $at) as $length => $value) {
            $found[$length] ??= "1/{$value}";
        }

        return $found;
    }

    private static function kind(string $word): string
    {
        return match (true) {
            in_array($word, AmountWords::TRIPLET, true) => 't',
            in_array($word, AmountWords::DOTTED, true) => 'd',
            default => '',
        };
    }

    /** So many of a note value: one of another name where there is one, else in ticks. */
    private static function times(int $many, string $value, Speaker $speaker): string
    {
        if ($many === 1) {
            return $value;
        }
        $ppq = $speaker->context->time->ppq();
        if (preg_match('#^1/(\d+)$#', $value, $found) === 1) {
            $of = (int) $found[1];
            if ($of % $many === 0) {
                return '1/'.intdiv($of, $many);
            }
            if ($many === 3 && $of % 2 === 0) {
                return '1/'.intdiv($of, 2).'d';
            }
        }
        [$ticks, $parts] = NoteValue::tryParse($value)?->ticks($ppq) ?? [0, 1];

        return intdiv($many * $ticks, $parts).'tk';
    }

    private static function isAmount(string $text): bool
    {
        try {
            Amount::parse($text);

            return true;
        } catch (CoreError) {
            return false;
        }
    }

    private static function isGrid(string $text): bool
    {
        try {
            Grid::parse($text);

            return true;
        } catch (CoreError) {
            return false;
        }
    }
}

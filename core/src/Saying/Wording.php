<?php

declare(strict_types=1);

namespace Jactonic\Core\Saying;

/** Numbers with their units, in sentences. */
final class Wording
{
    /** “31 ms”, or “0.4 ms” for small ones. */
    public static function milliseconds(float $milliseconds): string
    {
        $size = abs($milliseconds);

        return ($size >= 10 ? (string) round($size) : (string) round($size, 1)).' ms';
    }

    /** “1 was already there”, “3 were already there”; nothing for none. */
    public static function were(int $count, string $what): string
    {
        return match ($count) {
            0 => '',
            1 => "1 was {$what}",
            default => "{$count} were {$what}",
        };
    }

    /** “once”, “twice”, “3 times”. */
    public static function times(int $count): string
    {
        return match ($count) {
            1 => 'once',
            2 => 'twice',
            default => "{$count} times",
        };
    }
}

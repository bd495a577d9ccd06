<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

/** Numbers in the sentences of the status line. */
final class Wording
{
    /** “1 note”, “12 notes”. */
    public static function notes(int $count): string
    {
        return $count === 1 ? '1 note' : "{$count} notes";
    }

    /** “1 point”, “12 points”. */
    public static function points(int $count): string
    {
        return $count === 1 ? '1 point' : "{$count} points";
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

    /**
     * Joins the parts of a summary that have something to say.
     *
     * @param  list<string>  $parts
     */
    public static function sentence(array $parts): string
    {
        return implode(', ', array_filter($parts, static fn (string $part): bool => $part !== ''));
    }

    /** “31 ms”, or “0.4 ms” for small ones. */
    public static function milliseconds(float $milliseconds): string
    {
        $size = abs($milliseconds);

        return ($size >= 10 ? (string) round($size) : (string) round($size, 1)).' ms';
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Time;

/** The one rounding of the core: to the nearest whole number, halves away from zero. */
final class Rounding
{
    /** Rounds the quotient of two whole numbers without leaving whole numbers. The divisor must be positive. */
    public static function quotient(int $dividend, int $divisor): int
    {
        $half = intdiv($divisor, 2);
        if ($dividend >= 0) {
            return intdiv($dividend + $half, $divisor);
        }

        return -intdiv(-$dividend + $half, $divisor);
    }

    /** The largest whole number not above the quotient. The divisor must be positive. */
    public static function floor(int $dividend, int $divisor): int
    {
        $quotient = intdiv($dividend, $divisor);

        return $dividend < 0 && $quotient * $divisor !== $dividend ? $quotient - 1 : $quotient;
    }
}

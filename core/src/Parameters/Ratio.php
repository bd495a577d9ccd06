<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Time\Rounding;

/** A factor as two whole numbers, so that ticks multiplied by it come out exact. */
final readonly class Ratio
{
    public function __construct(
        public int $numerator,
        public int $denominator,
    ) {
    }

    /** A number of ticks times the factor, rounded. */
    public function of(int $ticks): int
    {
        return Rounding::quotient($ticks * $this->numerator, $this->denominator);
    }
}

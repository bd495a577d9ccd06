<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Time\Meter;

/** A time signature, such as 7/8. */
final readonly class MeterValue implements Kind
{
    public function name(): string
    {
        return 'meter';
    }

    public function read(string $text): Meter
    {
        return Meter::parse($text);
    }

    public function allowed(): string
    {
        return 'a meter such as 4/4 or 7/8';
    }

    public function describe(): array
    {
        return [];
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Time\TickRange;

/** A range of ticks such as `0..3840`; `range` is the current one, read as null. */
final readonly class RangeValue implements Kind
{
    public function name(): string
    {
        return 'range';
    }

    public function read(string $text): ?TickRange
    {
        return $text === 'range' ? null : TickRange::parse($text);
    }

    public function allowed(): string
    {
        return 'range for the current one, or two ticks such as 0..3840';
    }

    public function describe(): array
    {
        return ['words' => ['range']];
    }
}

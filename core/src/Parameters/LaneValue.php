<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Content\Lane;

/** A lane, by the name it has in lines: `velocity`, `cc11`, `bend`. */
final readonly class LaneValue implements Kind
{
    public function name(): string
    {
        return 'lane';
    }

    public function read(string $text): Lane
    {
        return Lane::parse($text);
    }

    public function allowed(): string
    {
        return Lane::allowed();
    }

    public function describe(): array
    {
        return [];
    }
}

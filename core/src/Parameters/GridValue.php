<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Time\Grid;

/** A grid by its value; `grid` is the current one, read as null. */
final readonly class GridValue implements Kind
{
    public function name(): string
    {
        return 'grid';
    }

    public function read(string $text): ?Grid
    {
        return $text === 'grid' ? null : Grid::parse($text);
    }

    public function allowed(): string
    {
        return '1/n, 1/nt, 1/nd (n from 1 to 128), bar, 2bar, 4bar, 8bar, 16bar, or grid for the current one';
    }

    public function describe(): array
    {
        return [];
    }
}

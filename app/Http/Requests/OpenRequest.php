<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Http\Request;
use Jactonic\Core\Time\Grid;

/** Which clips are to be open, and on which grid, as an address says it: `?clips=4,7&front=7&grid=1/16&swing=0`. */
final readonly class OpenRequest
{
    public function __construct(private Request $request)
    {
    }

    /** @return list<int> */
    public function clips(): array
    {
        return $this->numbers('clips');
    }

    public function front(): int
    {
        return $this->request->integer('front');
    }

    /** @return list<int>|null only these tracks; null for all */
    public function tracks(): ?array
    {
        return $this->request->query('tracks') === null ? null : $this->numbers('tracks');
    }

    public function grid(): Grid
    {
        return Grid::parse($this->request->string('grid', '1/16')->toString(), $this->request->integer('swing'));
    }

    /** @return list<int> */
    private function numbers(string $name): array
    {
        return array_map(intval(...), array_values(array_filter(explode(',', $this->request->string($name)->toString()), ctype_digit(...))));
    }
}

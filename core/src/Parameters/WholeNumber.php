<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;

final readonly class WholeNumber implements Kind
{
    public function __construct(
        private int $min,
        private int $max,
        private string $unit,
    ) {
    }

    public function name(): string
    {
        return 'whole-number';
    }

    public function read(string $text): int
    {
        $plain = $this->unit === '%' ? rtrim($text, '%') : $text;
        if (preg_match('/^[+-]?\d{1,9}$/', $plain) !== 1 || (int) $plain < $this->min || (int) $plain > $this->max) {
            throw new BadInput("takes {$this->allowed()}, not “{$text}”");
        }

        return (int) $plain;
    }

    public function allowed(): string
    {
        return trim("{$this->min} to {$this->max} {$this->unit}");
    }

    public function describe(): array
    {
        return ['min' => $this->min, 'max' => $this->max, 'unit' => $this->unit];
    }
}

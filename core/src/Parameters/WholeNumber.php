<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;

/** A whole number, or one of a few words that stand for one, such as `mean`. */
final readonly class WholeNumber implements Kind
{
    /** @param  list<string>  $words */
    public function __construct(
        private int $min,
        private int $max,
        private string $unit,
        private array $words = [],
    ) {
    }

    public function name(): string
    {
        return 'whole-number';
    }

    public function read(string $text): int|string
    {
        if (in_array($text, $this->words, true)) {
            return $text;
        }
        $plain = $this->unit === '%' ? rtrim($text, '%') : $text;
        if (preg_match('/^[+-]?\d{1,9}$/', $plain) !== 1 || (int) $plain < $this->min || (int) $plain > $this->max) {
            throw new BadInput("takes {$this->allowed()}, not “{$text}”");
        }

        return (int) $plain;
    }

    public function allowed(): string
    {
        return implode(', or ', [trim("{$this->min} to {$this->max} {$this->unit}"), ...$this->words]);
    }

    public function describe(): array
    {
        return ['min' => $this->min, 'max' => $this->max, 'unit' => $this->unit, 'words' => $this->words];
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Time\Amount;

/** An amount of time, or one of a few words in its place. */
final readonly class AmountOfTime implements Kind
{
    /** @param  list<string>  $words  that may stand in its place */
    private function __construct(
        private bool $mayBeNegative,
        private array $words = [],
    ) {
    }

    /** An amount that may run backward. */
    public static function signed(): self
    {
        return new self(true);
    }

    /** An amount of at least nothing. */
    public static function unsigned(string ...$words): self
    {
        return new self(false, array_values($words));
    }

    public function name(): string
    {
        return 'amount';
    }

    public function read(string $text): Amount|string
    {
        if (in_array($text, $this->words, true)) {
            return $text;
        }
        $amount = Amount::parse($text);
        if (! $this->mayBeNegative && $amount->isNegative()) {
            throw new BadInput("takes {$this->allowed()}, not “{$text}”");
        }

        return $amount;
    }

    public function allowed(): string
    {
        return implode(', or ', [...$this->words, $this->mayBeNegative
            ? 'an amount of time with or without a sign (240tk, 1/16, 2bar, 3beat, 10ms, 1.5s, 441smp, 2fr, grid, step)'
            : 'an amount of time (240tk, 1/16, 2bar, 3beat, 10ms, 1.5s, 441smp, 2fr, grid, step)']);
    }

    public function describe(): array
    {
        return ['signed' => $this->mayBeNegative, 'words' => $this->words];
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Time\Amount;

final readonly class AmountOfTime implements Kind
{
    private function __construct(private bool $mayBeNegative)
    {
    }

    /** An amount that may run backward. */
    public static function signed(): self
    {
        return new self(true);
    }

    /** An amount of at least nothing. */
    public static function unsigned(): self
    {
        return new self(false);
    }

    public function name(): string
    {
        return 'amount';
    }

    public function read(string $text): Amount
    {
        $amount = Amount::parse($text);
        if (! $this->mayBeNegative && $amount->isNegative()) {
            throw new BadInput("takes {$this->allowed()}, not “{$text}”");
        }

        return $amount;
    }

    public function allowed(): string
    {
        return $this->mayBeNegative
            ? 'an amount of time with or without a sign (240tk, 1/16, 2bar, 3beat, 10ms, 1.5s, 441smp, 2fr, grid)'
            : 'an amount of time (240tk, 1/16, 2bar, 3beat, 10ms, 1.5s, 441smp, 2fr, grid)';
    }

    public function describe(): array
    {
        return ['signed' => $this->mayBeNegative];
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

/** How a course bends on its way from one end to the other: −100 to 100, 0 is straight. */
final readonly class Curve implements Kind
{
    private WholeNumber $bend;

    public function __construct()
    {
        $this->bend = new WholeNumber(-100, 100, '');
    }

    public function name(): string
    {
        return 'curve';
    }

    public function read(string $text): int|string
    {
        return $this->bend->read($text);
    }

    public function allowed(): string
    {
        return $this->bend->allowed();
    }

    public function describe(): array
    {
        return $this->bend->describe();
    }
}

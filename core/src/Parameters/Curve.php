<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

/** How a course bends on its way from one end to the other: −100 to 100, 0 is straight. */
final readonly class Curve implements Kind
{
    /** At ±100 the way bends by this power. */
    private const STEEPEST = 4;

    private WholeNumber $bend;

    public function __construct()
    {
        $this->bend = new WholeNumber(-100, 100, '');
    }

    /** How far on its way from 0 to 1 a course is at a share of its time. */
    public static function at(float $share, int $curve): float
    {
        return $share ** (self::STEEPEST ** ($curve / 100));
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

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Lanes;

/** The shapes a wave may have. The browser draws them while a hand does; a test holds that both are the same. */
enum WaveShape: string
{
    case Sine = 'sine';
    case Triangle = 'triangle';
    case Saw = 'saw';
    case Fall = 'fall';
    case Square = 'square';

    /**
     * How high it is, 0 to 1.
     *
     * @param  float  $share  of its period, from 0 to below 1
     */
    public function height(float $share): float
    {
        return match ($this) {
            self::Sine => (1 - cos(2 * M_PI * $share)) / 2,
            self::Triangle => 1 - abs(2 * $share - 1),
            self::Saw => $share,
            self::Fall => 1 - $share,
            self::Square => $share < 0.5 ? 1.0 : 0.0,
        };
    }

    /** @return non-empty-list<string> */
    public static function names(): array
    {
        return array_map(static fn (self $shape): string => $shape->value, self::cases());
    }
}

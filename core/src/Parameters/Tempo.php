<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Song\Conductor;

/** A tempo in beats (quarter notes) a minute, with decimals. */
final readonly class Tempo implements Kind
{
    public function name(): string
    {
        return 'tempo';
    }

    public function read(string $text): float
    {
        return preg_match(
            '/^\d{1,3}(\.\d{1,6})?$/', $text,
        ) === 1 && (float) $text >= Conductor::SLOWEST && (float) $text <= Conductor::FASTEST
            ? (float) $text
            : throw new BadInput("takes {$this->allowed()}, not “{$text}”");
    }

    public function allowed(): string
    {
        return Conductor::SLOWEST.' to '.Conductor::FASTEST.' BPM';
    }

    public function describe(): array
    {
        return ['min' => Conductor::SLOWEST, 'max' => Conductor::FASTEST, 'unit' => 'BPM'];
    }
}

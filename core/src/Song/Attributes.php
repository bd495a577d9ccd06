<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Errors\BadInput;

/** Reads the attributes of a track or a clip, each in its range: nothing is trusted unchecked at the edge. */
final readonly class Attributes
{
    /**
     * @param  array<string, mixed>  $values
     * @param  string  $of  whose they are, for messages
     */
    public function __construct(
        private array $values,
        private string $of,
    ) {
    }

    /** @throws BadInput */
    public function number(string $name, int $min, int $max): int
    {
        $value = $this->values[$name] ?? null;

        return is_int($value) && $value >= $min && $value <= $max
            ? $value
            : throw new BadInput("{$this->of}’s {$name} goes from {$min} to {$max}.");
    }

    /** @throws BadInput */
    public function numberOrNone(string $name, int $min, int $max): ?int
    {
        return isset($this->values[$name]) ? $this->number($name, $min, $max) : null;
    }

    /** @throws BadInput */
    public function text(string $name): string
    {
        $value = $this->values[$name] ?? '';

        return is_string($value) ? $value : throw new BadInput("{$this->of}’s {$name} is a text.");
    }

    public function isOn(string $name): bool
    {
        return in_array($this->values[$name] ?? false, [true, 1], true);
    }
}

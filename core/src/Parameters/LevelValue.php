<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Content\Lane;

/** A value of a lane, a difference of two, or a word in their place. */
final readonly class LevelValue implements InLane
{
    private WholeNumber $number;

    /** @param  list<string>  $words */
    private function __construct(
        private Lane $lane,
        private bool $isDifference,
        private array $words = [],
    ) {
        $span = $lane->most() - $lane->least();
        $this->number = $isDifference
            ? new WholeNumber(-$span, $span, '', $words)
            : new WholeNumber($lane->least(), $lane->most(), '', $words);
    }

    /** A value, or one of some words. */
    public static function value(string ...$words): self
    {
        return new self(Lane::parse(Lane::VELOCITY), false, array_values($words));
    }

    public static function difference(): self
    {
        return new self(Lane::parse(Lane::VELOCITY), true);
    }

    public function in(Lane $lane): self
    {
        return new self($lane, $this->isDifference, $this->words);
    }

    public function name(): string
    {
        return 'level';
    }

    public function read(string $text): int|string
    {
        return $this->number->read($text);
    }

    public function allowed(): string
    {
        return $this->number->allowed();
    }

    public function describe(): array
    {
        return $this->number->describe() + ['difference' => $this->isDifference];
    }
}

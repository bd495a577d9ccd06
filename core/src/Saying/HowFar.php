<?php

declare(strict_types=1);

namespace Jactonic\Core\Saying;

use Stringable;

/** How far something went, in a sentence. Two of one kind add up, so that a run of keys can say what it came to. */
final readonly class HowFar implements Stringable
{
    /** @param  list<string>  $words  the unit, and where it goes above and below 0 */
    private function __construct(
        private string $kind,
        private int $size,
        private array $words = [],
        private float $milliseconds = 0.0,
    ) {
    }

    /** “120 ticks (125 ms) later”, earlier below 0. */
    public static function ticks(int $ticks, float $milliseconds): self
    {
        return new self('ticks', $ticks, [], $milliseconds);
    }

    /** “up 2 semitones”, down below 0. */
    public static function up(int $size, string $unit): self
    {
        return new self('up', $size, [$unit]);
    }

    /** “8 louder”, “8 softer” below 0. */
    public static function levels(int $size, string $above, string $below): self
    {
        return new self('levels', $size, [$above, $below]);
    }

    /** Both in a row; null where they do not measure the same. */
    public function plus(self $next): ?self
    {
        // Up and down by degrees or rows need not come back to where it began: both are told.
        $isExact = $this->kind !== 'up' || in_array($this->words[0], ['semitone', 'octave'], true)
            || $this->size * $next->size > 0;

        return $this->kind !== $next->kind || $this->words !== $next->words || ! $isExact
            ? null
            : new self($this->kind, $this->size + $next->size, $this->words, $this->milliseconds + $next->milliseconds);
    }

    public function __toString(): string
    {
        $size = abs($this->size);
        $way = static fn (string $above, string $below): string => $above;
        if ($this->size < 0) {
            $way = static fn (string $above, string $below): string => $below;
        }

        return match ($this->kind) {
            'ticks' => $size === 0 ? 'back as before' : "{$size} ".($size === 1 ? 'tick' : 'ticks').' ('
                .Wording::milliseconds(abs($this->milliseconds)).') '.$way('later', 'earlier'),
            'up' => $size === 0 ? 'back as before' : $way('up', 'down')." {$size} {$this->words[0]}"
                .($size === 1 ? '' : 's'),
            default => $size === 0 ? 'back as before' : "{$size} ".$way(...$this->words),
        };
    }

    /** @return array{string, int, list<string>, float} for storing */
    public function toArray(): array
    {
        return [$this->kind, $this->size, $this->words, $this->milliseconds];
    }

    /** @param  array{string, int, list<string>, float|int}  $stored */
    public static function fromArray(array $stored): self
    {
        return new self($stored[0], $stored[1], $stored[2], (float) $stored[3]);
    }
}

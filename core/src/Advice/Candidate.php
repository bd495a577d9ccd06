<?php

declare(strict_types=1);

namespace Jactonic\Core\Advice;

use Jactonic\Core\Time\Grid;

/** How well one grid fits the timing of some notes. */
final readonly class Candidate
{
    /**
     * @param  float  $mean  distance from the lines in % of half the gap there, over all notes
     * @param  float  $largest  the largest of these distances, likewise
     * @param  int  $collisions  how many notes would fall together with another of their pitch
     */
    public function __construct(
        public Grid $grid,
        public float $mean,
        public float $largest,
        public int $collisions,
        public float $far,
    ) {
    }

    /** Whether it runs nothing together and lies near the notes. */
    public function fits(): bool
    {
        return $this->collisions === 0 && $this->mean < Advice::NEAR && $this->far <= Advice::FEW;
    }

    /** The quantize that takes the notes there. */
    public function line(): string
    {
        return "quantize grid={$this->grid} swing={$this->grid->swing}";
    }

    /** “1/16, swing 58”. */
    public function name(): string
    {
        return $this->grid.($this->grid->swing > 0 ? ", swing {$this->grid->swing}" : '');
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'grid' => (string) $this->grid, 'swing' => $this->grid->swing, 'name' => $this->name(),
            'line' => $this->line(),
            'mean' => round($this->mean, 1), 'largest' => round($this->largest, 1), 'collisions' => $this->collisions,
            'fits' => $this->fits(),
        ];
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\History;

use Jactonic\Core\Errors\BadInput;

/**
 * How the steps of a song hang together: several with one parent are branches. Nothing that was undone is thrown away;
 * only a repeat that comes back to where it began leaves no step.
 */
final readonly class Tree
{
    /** @param  array<int, int|null>  $parents  the step before each one, null at the beginning */
    private function __construct(private array $parents)
    {
    }

    /** @param  array<int, int|null>  $parents  by the id of the step */
    public static function of(array $parents): self
    {
        return new self($parents);
    }

    /**
     * The steps from the song as it came in to one of them, the first one first.
     *
     * @return list<int>
     *
     * @throws BadInput where there is no such step
     */
    public function pathTo(?int $step): array
    {
        if ($step !== null && ! array_key_exists($step, $this->parents)) {
            throw new BadInput("This song has no step {$step} in its history.");
        }
        $path = [];
        for (; $step !== null; $step = $this->parents[$step] ?? null) {
            $path[] = $step;
        }

        return array_reverse($path);
    }

    /**
     * The way from one step to another, over branches too: which are taken back, in order, and which are done again.
     *
     * @return array{back: list<int>, forth: list<int>}
     *
     * @throws BadInput where there is no such step
     */
    public function way(?int $from, ?int $to): array
    {
        $here = $this->pathTo($from);
        $there = $this->pathTo($to);

        return [
            'back' => array_reverse(array_values(array_diff($here, $there))),
            'forth' => array_values(array_diff($there, $here)),
        ];
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

/** What was understood of something said: the lines it means, and which of its words were left. */
final readonly class Understood
{
    /**
     * @param  list<string>  $lines  edit lines and commands of the screen; none where nothing was understood
     * @param  list<array{int, int}>  $left  from and to, in characters, of the words that were not
     * @param  string  $problem  why what was understood cannot be done, such as a value out of its range; '' where
     *     it can
     * @param  float  $cost  how far it is from what was said: near 0 where each word counts
     */
    public function __construct(
        public array $lines,
        public array $left,
        public string $problem = '',
        public float $cost = 0.0,
    ) {
    }

    /** Whether every word of it was understood. */
    public function isWhole(): bool
    {
        return $this->lines !== [] && $this->left === [] && $this->problem === '';
    }
}

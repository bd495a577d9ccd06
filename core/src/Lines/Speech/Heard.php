<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

/** One way in which a pattern fits what was said. */
final readonly class Heard
{
    /**
     * @param  array<string, string>  $values  what was filled in, by label
     * @param  list<int>  $left  the places of words that it does not take
     */
    public function __construct(
        public Pattern $pattern,
        public array $values,
        public Who $who,
        public array $left,
        public float $cost,
    ) {
    }
}

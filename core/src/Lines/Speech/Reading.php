<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

/** What some words in a row mean in one place: as a line writes it. */
final readonly class Reading
{
    /**
     * @param  int  $length  how many words it is
     * @param  string  $value  as it stands in a line
     * @param  float  $cost  how much worse it is than another
     */
    public function __construct(
        public int $length,
        public string $value,
        public float $cost = 0.0,
    ) {
    }
}

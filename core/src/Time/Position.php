<?php

declare(strict_types=1);

namespace Jactonic\Core\Time;

use Jactonic\Core\Errors\BadInput;

/** A place in a song as a musician counts it: bar and beat from 1, ticks within the beat from 0. */
final readonly class Position
{
    public function __construct(
        public int $bar,
        public int $beat,
        public int $tick,
    ) {
    }

    /** @throws BadInput unless the text is bar, bar.beat or bar.beat.tick */
    public static function parse(string $text): self
    {
        if (preg_match('/^(\d{1,7})(?:\.(\d{1,3}))?(?:\.(\d{1,6}))?$/', $text, $found) !== 1 || (int) $found[1] < 1) {
            throw new BadInput("“{$text}” is no position; write bar.beat.tick, such as 5.1.0.");
        }

        return new self((int) $found[1], max(1, (int) ($found[2] ?? 1)), (int) ($found[3] ?? 0));
    }

    public function __toString(): string
    {
        return "{$this->bar}.{$this->beat}.{$this->tick}";
    }
}

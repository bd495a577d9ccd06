<?php

declare(strict_types=1);

namespace Jactonic\Core\Context;

use Jactonic\Core\Time\Amount;

/** How long and how loud notes are that are put in, where the line says nothing else. */
final readonly class NewNote
{
    public const VELOCITY = 96;

    /** @param  int  $velocity  1–127 */
    public function __construct(
        public Amount $length,
        public int $velocity = self::VELOCITY,
    ) {
    }

    /** As long as a step of the grid. */
    public static function ofTheGrid(): self
    {
        return new self(Amount::parse('grid'));
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes;

use Jactonic\Core\Errors\BadInput;

/**
 * How many lines a script runs together, those of recipes within recipes included: counted as they are read, before any
 * is run.
 */
final class ScriptLength
{
    private const MOST = 1_000;

    private int $lines = 0;

    /** @throws BadInput where it is one too many */
    public function add(): void
    {
        if (++$this->lines > self::MOST) {
            throw new BadInput(
                'These lines run more than '.number_format(self::MOST)
                    .' lines together, recipes within recipes included. Run fewer of them, or recipes that call fewer '
                    .'others.',
            );
        }
    }
}

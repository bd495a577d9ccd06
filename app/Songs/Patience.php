<?php

declare(strict_types=1);

namespace App\Songs;

use Closure;
use Jactonic\Core\Errors\EditRefused;

/** How long a script may run, and how much memory it may take, recipes within recipes included. */
final class Patience
{
    private const SECONDS = 10;

    private const BYTES = 640 * 1024 * 1024;

    /** @return Closure(): void called before each line */
    public static function begin(): Closure
    {
        $until = hrtime(true) + self::SECONDS * 1_000_000_000;

        return static function () use ($until): void {
            if (hrtime(true) > $until) {
                throw new EditRefused(
                    'These lines take longer than '.self::SECONDS
                        .' seconds together. Run fewer of them, or on fewer notes.',
                );
            }
            if (memory_get_usage() > self::BYTES) {
                throw new EditRefused(
                    'These lines take more memory than there is. Run fewer of them, or on fewer notes.',
                );
            }
        };
    }
}

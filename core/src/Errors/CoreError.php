<?php

declare(strict_types=1);

namespace Jactonic\Core\Errors;

use RuntimeException;

/**
 * Anything the core refuses. The message is written for a producer: what was wrong and what would work.
 */
abstract class CoreError extends RuntimeException
{
    /** @param  array<string, mixed>  $data what a caller needs to act on the refusal, e.g. the allowed names */
    public function __construct(string $message, public readonly array $data = [])
    {
        parent::__construct($message);
    }
}

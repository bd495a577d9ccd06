<?php

declare(strict_types=1);

namespace App;

use Closure;
use Illuminate\Http\JsonResponse;
use RuntimeException;

/** Another window changed something first. Nothing was changed; the answer carries how it is now. */
final class ChangedElsewhere extends RuntimeException
{
    /**
     * @param  Closure(): array<string, mixed>  $now  how it is, read when the answer is made: outside of what was
     *     broken off
     */
    public function __construct(string $message, private readonly Closure $now)
    {
        parent::__construct($message);
    }

    public function render(): JsonResponse
    {
        return new JsonResponse(['error' => ['message' => $this->getMessage()]] + ($this->now)(), 409);
    }
}

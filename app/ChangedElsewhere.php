<?php

declare(strict_types=1);

namespace App;

use Illuminate\Http\JsonResponse;
use RuntimeException;

/** Another window changed something first. Nothing was changed; the answer carries how it is now. */
final class ChangedElsewhere extends RuntimeException
{
    /** @param  array<string, mixed>  $now */
    public function __construct(string $message, private readonly array $now)
    {
        parent::__construct($message);
    }

    public function render(): JsonResponse
    {
        return new JsonResponse(['error' => ['message' => $this->getMessage()]] + $this->now, 409);
    }
}

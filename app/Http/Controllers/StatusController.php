<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use Illuminate\Http\JsonResponse;

/** The smallest answer there is: shows that the program runs, and what a request costs that does nothing. */
final readonly class StatusController
{
    public function __invoke(): JsonResponse
    {
        return new JsonResponse(['status' => 'ready']);
    }
}

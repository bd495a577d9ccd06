<?php

declare(strict_types=1);

namespace App\Clips;

use App\Models\Clip;
use Illuminate\Http\JsonResponse;
use RuntimeException;

/** Another writer changed the clip first. Nothing was changed; the answer carries the clip as it is now. */
final class Conflict extends RuntimeException
{
    public function __construct(private readonly Clip $clip)
    {
        parent::__construct('The clip was changed in another window. Its present state is shown; try again.');
    }

    public function render(): JsonResponse
    {
        return new JsonResponse([
            'error' => ['message' => $this->getMessage()],
            'clip' => ClipState::whole($this->clip),
        ], 409);
    }
}

<?php

declare(strict_types=1);

namespace App\Songs;

use Illuminate\Http\JsonResponse;
use RuntimeException;

/** Another writer changed an open clip first. Nothing was changed; the answer carries the song as it is now. */
final class Conflict extends RuntimeException
{
    public function __construct(
        private readonly int $song,
        private readonly Standing $standing,
    ) {
        parent::__construct('This part was changed in another window. Its present state is shown.');
    }

    public function render(): JsonResponse
    {
        return new JsonResponse([
            'error' => ['message' => $this->getMessage()],
            'song' => app(SongView::class)->open($this->song, $this->standing->open, $this->standing->front),
        ], 409);
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Clips\ClipEditor;
use App\Clips\ClipState;
use App\Http\Requests\EditRequest;
use App\Models\Clip;
use Illuminate\Http\JsonResponse;

final readonly class ClipController
{
    public function __construct(private ClipEditor $editor)
    {
    }

    public function show(Clip $clip): JsonResponse
    {
        return new JsonResponse(ClipState::whole($clip));
    }

    public function edit(int $clip, EditRequest $request): JsonResponse
    {
        $state = $this->editor->run($clip, $request->revision(), $request->lines(), $request->selection(), $request->context());

        return new JsonResponse($state->toArray());
    }

    public function undo(int $clip, EditRequest $request): JsonResponse
    {
        return new JsonResponse($this->editor->undo($clip, $request->revision())->toArray());
    }

    public function redo(int $clip, EditRequest $request): JsonResponse
    {
        return new JsonResponse($this->editor->redo($clip, $request->revision())->toArray());
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Clips\ClipEditor;
use App\Clips\ClipState;
use App\Clips\History;
use App\Http\Requests\EditRequest;
use App\Models\Clip;
use App\Models\HistoryStep;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Jactonic\Core\Advice\Advice;
use Jactonic\Core\Errors\BadInput;

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
        $said = [$clip, $request->revision(), $request->lines(), $request->selection(), $request->context()];

        return new JsonResponse(($request->isDry() ? $this->editor->preview(...$said) : $this->editor->run(...$said))->toArray());
    }

    /** Reads the timing of the selection, or of all notes. */
    public function advice(int $clip, EditRequest $request): JsonResponse
    {
        $found = Clip::inSong($clip);

        return new JsonResponse(Advice::on($found->notes, $request->selection(), $request->context()->for($found))->toArray());
    }

    /** The notes that meet conditions. */
    public function choose(int $clip, EditRequest $request): JsonResponse
    {
        $found = Clip::inSong($clip);

        return new JsonResponse(['selection' => $request->where()->choose($found->notes, $request->context()->for($found))->ids]);
    }

    public function history(int $clip): JsonResponse
    {
        return new JsonResponse(History::of(Clip::inSong($clip)));
    }

    public function goTo(int $clip, EditRequest $request): JsonResponse
    {
        $said = [$clip, $request->revision(), $request->step()];

        return new JsonResponse(($request->isDry() ? $this->editor->previewStep(...$said) : $this->editor->goTo(...$said))->toArray());
    }

    public function nameStep(int $clip, int $step, Request $request): JsonResponse
    {
        $name = $request->json('name');
        if (! is_string($name) || mb_strlen($name) > 80) {
            throw new BadInput('name takes a text of at most 80 characters; an empty one takes the name away.');
        }
        HistoryStep::query()->where('clip_id', $clip)->findOrFail($step)->update(['name' => trim($name) === '' ? null : trim($name)]);

        return new JsonResponse(History::of(Clip::inSong($clip)));
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

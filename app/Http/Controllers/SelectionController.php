<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\EditRequest;
use App\Models\SongRecord;
use App\Songs\Store\KeptSelections;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Jactonic\Core\Errors\BadInput;

/** Selections that have a name. */
final readonly class SelectionController
{
    /** The notes of one of them. */
    public function show(SongRecord $song, Request $request, KeptSelections $kept): JsonResponse
    {
        $name = $request->query('name');

        return new JsonResponse(['selection' => $kept->find($song->id, is_string($name) ? $name : '')]);
    }

    /** Keeps the selection that is sent under a name; an empty one takes the name away. */
    public function keep(SongRecord $song, Request $request, EditRequest $edit, KeptSelections $kept): JsonResponse
    {
        $name = $request->json('name');
        if (! is_string($name)) {
            throw new BadInput('A kept selection takes a name.');
        }

        return new JsonResponse(['selections' => (object) $kept->keep($song->id, $name, $edit->selected())]);
    }
}

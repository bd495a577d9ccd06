<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Songs\RowNamesInput;
use App\Songs\SongStore;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Str;
use Jactonic\Core\Song\RowNamesFile;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Names of rows as a file, in and out. */
final readonly class RowNamesController
{
    /** Reads a file, and answers with the line that gives a track its names. */
    public function read(Request $request): JsonResponse
    {
        $text = $request->json('text');

        return new JsonResponse(['line' => RowNamesInput::line(is_string($text) ? $text : '')]);
    }

    public function export(SongStore $store, int $song, int $track): Response
    {
        $found = $store->whole($song, [])->song->tracks[$track] ?? throw new NotFoundHttpException('There is no such track.');

        return new Response(RowNamesFile::write($found->rowNames(), $found->name), 200, [
            'Content-Type' => 'application/json',
            'Content-Disposition' => 'attachment; filename="'.(Str::slug($found->name) ?: 'track').'.row-names.json"',
        ]);
    }
}

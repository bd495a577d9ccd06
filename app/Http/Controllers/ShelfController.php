<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\ShelfRequest;
use App\Models\KeptPhrase;
use App\Shelf\Shelf;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Str;

/** The shelf: phrases kept for later, and taken. */
final readonly class ShelfController
{
    public function __construct(private Shelf $shelf)
    {
    }

    public function index(): JsonResponse
    {
        return new JsonResponse(['phrases' => Shelf::all()]);
    }

    public function store(ShelfRequest $request): JsonResponse
    {
        return new JsonResponse(['id' => $this->shelf->keep($request->item()), 'phrases' => Shelf::all()], 201);
    }

    public function update(int $phrase, ShelfRequest $request): JsonResponse
    {
        $this->shelf->rename($phrase, $request->name(), $request->tags());

        return $this->index();
    }

    public function destroy(int $phrase): JsonResponse
    {
        KeptPhrase::query()->findOrFail($phrase)->delete();

        return $this->index();
    }

    /** A phrase to be heard or pasted, in another key where one is asked for. */
    public function show(int $phrase, ShelfRequest $request): JsonResponse
    {
        return new JsonResponse(['phrase' => KeptPhrase::query()->findOrFail($phrase)->item()->phrase($request->key())->toArray()]);
    }

    public function export(int $phrase): Response
    {
        $kept = KeptPhrase::query()->findOrFail($phrase);

        return new Response($kept->file, 200, [
            'Content-Type' => 'audio/midi',
            'Content-Disposition' => 'attachment; filename="'.(Str::slug($kept->name) ?: 'phrase').'.mid"',
        ]);
    }

    public function import(ShelfRequest $request): JsonResponse
    {
        $problems = $this->shelf->import($request->files());

        return new JsonResponse(['problems' => $problems, 'phrases' => Shelf::all()], 201);
    }
}

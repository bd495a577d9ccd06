<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Once;
use App\Http\Requests\ShelfRequest;
use App\Models\KeptPhrase;
use App\Shelf\Shelf;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Str;

/** The shelf: phrases kept for later, and taken. */
final readonly class ShelfController
{
    public function __construct(
        private Shelf $shelf,
        private Once $once,
    ) {
    }

    public function index(): JsonResponse
    {
        return new JsonResponse(['phrases' => Shelf::all()]);
    }

    public function store(ShelfRequest $request): JsonResponse
    {
        $item = $request->item();
        $made = $this->once->make('shelf', fn (): array => ['id' => $this->shelf->keep($item)]);

        return new JsonResponse($made + ['phrases' => Shelf::all()], 201);
    }

    public function update(int $phrase, ShelfRequest $request): JsonResponse
    {
        $this->shelf->rename($phrase, $request->name(), $request->tags(), $request->revision());

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
        return new JsonResponse([
            'phrase' => KeptPhrase::query()->findOrFail($phrase)->item()->phrase($request->key())->toArray(),
        ]);
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
        ['items' => $items, 'problems' => $problems] = Shelf::read($request->files());
        $made = $this->once->make('shelf', function () use ($items, $problems): array {
            $this->shelf->takeIn($items);

            return ['problems' => array_values($problems)];
        });

        return new JsonResponse($made + ['phrases' => Shelf::all()], 201);
    }
}

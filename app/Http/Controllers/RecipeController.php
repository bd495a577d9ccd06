<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Once;
use App\Models\KeptRecipe;
use App\Recipes\RecipeBook;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Recipes\Recipe;
use Jactonic\Core\Recipes\RecipeFile;

final readonly class RecipeController
{
    public function __construct(
        private RecipeBook $book,
        private Once $once,
    ) {
    }

    public function index(): JsonResponse
    {
        return $this->everything();
    }

    public function store(Request $request): JsonResponse
    {
        $recipe = Recipe::fromArray($request->json()->all());
        $made = $this->once->make('recipes', fn (): array => ['id' => $this->book->keep($recipe, null)]);

        return new JsonResponse($made + ['recipes' => RecipeBook::all()], 201);
    }

    public function update(int $recipe, Request $request): JsonResponse
    {
        $revision = $request->json('revision');
        if ($revision !== null && ! is_int($revision)) {
            throw new BadInput('revision takes the one that was seen.');
        }
        $this->book->keep(Recipe::fromArray($request->json()->all()), $recipe, $revision);

        return $this->everything();
    }

    public function destroy(int $recipe): JsonResponse
    {
        $this->book->delete($recipe);

        return $this->everything();
    }

    public function order(Request $request): JsonResponse
    {
        $this->book->order(self::numbers(
            $request->json('ids'), 'ids takes the numbers of the recipes in their new order.',
        ));

        return $this->everything();
    }

    public function export(Request $request): Response
    {
        $ids = $request->query('ids');
        $only = array_map(
            intval(...),
            array_values(array_filter(
                explode(',', is_string($ids) ? $ids : ''),
                static fn (string $id): bool => preg_match('/^\d{1,18}$/D', $id) === 1,
            )),
        );
        $recipes = array_map(static fn (KeptRecipe $kept): Recipe => $kept->recipe(), KeptRecipe::inOrder($only));

        return new Response(RecipeFile::write($recipes), 200, [
            'Content-Type' => 'application/json',
            'Content-Disposition' => 'attachment; filename="jactonic.recipes.json"',
        ]);
    }

    public function import(Request $request): JsonResponse
    {
        $text = $request->json('text');
        $made = $this->once->make(
            'recipes',
            fn (): array => ['problems' => $this->book->import(RecipeFile::read(is_string($text) ? $text : ''))],
        );

        return new JsonResponse($made + ['recipes' => RecipeBook::all()], 201);
    }

    private function everything(): JsonResponse
    {
        return new JsonResponse(['recipes' => RecipeBook::all()]);
    }

    /** @return list<int> */
    private static function numbers(mixed $value, string $otherwise): array
    {
        if (! is_array($value) || count($value) > RecipeFile::MOST || array_filter($value, is_int(...)) !== $value) {
            throw new BadInput($otherwise);
        }

        return array_values($value);
    }
}

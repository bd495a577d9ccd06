<?php

declare(strict_types=1);

namespace App\Recipes;

use App\ChangedElsewhere;
use App\Keys\KnownLines;
use App\Models\KeptRecipe;
use Closure;
use Illuminate\Database\Connection;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Recipes\Recipe;
use Jactonic\Core\Recipes\RecipeFile;

/** The recipes and rules that are kept: read, written, put in order, taken out and in as files. */
final readonly class RecipeBook
{
    public function __construct(
        private Connection $database,
        private KnownLines $lines,
    ) {
    }

    /** @return list<array<string, mixed>> in their order */
    public static function all(): array
    {
        return array_map(
            static fn (KeptRecipe $kept): array => ['id' => $kept->id, 'revision' => $kept->revision] + $kept->recipe()->toArray(),
            KeptRecipe::inOrder(),
        );
    }

    /** The recipes that ship with the program. */
    public static function shipped(): RecipeFile
    {
        return RecipeFile::read((string) file_get_contents(resource_path('recipes/shipped.json')));
    }

    /**
     * Keeps a recipe, in place of the one with that id where there is one.
     *
     * @param  int|null  $seen  the revision of that one the change began from; null where it is not compared
     *
     * @throws ChangedElsewhere where another window changed it first
     * @throws BadInput where a line cannot be run or the name is taken; then everything is as it was
     */
    public function keep(Recipe $recipe, ?int $id, ?int $seen = null): int
    {
        return $this->writing(function () use ($recipe, $id, $seen): int {
            if (KeptRecipe::query()->where('name', $recipe->name)->where('id', '!=', $id ?? 0)->exists()) {
                throw new BadInput("There is a recipe “{$recipe->name}” already; take another name.");
            }
            if ($id === null) {
                $id = KeptRecipe::add($recipe)->id;
            } else {
                $kept = KeptRecipe::query()->findOrFail($id);
                if ($seen !== null && $seen !== $kept->revision) {
                    throw new ChangedElsewhere("“{$kept->name}” was changed in another window. Its present state is shown.", ['recipes' => self::all()]);
                }
                $kept->replace($recipe);
            }
            // Read as it will be run: so it never runs itself, however deep.
            $this->lines->script(['recipe name="'.$recipe->name.'"']);

            return $id;
        });
    }

    public function delete(int $id): void
    {
        KeptRecipe::query()->findOrFail($id)->delete();
    }

    /** @param  list<int>  $ids  in their new order */
    public function order(array $ids): void
    {
        $this->writing(static function () use ($ids): void {
            if (KeptRecipe::query()->whereIn('id', $ids)->count() !== count($ids)) {
                throw new ChangedElsewhere('A recipe of this folder was taken out in another window. Its present state is shown.', ['recipes' => self::all()]);
            }
            foreach ($ids as $position => $id) {
                KeptRecipe::query()->whereKey($id)->update(['position' => $position]);
            }
        });
    }

    /**
     * Takes recipes in beside those there are; one whose name is taken gets a number.
     *
     * @return list<string> what could not be understood, and was left out
     */
    public function import(RecipeFile $file): array
    {
        return $this->writing(function () use ($file): array {
            $problems = $file->problems;
            foreach ($file->recipes as $recipe) {
                $wrong = array_filter(array_map($this->lines->problemOf(...), $recipe->lines));
                if ($wrong === []) {
                    KeptRecipe::add(Recipe::fromArray(['name' => self::freeName($recipe->name)] + $recipe->toArray()));
                } else {
                    $problems[] = "“{$recipe->name}”: ".implode(' ', $wrong);
                }
            }

            return $problems;
        });
    }

    /**
     * One transaction that begins with the lock for writing: writers queue up, as `SongStore` has it.
     *
     * @template T
     *
     * @param  Closure(): T  $write
     * @return T
     */
    private function writing(Closure $write): mixed
    {
        return $this->database->transaction(function () use ($write): mixed {
            $this->database->update('update recipes set position = position where id = 0');

            return $write();
        });
    }

    private static function freeName(string $name): string
    {
        $free = $name;
        for ($k = 2; KeptRecipe::query()->where('name', $free)->exists(); $k++) {
            $free = "{$name} {$k}";
        }

        return $free;
    }
}

<?php

declare(strict_types=1);

namespace App\Recipes;

use App\ChangedElsewhere;
use App\Data\Writing;
use App\Lines\KnownLines;
use App\Models\KeptRecipe;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Recipes\Recipe;
use Jactonic\Core\Recipes\RecipeFile;

/** The recipes and rules that are kept: read, written, put in order, taken out and in as files. */
final readonly class RecipeBook
{
    public function __construct(
        private Writing $writing,
        private KnownLines $lines,
    ) {
    }

    /** @return list<array<string, mixed>> in their order */
    public static function all(): array
    {
        return array_map(
            static fn (KeptRecipe $kept): array => [
                'id' => $kept->id, 'revision' => $kept->revision,
            ] + $kept->recipe()->toArray(),
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
        return $this->writing->together(function () use ($recipe, $id, $seen): int {
            if (KeptRecipe::query()->where('name', $recipe->name)->where('id', '!=', $id ?? 0)->exists()) {
                throw new BadInput("There is a recipe “{$recipe->name}” already; take another name.");
            }
            if ($id === null) {
                self::checkRoom(KeptRecipe::query()->count() + 1);
                $id = KeptRecipe::add($recipe)->id;
            } else {
                $kept = KeptRecipe::query()->findOrFail($id);
                if ($seen !== null && $seen !== $kept->revision) {
                    throw new ChangedElsewhere(
                        "“{$kept->name}” was changed in another window.",
                        static fn (): array => ['recipes' => self::all()],
                    );
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
        $this->writing->together(static function () use ($ids): void {
            if (KeptRecipe::query()->whereIn('id', $ids)->count() !== count($ids)) {
                throw new ChangedElsewhere(
                    'A recipe of this folder was taken out in another window. Its present state is shown.',
                    static fn (): array => ['recipes' => self::all()],
                );
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
        $problems = $file->problems;
        $fit = [];
        foreach ($file->recipes as $recipe) {
            $wrong = array_filter(array_map($this->lines->problemOf(...), $recipe->lines));
            if ($wrong === []) {
                $fit[] = $recipe;
            } else {
                $problems[] = "“{$recipe->name}”: ".implode(' ', $wrong);
            }
        }
        $this->writing->together(static function () use ($fit): void {
            /** @var array<string, int> $names */
            $names = KeptRecipe::query()->pluck('id', 'name')->all();
            self::checkRoom(count($names) + count($fit));
            foreach ($fit as $recipe) {
                $free = self::freeName($recipe->name, $names);
                $names[$free] = 0;
                KeptRecipe::add(Recipe::fromArray(['name' => $free] + $recipe->toArray()));
            }
        });

        return $problems;
    }

    /** @throws BadInput where more would be kept than there is room for */
    private static function checkRoom(int $count): void
    {
        if ($count > RecipeFile::MOST) {
            throw new BadInput(
                'There would be '.number_format($count).' recipes; at most '.number_format(RecipeFile::MOST)
                    .' are kept. Delete some first.',
            );
        }
    }

    /** @param  array<string, int>  $taken  by name */
    private static function freeName(string $name, array $taken): string
    {
        $free = $name;
        for ($k = 2; isset($taken[$free]); $k++) {
            $free = mb_substr($name, 0, Recipe::LONGEST_NAME - strlen(" {$k}"))." {$k}";
        }

        return $free;
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use Jactonic\Core\Recipes\Recipe;

/**
 * A recipe or a rule as it is kept, in its place in a folder.
 *
 * @property int $id
 * @property string $name
 * @property string $folder
 * @property int $position
 * @property array<string, mixed> $body
 * @property int $revision counts changes of it
 */
final class KeptRecipe extends Record
{
    protected $table = 'recipes';

    /** @var list<string> */
    protected $fillable = ['name', 'folder', 'position', 'body', 'revision'];

    /** @var array<string, string> */
    protected $casts = ['body' => 'array'];

    public function recipe(): Recipe
    {
        return Recipe::fromArray($this->body);
    }

    /** The recipe of that name; null where there is none. */
    public static function named(string $name): ?Recipe
    {
        return self::query()->where('name', $name)->first()?->recipe();
    }

    /** Puts a recipe at the end of its folder. */
    public static function add(Recipe $recipe): self
    {
        $last = self::query()->max('position');

        return self::query()->create(['position' => is_int($last) ? $last + 1 : 0] + self::columns($recipe));
    }

    public function replace(Recipe $recipe): void
    {
        $this->update(['revision' => $this->revision + 1] + self::columns($recipe));
    }

    /**
     * All of them, or those with some ids, in their order.
     *
     * @param  list<int>  $only
     * @return list<self>
     */
    public static function inOrder(array $only = []): array
    {
        $query = self::query()->orderBy('folder')->orderBy('position');
        /** @var list<self> $kept */
        $kept = ($only === [] ? $query : $query->whereIn('id', $only))->get()->all();

        return $kept;
    }

    /** @return array<string, mixed> */
    private static function columns(Recipe $recipe): array
    {
        return ['name' => $recipe->name, 'folder' => $recipe->folder, 'body' => $recipe->toArray()];
    }
}

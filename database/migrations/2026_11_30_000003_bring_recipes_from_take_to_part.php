<?php

declare(strict_types=1);

use App\Models\KeptRecipe;
use App\Recipes\RecipeBook;
use Illuminate\Database\Migrations\Migration;

/** Recipes that came to those that ship after a database was made; one that has the name already stays as it is. */
return new class extends Migration
{
    public function up(): void
    {
        foreach (RecipeBook::shipped()->recipes as $recipe) {
            if ($recipe->folder === 'From take to part' && KeptRecipe::named($recipe->name) === null) {
                KeptRecipe::add($recipe);
            }
        }
    }
};

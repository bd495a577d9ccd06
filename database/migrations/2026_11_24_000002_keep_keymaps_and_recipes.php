<?php

declare(strict_types=1);

use App\Models\KeptRecipe;
use App\Recipes\RecipeBook;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('keymaps', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->text('logic');
            $table->string('base')->comment('the shipped map it came from, to which keys are put back');
            $table->json('bindings');
        });

        Schema::create('recipes', function (Blueprint $table): void {
            $table->id();
            $table->string('name')->unique();
            $table->string('folder')->default('');
            $table->unsignedInteger('position')->default(0);
            $table->json('body')->comment('as Recipe::toArray() gives it');
        });

        Schema::create('preferences', function (Blueprint $table): void {
            $table->string('name')->primary();
            $table->string('value');
        });

        // Those that ship are put in once: what is deleted stays deleted.
        foreach (RecipeBook::shipped()->recipes as $recipe) {
            KeptRecipe::add($recipe);
        }
    }

    public function down(): void
    {
        foreach (['keymaps', 'recipes', 'preferences'] as $table) {
            Schema::dropIfExists($table);
        }
    }
};

<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Keys\Keymaps;
use App\Keys\ViewCommands;
use App\Recipes\RecipeBook;
use Illuminate\Http\JsonResponse;
use Jactonic\Core\Conditions\Conditions;
use Jactonic\Core\Edits\Catalog;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Time\Grid;

final readonly class CatalogController
{
    /** Everything that can be pressed: edits, commands of the view, recipes, the keys they lie on; the scales, and the way from grid to grid. */
    public function __invoke(Catalog $catalog, Keymaps $keymaps): JsonResponse
    {
        return new JsonResponse([
            'edits' => array_map(static fn (Declaration $declaration): array => $declaration->describe(), $catalog->declarations()),
            'view' => ViewCommands::all(),
            'keymap' => $keymaps->show($keymaps->inUse()),
            'recipes' => RecipeBook::all(),
            'conditions' => Conditions::NAMES,
            'scales' => array_keys(Scale::SHAPES),
            'grids' => Grid::ways(),
        ]);
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Keys\Keymap;
use Illuminate\Http\JsonResponse;
use Jactonic\Core\Edits\Catalog;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Pitch\Scale;

final readonly class CatalogController
{
    /** Everything that can be pressed: the edits, the commands of the view, the keys they lie on, and the scales. */
    public function __invoke(Catalog $catalog): JsonResponse
    {
        return new JsonResponse([
            'edits' => array_map(static fn (Declaration $declaration): array => $declaration->describe(), $catalog->declarations()),
            'view' => Keymap::viewCommands(),
            'keys' => Keymap::standard()->bindings,
            'scales' => array_keys(Scale::SHAPES),
        ]);
    }
}

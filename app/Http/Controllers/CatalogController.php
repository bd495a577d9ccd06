<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Keys\CatalogView;
use Illuminate\Http\JsonResponse;

final readonly class CatalogController
{
    public function __invoke(CatalogView $view): JsonResponse
    {
        return new JsonResponse($view->whole());
    }
}

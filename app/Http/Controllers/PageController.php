<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use Illuminate\Http\Response;

/** The one page of the program, as the build made it. */
final readonly class PageController
{
    public function __invoke(): Response
    {
        $page = @file_get_contents(public_path('build/index.html'));

        return $page === false
            ? new Response(
                'The interface has not been built yet. Run ./start, which does it.', 503,
                ['Content-Type' => 'text/plain; charset=utf-8'],
            )
            : new Response($page, 200, ['Cache-Control' => 'no-cache']);
    }
}

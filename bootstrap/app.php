<?php

declare(strict_types=1);

use App\Http\Middleware\OwnPages;
use App\Http\Refusals;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;

return Application::configure(basePath: dirname(__DIR__))
    ->withRouting(
        web: __DIR__.'/../routes/web.php',
        api: __DIR__.'/../routes/api.php',
    )
    ->withCommands([__DIR__.'/../app/Console/Commands'])
    ->withMiddleware(function (Middleware $middleware): void {
        // Nothing trims or rewrites input: a selection of 10,000 ids is walked once, by the request that reads it.
        $middleware->use([OwnPages::class]);
        $middleware->group('web', []);
        $middleware->group('api', [Illuminate\Routing\Middleware\SubstituteBindings::class]);
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        Refusals::register($exceptions);
    })
    ->create();

<?php

declare(strict_types=1);

return [
    'name' => 'Jactonic',
    'env' => env('APP_ENV', 'production'),
    'debug' => (bool) env('APP_DEBUG', false),
    'url' => env('APP_URL', 'http://127.0.0.1:8080'),
    'key' => env('APP_KEY'),
    'timezone' => 'UTC',

    // Only what is used is loaded: an empty request takes a third of the time of one with all of the framework.
    'providers' => [
        Illuminate\Cache\CacheServiceProvider::class,
        Illuminate\Database\DatabaseServiceProvider::class,
        Illuminate\Database\MigrationServiceProvider::class,
        Illuminate\Filesystem\FilesystemServiceProvider::class,
        Illuminate\Foundation\Providers\ComposerServiceProvider::class,
        Illuminate\Foundation\Providers\FoundationServiceProvider::class,
        App\Providers\AppServiceProvider::class,
        App\Providers\CommandsProvider::class,
    ],
];

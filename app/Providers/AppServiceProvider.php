<?php

declare(strict_types=1);

namespace App\Providers;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\ServiceProvider;
use Jactonic\Core\Lines\Catalog;
use PDO;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->singleton(
            Catalog::class,
            static fn (): Catalog => Catalog::standard(static fn (int $most): int => random_int(0, $most)),
        );

        $database = getenv('DB_DATABASE');
        if (is_string($database) && $database !== '') {
            // What the environment says holds, also where the configuration was cached for another one.
            config(['database.connections.sqlite.database' => $database]);
        }
        if (PHP_SAPI === 'fpm-fcgi') {
            // A worker keeps its connection: the last one to close would write the whole log back into the database.
            config(['database.connections.sqlite.options' => [PDO::ATTR_PERSISTENT => true]]);
        }
    }

    public function boot(): void
    {
        Model::preventAccessingMissingAttributes();
        Model::preventLazyLoading(! $this->app->environment('production'));
        Model::unguard();
    }
}

<?php

declare(strict_types=1);

namespace App\Providers;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\ServiceProvider;
use Jactonic\Core\Edits\Catalog;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->singleton(Catalog::class, static fn (): Catalog => Catalog::standard());
    }

    public function boot(): void
    {
        Model::preventAccessingMissingAttributes();
        Model::preventLazyLoading(! $this->app->environment('production'));
        Model::unguard();
    }
}

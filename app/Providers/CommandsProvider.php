<?php

declare(strict_types=1);

namespace App\Providers;

use App\Console\ListCommands;
use Illuminate\Console\Application as Artisan;
use Illuminate\Foundation\Console\ConfigCacheCommand;
use Illuminate\Foundation\Console\ConfigClearCommand;
use Illuminate\Foundation\Console\RouteCacheCommand;
use Illuminate\Foundation\Console\RouteClearCommand;
use Illuminate\Foundation\Console\RouteListCommand;
use Illuminate\Support\ServiceProvider;

/** The commands of the framework that are of use here. The others need parts of it that are not loaded. */
final class CommandsProvider extends ServiceProvider
{
    private const OF_FILES = [
        ConfigCacheCommand::class, ConfigClearCommand::class, RouteCacheCommand::class, RouteClearCommand::class,
    ];

    public function register(): void
    {
        if (! $this->app->runningInConsole()) {
            return;
        }
        foreach (self::OF_FILES as $command) {
            $this->app->singleton($command, fn (): object => new $command($this->app->make('files')));
        }
        Artisan::starting(static function (Artisan $artisan): void {
            $artisan->setName('Jactonic, on Laravel');
            $artisan->add(new ListCommands);
        });
        $this->commands([...self::OF_FILES, RouteListCommand::class]);
    }
}

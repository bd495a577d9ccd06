<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Demo\LanternFerry;
use App\Songs\Store\SongWriter;
use Illuminate\Console\Command;

final class SeedDemo extends Command
{
    protected $signature = 'demo:song';

    protected $description = 'Puts the demo song “Lantern Ferry” into the database';

    protected $help = 'Example: php artisan demo:song';

    public function handle(SongWriter $store): int
    {
        $store->create(LanternFerry::NAME, (new LanternFerry)->song());
        $this->line('“'.LanternFerry::NAME.'” is in the song list.');

        return self::SUCCESS;
    }
}

<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Demo\LanternFerry;
use App\Songs\SongFiles;
use Illuminate\Console\Command;

final class SeedDemo extends Command
{
    protected $signature = 'demo:song';

    protected $description = 'Puts the demo song “Lantern Ferry” into the database';

    public function handle(SongFiles $files): int
    {
        $song = $files->import(LanternFerry::NAME, (new LanternFerry)->file());
        $song->key = 'D dorian';
        $song->save();
        $this->line('“'.LanternFerry::NAME.'” is in the song list.');

        return self::SUCCESS;
    }
}

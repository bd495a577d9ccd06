<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\DataCommand;
use App\Start\Upkeep;

final class CopyData extends DataCommand
{
    protected $signature = 'data:copy {to : the file to write; there must be none of that name}';

    protected $description = 'Copies the database with all songs and their history, and checks the copy; may run '
        .'beside the program';

    protected $help = 'Example: php artisan data:copy /media/stick/songs.sqlite';

    public function handle(Upkeep $upkeep): int
    {
        return $this->saying(function () use ($upkeep): iterable {
            $copy = $upkeep->database()->copyTo($this->argument('to'));
            yield "{$copy->path}: {$copy->holdings()}. The copy is whole.";
        });
    }
}

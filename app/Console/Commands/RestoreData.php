<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\DataCommand;
use App\Data\DatabaseFile;
use App\Data\DatabaseLock;
use App\Start\Upkeep;

final class RestoreData extends DataCommand
{
    protected $signature = 'data:restore {from : a copy of a database, also of an earlier version}';

    protected $description = 'Puts a copy in the place of the database, which is kept beside it; the program must be '
        .'stopped';

    protected $help = 'Example: php artisan data:restore '
        .'storage/copies/jactonic-1a2b3c4d-00007-2026-11-29-090000.sqlite';

    public function handle(Upkeep $upkeep): int
    {
        return $this->saying(function () use ($upkeep): iterable {
            $lock = DatabaseLock::take($upkeep->database()->path);
            yield $upkeep->restore(new DatabaseFile($this->argument('from')));
            $lock->release();
        });
    }
}

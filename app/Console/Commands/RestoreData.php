<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Data\DatabaseFile;
use App\Data\DatabaseLock;
use App\Data\DataFault;
use App\Data\Upkeep;
use Illuminate\Console\Command;

final class RestoreData extends Command
{
    protected $signature = 'data:restore {from : a copy of a database, also of an earlier version}';

    protected $description = 'Puts a copy in the place of the database, which is kept beside it; the program must be stopped';

    public function handle(Upkeep $upkeep): int
    {
        try {
            $lock = DatabaseLock::take($upkeep->database()->path);
            $this->line($upkeep->restore(new DatabaseFile($this->argument('from'))));
            $lock->release();
        } catch (DataFault $fault) {
            $this->error($fault->getMessage());

            return self::FAILURE;
        }

        return self::SUCCESS;
    }
}

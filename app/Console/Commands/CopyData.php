<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Data\DataFault;
use App\Data\Upkeep;
use Illuminate\Console\Command;

final class CopyData extends Command
{
    protected $signature = 'data:copy {to : the file to write; there must be none of that name}';

    protected $description = 'Copies the database with all songs and their history, and checks the copy; may run beside the program';

    public function handle(Upkeep $upkeep): int
    {
        try {
            $copy = $upkeep->database()->copyTo($this->argument('to'));
            $this->line("{$copy->path}: ".Upkeep::said($copy->counts()).'. The copy is whole.');
        } catch (DataFault $fault) {
            $this->error($fault->getMessage());

            return self::FAILURE;
        }

        return self::SUCCESS;
    }
}

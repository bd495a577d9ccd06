<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Data\DatabaseFile;
use App\Data\DataFault;
use App\Data\Upkeep;
use Illuminate\Console\Command;

final class CheckData extends Command
{
    protected $signature = 'data:check {file? : a database or a copy of one; left out, the program’s own}';

    protected $description = 'Says whether a database is whole, and what is in it; may run beside the program';

    public function handle(Upkeep $upkeep): int
    {
        $named = $this->argument('file');
        $file = is_string($named) ? new DatabaseFile($named) : $upkeep->database();
        $faults = $file->faults();
        try {
            $faults = $faults ?: $upkeep->unreadable($file);
        } catch (DataFault $fault) {
            $faults = [$fault->getMessage()];
        }
        foreach ($faults as $fault) {
            $this->error($fault);
        }
        if ($faults === []) {
            $this->line("{$file->path}: ".Upkeep::said($file->counts()).'. It is whole: every page, every clip and every step can be read.');
        }

        return $faults === [] ? self::SUCCESS : self::FAILURE;
    }
}

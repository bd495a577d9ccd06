<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\DataCommand;
use App\Data\DatabaseFile;
use App\Data\DataFault;
use App\Start\Upkeep;

final class CheckData extends DataCommand
{
    protected $signature = 'data:check {file? : a database or a copy of one; left out, the program’s own}';

    protected $description = 'Says whether a database is whole, and what is in it; may run beside the program';

    protected $help = 'Example: php artisan data:check storage/copies/jactonic-1a2b3c4d-00007-2026-11-29-090000.sqlite';

    public function handle(Upkeep $upkeep): int
    {
        return $this->saying(function () use ($upkeep): iterable {
            $named = $this->argument('file');
            $file = is_string($named) ? new DatabaseFile($named) : $upkeep->database();
            $faults = $file->faults() ?: $upkeep->unreadable($file);
            if ($faults !== []) {
                throw new DataFault(implode("\n", $faults));
            }
            yield "{$file->path}: {$file->holdings()}. It is whole: every page, every clip and every step can be read.";
        });
    }
}

<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\DataCommand;
use App\Data\DatabaseLock;
use App\Start\Upkeep;

final class PrepareData extends DataCommand
{
    protected $signature = 'data:prepare
        {--fresh : begin with a new database; the old one is kept beside it}
        {--no-demo : do not put the demo song into a new database}
        {--lock= : the number of an open file that holds the lock of the database from now on, as ./start has one}';

    protected $description = 'Makes the database ready: builds it, brings it up to date, checks and copies it';

    protected $help = 'Example: php artisan data:prepare --no-demo';

    public function handle(Upkeep $upkeep): int
    {
        return $this->saying(function () use ($upkeep): iterable {
            $descriptor = $this->option('lock');
            $lock = DatabaseLock::take($upkeep->database()->path, is_numeric($descriptor) ? (int) $descriptor : null);
            yield from $upkeep->prepare($this->option('fresh') === true, $this->option('no-demo') !== true);
            if ($descriptor === null) {
                $lock->release();
            }
        });
    }
}

<?php

declare(strict_types=1);

namespace App\Console;

use App\Data\DataFault;
use Closure;
use Illuminate\Console\Command;

/** A command on the database as a file: says what was done, or what a person has to do. */
abstract class DataCommand extends Command
{
    /** @param  Closure(): iterable<string>  $work  gives what was done, in lines */
    protected function saying(Closure $work): int
    {
        try {
            foreach ($work() as $line) {
                $this->line($line);
            }
        } catch (DataFault $fault) {
            $this->error($fault->getMessage());

            return self::FAILURE;
        }

        return self::SUCCESS;
    }
}

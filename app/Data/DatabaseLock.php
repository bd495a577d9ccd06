<?php

declare(strict_types=1);

namespace App\Data;

/**
 * Who has a database: a lock on a file beside it, held for as long as a program lives that serves it, however it ends.
 */
final class DatabaseLock
{
    /** @param  resource  $handle */
    private function __construct(private $handle)
    {
    }

    /**
     * @param  int|null  $descriptor  an open file of the program that called this one; it then holds the lock
     *
     * @throws DataFault where another program has it
     */
    public static function take(string $database, ?int $descriptor = null): self
    {
        $path = "{$database}.lock";
        $handle = @fopen($descriptor === null ? $path : "php://fd/{$descriptor}", 'c+');
        if ($handle === false) {
            throw new DataFault(
                'The folder '.dirname($database)
                    .' cannot be written. Nothing was changed; make it writable, or name another database with '
                    .'DB_DATABASE.',
            );
        }
        if (! flock($handle, LOCK_EX | LOCK_NB)) {
            $who = strtok((string) @file_get_contents($path), "\n");
            throw new DataFault(
                'This database is in use'.($who === false ? '' : " {$who}")
                    .'. Nothing was changed. Use that one, or stop it first; another database is named with '
                    .'DB_DATABASE.',
            );
        }

        return new self($handle);
    }

    public function release(): void
    {
        flock($this->handle, LOCK_UN);
        fclose($this->handle);
    }
}

<?php

declare(strict_types=1);

namespace App\Data;

use Closure;
use Illuminate\Database\Connection;

/** The one way of writing more than a row: a transaction that has the lock from its beginning. */
final readonly class Writing
{
    public function __construct(private Connection $database)
    {
    }

    /**
     * All that is written in it is there together or not at all. SQLite turns a transaction away that has read before
     * it writes when another one wrote in between, while writers that begin with the lock queue up.
     *
     * @template T
     *
     * @param  Closure(): T  $write
     * @return T
     */
    public function together(Closure $write): mixed
    {
        return $this->database->transaction(function () use ($write): mixed {
            if ($this->database->transactionLevel() === 1) {
                $this->database->update('update songs set id = id where id = 0');
            }

            return $write();
        });
    }
}

<?php

declare(strict_types=1);

namespace App\Data;

use RuntimeException;
use Throwable;

/** Something about the database that a person has to act on: what happened, what is safe, and what to do. */
final class DataFault extends RuntimeException
{
    /**
     * Results of SQLite (https://sqlite.org/rescode.html) that are no fault of the program, and what each means to a
     * person.
     */
    private const MEANINGS = [
        5 => 'The database is busy: another program works on it. Nothing was changed; try again.',
        8 => 'The database cannot be written: its file or its folder is read-only. Nothing was changed; make both '
                .'writable and try again.',
        10 => 'The disk could not be read or written. Nothing was changed, and what was acknowledged before is safe as '
                .'far as the disk kept it. Check the disk, then try again.',
        11 => 'The database is damaged. Nothing was changed. Stop the program; ./start says which good copy there is.',
        13 => 'The disk is full. Nothing was changed, and all that was acknowledged before is safe. Make room and try '
            .'again.',
        14 => 'The database cannot be opened. Nothing was changed; check that its file and folder belong to you and '
            .'can be read and written.',
        26 => 'The file is no database of this program. Nothing was changed. Stop the program; ./start says which good '
            .'copy there is.',
    ];

    /**
     * What an error of the database means where a person can act on it, by its code or its words; null where it is a
     * fault of the program.
     */
    public static function meaningOf(Throwable $error): ?string
    {
        for ($cause = $error; $cause !== null; $cause = $cause->getPrevious()) {
            $code = ($cause instanceof \PDOException ? ($cause->errorInfo[1] ?? null) : null) ?? match (true) {
                str_contains($cause->getMessage(), 'disk is full') => 13,
                str_contains($cause->getMessage(), 'malformed') => 11,
                str_contains($cause->getMessage(), 'not a database') => 26,
                str_contains($cause->getMessage(), 'readonly database') => 8,
                str_contains($cause->getMessage(), 'unable to open') => 14,
                str_contains($cause->getMessage(), 'disk I/O error') => 10,
                default => 0,
            };
            if (is_int($code) && isset(self::MEANINGS[$code & 0xFF])) {
                return self::MEANINGS[$code & 0xFF];
            }
        }

        return null;
    }

    /** Whether it says that the file itself is broken. */
    public static function saysDamaged(Throwable $error): bool
    {
        return in_array(self::meaningOf($error), [self::MEANINGS[11], self::MEANINGS[26]], true);
    }
}

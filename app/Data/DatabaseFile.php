<?php

declare(strict_types=1);

namespace App\Data;

use Closure;
use PDO;
use Throwable;

/**
 * A database as a file on the disk, looked at from outside: whether it is whole, what is in it, copied and put aside.
 */
final readonly class DatabaseFile
{
    private const COUNTED = ['songs', 'tracks', 'clips', 'steps', 'keymaps', 'recipes'];

    public function __construct(public string $path)
    {
    }

    /** What a database is called whose head cannot be read, or that was made before databases had an identity. */
    public const UNKNOWN = '00000000';

    /**
     * Where its head holds the number that is free for any use: https://sqlite.org/fileformat2.html#user_version_number
     */
    private const USER_VERSION_AT = 60;

    /** By what it and its copies are known from other databases: eight hexadecimal digits, read off its head. */
    public function identity(): string
    {
        $head = $this->exists() ? (string) @file_get_contents($this->path, length: self::USER_VERSION_AT + 4) : '';

        $isHead = str_starts_with($head, 'SQLite format 3') && strlen($head) === self::USER_VERSION_AT + 4;

        return $isHead ? bin2hex(substr($head, self::USER_VERSION_AT)) : self::UNKNOWN;
    }

    /**
     * Gives it an identity where it has none.
     *
     * @throws DataFault where it cannot be written
     */
    public function identify(): void
    {
        if ($this->identity() === self::UNKNOWN) {
            $number = random_int(1, 0x7FFFFFFF);
            // Into the file itself: what stands in its log is not read off its head.
            $this->reading(static fn (PDO $database): array => [
                $database->exec("pragma user_version = {$number}"),
                $database->exec('pragma wal_checkpoint(truncate)'),
            ]);
        }
    }

    /** Whether there is anything in it; an empty file is none. */
    public function exists(): bool
    {
        clearstatcache(true, $this->path);

        return is_file($this->path) && filesize($this->path) > 0;
    }

    /**
     * How many rows of each kind it holds.
     *
     * @return array<string, int>
     *
     * @throws DataFault where it cannot be read
     */
    public function counts(): array
    {
        return $this->reading(function (PDO $database): array {
            $tables = $this->column($database, "select name from sqlite_master where type = 'table'");
            $counts = [];
            foreach (array_intersect(self::COUNTED, $tables) as $table) {
                $counts[$table] = (int) $this->column($database, "select count(*) from {$table}")[0];
            }

            return $counts;
        });
    }

    /**
     * How much it holds, in words: “3 songs, 12 clips, 1 step”.
     *
     * @throws DataFault where it cannot be read
     */
    public function holdings(): string
    {
        return self::said($this->counts());
    }

    /** @param  array<string, int>  $counts */
    public static function said(array $counts): string
    {
        $parts = [];
        foreach (['songs' => 'song', 'clips' => 'clip', 'steps' => 'step'] as $table => $word) {
            $count = $counts[$table] ?? 0;
            $parts[] = number_format($count)." {$word}".($count === 1 ? '' : 's');
        }

        return implode(', ', $parts);
    }

    /**
     * The names of the migrations that made it what it is.
     *
     * @return list<string>
     *
     * @throws DataFault where it cannot be read
     */
    public function migrations(): array
    {
        return $this->reading(
            fn (PDO $database): array => $this->column(
                $database,
                "select name from sqlite_master where name = 'migrations'",
            ) === []
                ? []
                : $this->column($database, 'select migration from migrations order by migration'),
        );
    }

    /**
     * What is wrong with its pages, indexes and references; nothing where it is whole.
     *
     * @return list<string>
     */
    public function faults(): array
    {
        try {
            return $this->reading(function (PDO $database): array {
                $faults = array_values(array_diff($this->column($database, 'pragma integrity_check(5)'), ['ok']));
                $lost = $this->column($database, 'pragma foreign_key_check');

                return $lost === [] ? $faults : [...$faults, count($lost).' rows belong to nothing.'];
            });
        } catch (DataFault $fault) {
            $cause = $fault->getPrevious()?->getMessage() ?? $fault->getMessage();

            return [rtrim((string) preg_replace('/^.*General error: \d+ /', '', $cause), '.').'.'];
        }
    }

    /**
     * Copies it as it is now, also while it is written to, and checks the copy before it gets its name.
     *
     * @throws DataFault where there is such a file, or no whole copy could be made
     */
    public function copyTo(string $path): self
    {
        if (file_exists($path)) {
            throw new DataFault("There is a file {$path} already. Take another name; nothing was changed.");
        }
        $begun = new self("{$path}.building");
        $begun->discard();
        try {
            $this->reading(fn (PDO $database) => $database->exec('vacuum into '.$database->quote($begun->path)));
            $faults = $begun->faults();
            if ($faults !== [] || $begun->counts() !== $this->counts()) {
                throw new DataFault(
                    'The copy is not whole'
                        .($faults === [] ? ': it holds other numbers of songs and steps.' : ": {$faults[0]}")
                        .' It was thrown away; nothing else was changed.',
                );
            }
            $begun->protect();
            $this->moved($begun->path, $path);
        } catch (DataFault $fault) {
            $begun->discard();
            throw $fault;
        }

        return new self($path);
    }

    /**
     * Gives it a second name, so that another file can take the first one. Its log goes along where it could not be
     * written back, as with a damaged one.
     *
     * @throws DataFault where that cannot be done; then nothing was
     */
    public function keepAs(string $path): self
    {
        try {
            $this->reading(fn (PDO $database) => $database->exec('pragma wal_checkpoint(truncate)'));
        } catch (DataFault) {
            // What cannot be read is kept as it is.
        }
        foreach (['', '-wal'] as $ending) {
            if ($ending === '' || (is_file($this->path.$ending) && filesize($this->path.$ending) > 0)) {
                if (! @link($this->path.$ending, $path.$ending) && ! @copy($this->path.$ending, $path.$ending)) {
                    (new self($path))->discard();
                    throw new DataFault(
                        'The database could not be put aside as '.basename($path).': '.self::lastError()
                            .' It is where it was; nothing was changed.',
                    );
                }
            }
        }

        return new self($path);
    }

    /** Takes the place of another one, at once. */
    public function takePlaceOf(self $other): void
    {
        // A log that belongs to the old one would be read into the new one.
        @unlink("{$other->path}-wal");
        @unlink("{$other->path}-shm");
        $this->moved($this->path, $other->path);
    }

    /** Only its owner may read it. */
    public function protect(): void
    {
        foreach (['', '-wal', '-shm'] as $ending) {
            if (is_file($this->path.$ending)) {
                @chmod($this->path.$ending, 0o600);
            }
        }
    }

    /** Removes it: for what was begun and not finished. */
    public function discard(): void
    {
        foreach (['', '-wal', '-shm', '-journal'] as $ending) {
            if (is_file($this->path.$ending)) {
                @unlink($this->path.$ending);
            }
        }
    }

    private function moved(string $from, string $to): void
    {
        if (! @rename($from, $to)) {
            throw new DataFault("{$from} could not be renamed to ".basename($to).': '.self::lastError());
        }
    }

    /**
     * @template T
     *
     * @param  Closure(PDO): T  $read
     * @return T
     *
     * @throws DataFault
     */
    private function reading(Closure $read): mixed
    {
        if (! $this->exists()) {
            throw new DataFault("There is no database at {$this->path}.");
        }
        try {
            $database = new PDO("sqlite:{$this->path}", options: [PDO::ATTR_TIMEOUT => 5]);

            return $read($database);
        } catch (Throwable $error) {
            throw $error instanceof DataFault
                ? $error
                : new DataFault(DataFault::meaningOf($error) ?? $error->getMessage(), previous: $error);
        }
    }

    /** @return list<string> */
    private function column(PDO $database, string $query): array
    {
        $found = $database->query($query);
        $values = [];
        foreach ($found === false ? [] : $found->fetchAll(PDO::FETCH_COLUMN) as $value) {
            $values[] = is_scalar($value) ? (string) $value : '';
        }

        return $values;
    }

    private static function lastError(): string
    {
        return (string) preg_replace('/^.*\): /', '', error_get_last()['message'] ?? 'no reason was given').'.';
    }
}

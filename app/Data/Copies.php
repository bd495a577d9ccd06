<?php

declare(strict_types=1);

namespace App\Data;

use Illuminate\Support\Carbon;

/**
 * Good copies of a database in a folder beside it: one is made when the last is old, the newest are kept, and offered.
 *
 * Their names say of which database they are, by its name and its identity, and count: so two databases in one folder
 * never take each other's, and a clock that was wrong stops nothing.
 */
final readonly class Copies
{
    private const KEPT = 5;

    private const MADE_AFTER_HOURS = 24;

    private string $folder;

    public function __construct(private DatabaseFile $database)
    {
        $this->folder = dirname($database->path).'/copies';
    }

    /**
     * Makes one, where the last is old. That it could not be made stops nothing, but is said.
     *
     * @return list<string> what there is to say
     */
    public function makeWhereOld(): array
    {
        $all = $this->all();
        $newest = array_key_last($all);
        if ($newest !== null && self::isRecent($all[$newest])) {
            return [];
        }
        try {
            if (! is_dir($this->folder) && ! @mkdir($this->folder, 0o700, true)) {
                throw new DataFault("The folder {$this->folder} cannot be made.");
            }
            $this->clearBegun();
            $number = sprintf('%05d', ($newest ?? 0) + 1);
            $this->database->copyTo(
                "{$this->folder}/{$this->name()}-{$this->database->identity()}-{$number}-".date('Y-m-d-His').'.sqlite',
            );
        } catch (DataFault $fault) {
            return ["No copy of the database was made: {$fault->getMessage()}"];
        }
        foreach (array_slice($this->all(), 0, -self::KEPT) as $old) {
            $old->discard();
        }

        return [];
    }

    /** What can be done with them where the database cannot be used. */
    public function offer(): string
    {
        foreach (array_reverse($this->all()) as $copy) {
            if ($copy->faults() === []) {
                $when = Carbon::createFromTimestamp(
                    (int) filemtime($copy->path), date_default_timezone_get(),
                )->format('j F Y, H:i');

                return "The newest good copy is of {$when} ({$copy->holdings()}): php artisan data:restore "
                    ."{$copy->path}";
            }
        }

        return "There is no good copy in {$this->folder}. Name another database with DB_DATABASE, or begin a new one "
            .'with ./start --fresh, which keeps this one beside it.';
    }

    /** Whether a copy was made within the last day; one from the future tells nothing. */
    private static function isRecent(DatabaseFile $copy): bool
    {
        $age = time() - (int) filemtime($copy->path);

        return $age >= 0 && $age < self::MADE_AFTER_HOURS * 3600;
    }

    private function clearBegun(): void
    {
        foreach (self::filesIn($this->folder) as $file) {
            if (str_starts_with($file, "{$this->name()}-") && str_contains($file, '.building')) {
                @unlink("{$this->folder}/{$file}");
            }
        }
    }

    /**
     * Those of this database, in the order they were made. Of one whose head cannot be read those with its name. Copies
     * of earlier versions have no name: those are of the database that has the usual one.
     *
     * @return array<int, DatabaseFile> by their number; those without a name before 1
     */
    private function all(): array
    {
        $identity = $this->database->identity();
        $all = [];
        $files = self::filesIn($this->folder);
        $unnamed = array_values(array_filter(
            $files, static fn (string $file): bool => preg_match('/^\d{4}-\d\d-\d\d-\d{6}\.sqlite$/D', $file) === 1,
        ));
        foreach ($this->name() === 'jactonic' ? $unnamed : [] as $k => $file) {
            $all[$k - count($unnamed)] = new DatabaseFile("{$this->folder}/{$file}");
        }
        foreach ($files as $file) {
            $isNamed = preg_match(
                '/^'.preg_quote($this->name(), '/').'-([0-9a-f]{8})-(\d{5,9})-[\d-]+\.sqlite$/D', $file, $found,
            ) === 1;
            if ($isNamed && in_array($identity, [$found[1], DatabaseFile::UNKNOWN], true)) {
                $all[(int) $found[2]] = new DatabaseFile("{$this->folder}/{$file}");
            }
        }
        ksort($all);

        return $all;
    }

    private function name(): string
    {
        return basename($this->database->path, '.sqlite');
    }

    /** @return list<string> no pattern finds them, for brackets in a path mean something there */
    private static function filesIn(string $folder): array
    {
        return is_dir($folder) ? (scandir($folder) ?: []) : [];
    }
}

<?php

declare(strict_types=1);

namespace App\Data;

use Illuminate\Support\Carbon;

/** Good copies of a database in a folder beside it: one is made when the last is old, the newest are kept, and offered. */
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
        $newest = $this->all()[0] ?? null;
        if ($newest !== null && filemtime($newest->path) > time() - self::MADE_AFTER_HOURS * 3600) {
            return [];
        }
        try {
            if (! is_dir($this->folder) && ! @mkdir($this->folder, 0o700, true)) {
                throw new DataFault("The folder {$this->folder} cannot be made.");
            }
            foreach (glob("{$this->folder}/*.building*") ?: [] as $begun) {
                @unlink($begun);
            }
            $this->database->copyTo("{$this->folder}/".date('Y-m-d-His').'.sqlite');
        } catch (DataFault $fault) {
            return ["No copy of the database was made: {$fault->getMessage()}"];
        }
        foreach (array_slice($this->all(), self::KEPT) as $old) {
            $old->discard();
        }

        return [];
    }

    /** What can be done with them where the database cannot be used. */
    public function offer(): string
    {
        foreach ($this->all() as $copy) {
            if ($copy->faults() === []) {
                $when = Carbon::createFromTimestamp((int) filemtime($copy->path), date_default_timezone_get())->format('j F Y, H:i');

                return "The newest good copy is of {$when} ({$copy->holdings()}): php artisan data:restore {$copy->path}";
            }
        }

        return "There is no good copy in {$this->folder}. Name another database with DB_DATABASE, or begin a new one with ./start --fresh, which keeps this one beside it.";
    }

    /** @return list<DatabaseFile> the newest first */
    private function all(): array
    {
        $paths = glob("{$this->folder}/*.sqlite") ?: [];
        rsort($paths);

        return array_map(static fn (string $path): DatabaseFile => new DatabaseFile($path), $paths);
    }
}

<?php

declare(strict_types=1);

namespace App\Start;

use App\Data\Copies;
use App\Data\DatabaseFile;
use App\Data\DataFault;
use App\Demo\LanternFerry;
use App\Models\ClipRecord;
use App\Models\StepRecord;
use App\Songs\Store\SongWriter;
use Closure;
use Illuminate\Contracts\Config\Repository;
use Illuminate\Contracts\Foundation\Application;
use Illuminate\Database\DatabaseManager;
use Throwable;

/**
 * Keeps the database of the program over starts, upgrades and accidents.
 *
 * Whatever is built is built beside it and takes its name in one step, so a kill at any moment leaves the old one or
 * the new one, whole; what was there before stays as a file of its own. Callers hold the lock.
 */
final readonly class Upkeep
{
    public function __construct(
        private Application $app,
        private Repository $config,
        private DatabaseManager $databases,
    ) {
    }

    public function database(): DatabaseFile
    {
        $path = $this->config->get('database.connections.sqlite.database');
        if (! is_string($path)) {
            throw new DataFault('DB_DATABASE takes the path of a database.');
        }
        if (! is_link($path)) {
            return new DatabaseFile($path);
        }
        // What takes its place takes that of the file, not of the name that leads there.
        $there = realpath($path);

        return new DatabaseFile(
            $there !== false ? $there : throw new DataFault(
                "The database {$path} is a link to ".readlink($path)
                    .', which is not there. Is its disk there? Nothing was changed; make it reachable, or name another '
                    .'database with DB_DATABASE.',
            ),
        );
    }

    /**
     * Makes the database ready for the program: builds a new one, brings an older one up to date, refuses a damaged or
     * a newer one, and makes a copy where the last is old.
     *
     * @param  bool  $fresh  begin with a new one whatever there is; the old one is kept beside it
     * @param  bool  $demo  put the demo song into a new one
     * @return list<string> what was done, for a person to read
     *
     * @throws DataFault
     */
    public function prepare(bool $fresh, bool $demo): array
    {
        $this->databases->purge('sqlite');
        $database = $this->database();
        $this->beside('building')->discard();
        $done = [];
        if (! $database->exists()) {
            $this->build($demo);
        } elseif ($fresh) {
            $done[] = $this->begin($database, $demo);
        } else {
            $this->checked($database);
            $done = $this->upgraded($database);
            $database->identify();
            $done = [...$done, ...(new Copies($database))->makeWhereOld()];
        }
        $done = [...$done, ...$this->pruned()];
        $database->protect();

        return $done;
    }

    /**
     * Puts a copy in the place of the database, which is kept beside it.
     *
     * @throws DataFault
     */
    public function restore(DatabaseFile $from): string
    {
        $this->databases->purge('sqlite');
        $this->checked($from);
        $database = $this->database();
        $building = $this->beside('building');
        $building->discard();
        $from->copyTo($building->path);
        if ($this->missingIn($building) !== []) {
            $this->migrate($building);
        }
        $kept = $database->exists() ? $database->keepAs($this->nameBeside('before-restoring')) : null;
        $building->takePlaceOf($database);
        $database->protect();

        return "{$from->path} is the database now: ".$database
            ->holdings().'.'.($kept === null ? '' : " The one before was kept as {$kept->path}.");
    }

    /**
     * Clips and steps that cannot be read though their pages are whole. Those of an earlier version are not looked at.
     *
     * @return list<string>
     *
     * @throws DataFault
     */
    public function unreadable(DatabaseFile $file): array
    {
        if ($this->missingIn($file) !== []) {
            return [];
        }
        $faults = [];
        $this->on($file, static function () use (&$faults): void {
            foreach (ClipRecord::query()->lazyById(100) as $clip) {
                try {
                    $clip->content();
                } catch (Throwable $error) {
                    $faults[] = "Clip {$clip->id} cannot be read: {$error->getMessage()}";
                }
            }
            foreach (StepRecord::query()->lazyById(100) as $step) {
                try {
                    $step->step();
                } catch (Throwable $error) {
                    $faults[] = "Step {$step->id} cannot be read: {$error->getMessage()}";
                }
            }
        });

        return $faults;
    }

    /**
     * @throws DataFault where it is damaged, or made by a newer version
     */
    private function checked(DatabaseFile $database): void
    {
        $faults = $database->faults();
        if ($faults !== []) {
            throw new DataFault(
                "The database {$database->path} cannot be used: {$faults[0]} It was left as it is. "
                    .(new Copies($this->database()))->offer(),
            );
        }
        if (array_diff($database->migrations(), $this->known()) !== []) {
            throw new DataFault(
                "The database {$database->path} was made by a newer version of Jactonic. It was left as it is. Start "
                    .'that version, or name another database with DB_DATABASE.',
            );
        }
    }

    /** Builds a new database and lets it take its name. */
    private function build(bool $demo): void
    {
        $building = $this->beside('building');
        $this->migrate($building, $demo);
        $building->takePlaceOf($this->database());
    }

    private function begin(DatabaseFile $database, bool $demo): string
    {
        try {
            $held = ' with '.$database->holdings();
        } catch (DataFault) {
            $held = ', which cannot be read,';
        }
        $building = $this->beside('building');
        $this->migrate($building, $demo);
        $kept = $database->keepAs($this->nameBeside('kept'));
        $building->takePlaceOf($database);

        return "The old database{$held} was kept as {$kept->path}";
    }

    /**
     * Brings a database of an earlier version up to date, in a copy that then takes its place.
     *
     * @return list<string>
     */
    private function upgraded(DatabaseFile $database): array
    {
        if ($this->missingIn($database) === []) {
            return [];
        }
        $building = $this->beside('building');
        $database->copyTo($building->path);
        $before = $building->counts();
        $this->migrate($building);
        $after = $building->counts();
        // What ships may have become more; nothing that was there is gone.
        $lost = array_filter(
            $before, static fn (int $count, string $table): bool => ($after[$table] ?? 0) < $count,
            ARRAY_FILTER_USE_BOTH,
        );
        if ($lost !== []) {
            $building->discard();
            throw new DataFault(
                'The database is of an earlier version and could not be brought up to date: of '
                    .DatabaseFile::said($before).' there were '.DatabaseFile::said($after)
                    .' afterwards. It was left as it is.',
            );
        }
        $kept = $database->keepAs($this->nameBeside('before-upgrade'));
        $building->takePlaceOf($database);

        return [
            'The database was brought up to date ('.DatabaseFile::said($before)
                ."); the one before was kept as {$kept->path}",
        ];
    }

    /** @return list<string> */
    private function pruned(): array
    {
        $days = $this->config->get('jactonic.keep_deleted_days');
        $days = is_int($days) ? $days : 30;
        $count = $this->app->make(SongWriter::class)->prune($days);

        return $count === 0
            ? []
            : [($count === 1 ? '1 song' : "{$count} songs")." deleted more than {$days} days ago taken out for good"];
    }

    /** Brings a file to the present version; a new one gets the demo song where it is asked for. */
    private function migrate(DatabaseFile $file, bool $demo = false): void
    {
        try {
            if (! touch($file->path)) {
                throw new DataFault(
                    'The folder '.dirname($file->path)
                        .' cannot be written. Nothing was changed; make it writable, or name another database with '
                        .'DB_DATABASE.',
                );
            }
            $this->on($file, function () use ($demo): void {
                $migrator = $this->app->make('migrator');
                if (! $migrator->repositoryExists()) {
                    $migrator->getRepository()->createRepository();
                }
                $migrator->run($this->migrations());
                if ($demo) {
                    $this->app->make(SongWriter::class)->create(LanternFerry::NAME, (new LanternFerry)->song());
                }
            });
            $file->identify();
        } catch (Throwable $error) {
            $file->discard();
            throw $error instanceof DataFault
                ? $error
                : new DataFault(
                    DataFault::meaningOf($error)
                        ?? "The database could not be made: {$error->getMessage()} Nothing was changed.",
                    previous: $error,
                );
        }
    }

    /** Runs something with another file as the database. */
    private function on(DatabaseFile $file, Closure $work): void
    {
        $usual = $this->database()->path;
        $this->databases->purge('sqlite');
        $this->config->set('database.connections.sqlite.database', $file->path);
        try {
            $work();
        } finally {
            $this->databases->purge('sqlite');
            $this->config->set('database.connections.sqlite.database', $usual);
        }
    }

    /** @return list<string> migrations that a database has not seen */
    private function missingIn(DatabaseFile $database): array
    {
        return array_values(array_diff($this->known(), $database->migrations()));
    }

    /** @return list<string> */
    private function known(): array
    {
        return array_map(static fn (string $path): string => basename($path, '.php'), $this->migrations());
    }

    /**
     * @return list<string> the paths of all migrations; no pattern finds them, for brackets in a path mean something
     *     there
     */
    private function migrations(): array
    {
        $folder = $this->app->databasePath('migrations');

        $names = array_values(array_filter(
            scandir($folder) ?: [], static fn (string $name): bool => str_ends_with($name, '.php'),
        ));

        return array_map(static fn (string $name): string => "{$folder}/{$name}", $names);
    }

    private function nameBeside(string $why): string
    {
        $name = preg_replace('/\.sqlite$/', '', $this->database()->path).'-'.date('Y-m-d-His')."-{$why}";
        for ($n = 1; file_exists($path = $name.($n === 1 ? '' : "-{$n}").'.sqlite'); $n++);

        return $path;
    }

    private function beside(string $what): DatabaseFile
    {
        return new DatabaseFile("{$this->database()->path}.{$what}");
    }
}

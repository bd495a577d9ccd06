<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Data\DatabaseFile;
use App\Data\DatabaseLock;
use App\Data\DataFault;
use App\Models\KeptRecipe;
use App\Models\SongRecord;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Support\Facades\DB;
use PDO;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\Process\Process;
use Tests\RealServer;

/** Databases as files: begun, kept, brought up to date, copied, restored, and refused where they cannot be used. */
final class DataTest extends TestCase
{
    private string $folder = '';

    private string $database = '';

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir().'/jactonic-data-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
        $this->database = "{$this->folder}/songs.sqlite";
        config(['database.connections.sqlite.database' => $this->database]);
        DB::purge('sqlite');
    }

    protected function tearDown(): void
    {
        DB::purge('sqlite');
        array_map(unlink(...), glob("{$this->folder}/{,copies/}*.*", GLOB_BRACE) ?: []);
        @rmdir("{$this->folder}/copies");
        rmdir($this->folder);
        parent::tearDown();
    }

    public function test_a_new_database_holds_the_demo_song_and_is_its_owners_alone(): void
    {
        $this->succeeds('data:prepare');

        self::assertSame(['Lantern Ferry'], SongRecord::query()->pluck('name')->all());
        self::assertSame(0o600, fileperms($this->database) & 0o777);
        self::assertSame([], glob("{$this->folder}/*.building*"));
        $this->succeeds('data:prepare');
        self::assertSame(1, SongRecord::query()->count(), 'the second start adds nothing');
    }

    public function test_a_new_database_without_the_demo_song_is_empty(): void
    {
        $this->succeeds('data:prepare', ['--no-demo' => true]);

        self::assertSame(0, SongRecord::query()->count());
    }

    public function test_beginning_anew_keeps_the_old_database_with_everything_in_it(): void
    {
        $this->succeeds('data:prepare');
        SongRecord::query()->update(['name' => 'Harbour Steps']);
        $said = $this->succeeds('data:prepare', ['--fresh' => true]);

        self::assertSame(['Lantern Ferry'], SongRecord::query()->pluck('name')->all());
        $kept = $this->one("{$this->folder}/songs-*-kept.sqlite");
        self::assertStringContainsString("1 song, 20 clips, 0 steps was kept as {$kept}", $said);
        $this->succeeds('data:restore', ['from' => $kept]);
        self::assertSame(['Harbour Steps'], SongRecord::query()->pluck('name')->all());
    }

    public function test_beginning_anew_keeps_a_damaged_database_as_it_is(): void
    {
        file_put_contents($this->database, $broken = random_bytes(5000));
        $said = $this->succeeds('data:prepare', ['--fresh' => true]);

        self::assertStringContainsString('which cannot be read, was kept', $said);
        self::assertSame($broken, file_get_contents($this->one("{$this->folder}/songs-*-kept.sqlite")));
        self::assertSame(1, SongRecord::query()->count());
    }

    public function test_a_database_of_an_earlier_version_is_brought_up_to_date_and_kept(): void
    {
        copy(base_path('tests/fixtures/database-of-2026-11.db'), $this->database);
        $old = (string) file_get_contents($this->database);
        $said = $this->succeeds('data:prepare');

        self::assertStringContainsString('brought up to date (3 songs', $said);
        self::assertSame(['Harbour Steps', 'Tide'], SongRecord::query()->orderBy('id')->pluck('name')->all());
        self::assertNotNull(KeptRecipe::named('Pad of the chords'), 'what came to what ships since is there too');
        self::assertSame($old, file_get_contents($this->one("{$this->folder}/songs-*-before-upgrade.sqlite")));
    }

    public function test_a_database_of_a_newer_version_is_left_alone(): void
    {
        $this->succeeds('data:prepare');
        DB::table('migrations')->insert(['migration' => '2099_01_01_000000_hover', 'batch' => 9]);

        self::assertStringContainsString('newer version', $this->fails('data:prepare'));
        self::assertSame(1, SongRecord::query()->count());
    }

    public function test_a_damaged_database_is_refused_with_the_newest_good_copy_offered(): void
    {
        $this->succeeds('data:prepare');
        $this->succeeds('data:prepare');
        $copy = $this->one("{$this->folder}/copies/*.sqlite");
        file_put_contents(str_replace('-00001-', '-00002-', $copy), 'broken');
        DB::purge('sqlite');
        $this->damage();

        $said = $this->fails('data:prepare');
        self::assertStringContainsString('It was left as it is.', $said);
        self::assertStringContainsString("(1 song, 20 clips, 0 steps): php artisan data:restore {$copy}", $said);
        self::assertStringContainsString('malformed', $this->fails('data:check'));
        $this->succeeds('data:restore', ['from' => $copy]);
        self::assertStringContainsString('It is whole', $this->succeeds('data:check'));
    }

    public function test_where_there_is_no_copy_it_says_so(): void
    {
        file_put_contents($this->database, random_bytes(5000));

        self::assertStringContainsString('There is no good copy', $this->fails('data:prepare'));
    }

    public function test_a_copy_is_made_when_the_last_is_a_day_old_and_five_are_kept(): void
    {
        $this->succeeds('data:prepare');
        $this->withCopies(range(1, 6), time() - 86_400 - 60);
        $this->succeeds('data:prepare');
        $copies = glob("{$this->folder}/copies/*.sqlite") ?: [];
        self::assertCount(5, $copies);
        self::assertStringContainsString('-00003-', $copies[0]);
        self::assertSame(1, (new DatabaseFile($copies[4]))->counts()['songs']);

        $this->succeeds('data:prepare');
        self::assertSame($copies, glob("{$this->folder}/copies/*.sqlite"), 'the last one is of today');
    }

    public function test_a_copy_from_the_future_stops_no_new_one(): void
    {
        $this->succeeds('data:prepare');
        $this->withCopies([1], time() + 10 * 86_400);
        $this->succeeds('data:prepare');
        $copies = glob("{$this->folder}/copies/*.sqlite") ?: [];
        self::assertCount(2, $copies);
        $this->succeeds('data:prepare');
        self::assertSame($copies, glob("{$this->folder}/copies/*.sqlite"), 'and that one is of today');
    }

    public function test_two_databases_in_one_folder_have_copies_of_their_own(): void
    {
        $other = "{$this->folder}/other.sqlite";
        foreach ([$this->database, $other, $this->database, $other] as $database) {
            config(['database.connections.sqlite.database' => $database]);
            $this->succeeds('data:prepare');
        }
        $this->one("{$this->folder}/copies/songs-*.sqlite");
        $own = $this->one("{$this->folder}/copies/other-*.sqlite");
        unlink($own);
        DB::purge('sqlite');
        $this->damage($other);

        self::assertStringContainsString('There is no good copy', $this->fails('data:prepare'), 'not the other one’s');
    }

    public function test_a_database_that_is_begun_anew_does_not_take_the_copies_of_the_one_before(): void
    {
        $this->succeeds('data:prepare');
        $this->succeeds('data:prepare');
        $this->succeeds('data:prepare', ['--fresh' => true]);
        $this->succeeds('data:prepare');

        self::assertCount(2, glob("{$this->folder}/copies/songs-*-00001-*.sqlite") ?: [], 'each has its first');
    }

    public function test_a_link_leads_to_the_file_that_is_kept_and_one_to_nowhere_is_refused(): void
    {
        $there = "{$this->folder}/there.sqlite";
        symlink($there, $this->database);
        self::assertStringContainsString('a link to', $this->fails('data:prepare'));
        self::assertTrue(is_link($this->database));

        copy(base_path('tests/fixtures/database-of-2026-11.db'), $there);
        $this->succeeds('data:prepare');
        self::assertTrue(is_link($this->database));
        self::assertSame(3, (new DatabaseFile($there))->counts()['songs']);
    }

    public function test_a_step_that_cannot_be_read_is_found_though_its_page_is_whole(): void
    {
        $this->succeeds('data:prepare');
        DB::table('clips')->where('id', 2)->update(['notes' => 'broken']);
        DB::table('steps')->insert([
            'song_id' => 1, 'lines' => '[]', 'at' => 1, 'clips' => '[]', 'before' => '', 'after' => '',
            'change' => 'broken',
        ]);

        $said = $this->fails('data:check');
        self::assertStringContainsString('Clip 2 cannot be read', $said);
        self::assertStringContainsString('Step 1 cannot be read', $said);
    }

    public function test_a_copy_is_checked_and_never_written_over_another_file(): void
    {
        $this->succeeds('data:prepare');
        self::assertStringContainsString(
            '1 song, 20 clips, 0 steps. The copy is whole.',
            $this->succeeds('data:copy', ['to' => "{$this->folder}/away.sqlite"]),
        );
        self::assertStringContainsString('already', $this->fails('data:copy', ['to' => "{$this->folder}/away.sqlite"]));
        self::assertSame(0o600, fileperms("{$this->folder}/away.sqlite") & 0o777);
    }

    #[TestWith(['data:prepare', ['--fresh' => true]])]
    #[TestWith(['data:restore', ['from' => 'nothing.sqlite']])]
    public function test_what_another_program_has_is_not_touched(string $command, array $options): void
    {
        $this->succeeds('data:prepare');
        $lock = DatabaseLock::take($this->database);
        file_put_contents("{$this->database}.lock", 'at http://127.0.0.1:8080');

        self::assertStringContainsString('in use at http://127.0.0.1:8080', $this->fails($command, $options));
        $lock->release();
        self::assertSame(1, SongRecord::query()->count());
    }

    /** @param  int  $apart  ms */
    #[TestWith([0])]
    #[TestWith([100])]
    #[TestWith([300])]
    public function test_of_two_starts_at_once_the_first_goes_on_and_the_second_says_so_and_ends(int $apart): void
    {
        $start = fn (): Process => new Process(
            ['bash', '-c', '. bin/setup.sh; take_database --no-demo; echo taken; sleep 60'], base_path(),
            RealServer::environment($this->folder),
        );
        [$one, $other] = [$start(), $start()];
        $one->start();
        usleep(1000 * $apart);
        $other->start();
        while ($one->isRunning() && $other->isRunning()) {
            usleep(10_000);
        }
        [$first, $second] = $other->isRunning() ? [$other, $one] : [$one, $other];

        self::assertStringContainsString(
            'in use by a start that is under way', $second->getOutput().$second->getErrorOutput(),
        );
        while ($first->isRunning() && ! str_ends_with(trim($first->getOutput()), 'taken')) {
            usleep(10_000);
        }
        self::assertTrue($first->isRunning(), 'nobody ended it');
        $first->stop(0);
        array_map(unlink(...), glob("{$this->folder}/songs.sqlite.*") ?: []);
    }

    public function test_what_a_kill_left_half_built_is_thrown_away(): void
    {
        file_put_contents("{$this->database}.building", 'half');
        file_put_contents("{$this->database}.building-journal", 'half');
        touch($this->database);
        $this->succeeds('data:prepare');

        self::assertSame(1, SongRecord::query()->count());
        self::assertSame([], glob("{$this->folder}/*.building*"));
    }

    #[TestWith(['SQLSTATE[HY000]: General error: 13 database or disk is full', 'The disk is full.'])]
    #[TestWith(['SQLSTATE[HY000]: General error: 11 database disk image is malformed', 'The database is damaged.'])]
    #[TestWith(['SQLSTATE[HY000]: General error: 8 attempt to write a readonly database', 'cannot be written'])]
    public function test_faults_of_the_disk_are_said_in_words(string $error, string $said): void
    {
        self::assertStringContainsString($said, (string) DataFault::meaningOf(new \PDOException($error)));
    }

    /** Overwrites pages in the middle, so that it opens and breaks on the way. */
    private function damage(?string $path = null): void
    {
        $path ??= $this->database;
        $database = new PDO("sqlite:{$path}");
        $database->exec('pragma wal_checkpoint(truncate)');
        unset($database);
        $bytes = (string) file_get_contents($path);
        file_put_contents($path, substr($bytes, 0, 8192).str_repeat("\x55", 16_384).substr($bytes, 24_576));
    }

    /**
     * Copies of the database with some numbers, all of one moment.
     *
     * @param  list<int>  $numbers
     */
    private function withCopies(array $numbers, int $moment): void
    {
        mkdir("{$this->folder}/copies");
        foreach ($numbers as $number) {
            touch(
                "{$this->folder}/copies/songs-".(new DatabaseFile($this->database))
                    ->identity()."-0000{$number}-2026-01-01-120000.sqlite",
                $moment,
            );
        }
    }

    private function one(string $pattern): string
    {
        $found = glob($pattern) ?: [];
        self::assertCount(1, $found, $pattern);

        return $found[0];
    }

    /** @param  array<string, mixed>  $options */
    private function succeeds(string $command, array $options = []): string
    {
        [$code, $said] = $this->runs($command, $options);
        self::assertSame(0, $code, $said);

        return $said;
    }

    /** @param  array<string, mixed>  $options */
    private function fails(string $command, array $options = []): string
    {
        [$code, $said] = $this->runs($command, $options);
        self::assertSame(1, $code, $said);

        return $said;
    }

    /**
     * @param  array<string, mixed>  $options
     * @return array{int, string}
     */
    private function runs(string $command, array $options): array
    {
        $kernel = $this->app->make(Kernel::class);

        return [$kernel->call($command, $options), $kernel->output()];
    }
}

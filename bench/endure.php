<?php

declare(strict_types=1);

use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Symfony\Component\Process\Process;
use Tests\RandomRequests;
use Tests\RealServer;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/table.php';
require __DIR__.'/clips.php';

/** A song that one process edits, with what it should be like: every step that was acknowledged, and no other. */
final class WatchedSong
{
    /** @var list<array{parent: int|null, pitches: list<int>, child: int|null}> */
    private array $nodes;

    private int $at = 0;

    private int $last = -1;

    public int $acknowledged = 0;

    /** @var array{path: string, body: array<string, mixed>, to: int}|null what was asked and not answered */
    private ?array $asked = null;

    private function __construct(
        private readonly int $song, private readonly int $clip, private readonly Randomizer $random,
    ) {
        $this->nodes = [['parent' => null, 'pitches' => [60, 60, 60, 60], 'child' => null]];
    }

    public static function on(RealServer $server, Randomizer $random): self
    {
        $rows = array_map(
            static fn (int $k): array => ['start' => 480 * $k, 'length' => 240, 'pitch' => 60, 'velocity' => 90],
            range(0, 3),
        );
        $midi = (new SmfFile(1, 480, [new SmfTrack(Jactonic\Core\Content\Notes::fromRows($rows))]))->write();
        $song = $server->ask('api/songs', ['name' => 'Watched', 'midi' => base64_encode($midi)])['answer']['id'];

        return new self($song, $server->ask("api/songs/{$song}")['answer']['open']['clips'][0], $random);
    }

    /** Asks for one more step, or once more for the one whose answer did not come; tells whether an answer came. */
    public function step(RealServer $server): bool
    {
        $this->asked ??= $this->next();
        $answer = $server->ask("api/songs/{$this->song}/{$this->asked['path']}", $this->asked['body']);
        if ($answer['status'] === 0 || $answer['status'] >= 500) {
            return false;
        }
        if ($answer['status'] !== 200) {
            throw new RuntimeException(
                "{$this->asked['path']} was answered with {$answer['status']}: ".json_encode($answer['answer']),
            );
        }
        $this->at = $this->asked['to'];
        $this->asked = null;
        $this->acknowledged++;

        return true;
    }

    /**
     * What is otherwise than acknowledged; '' where nothing is. A step that was asked and not answered may be there.
     */
    public function difference(string $database): string
    {
        $pdo = new PDO("sqlite:{$database}");
        $packed = (string) $pdo->query("select notes from clips where id = {$this->clip}")?->fetchColumn();
        $found = Jactonic\Core\Content\Packing\PackedTable::notes($packed)->pitch;
        $allowed = array_map(
            fn (int $at): array => $this->nodes[$at]['pitches'],
            [$this->at, ...($this->asked === null ? [] : [$this->asked['to']])],
        );

        return in_array($found, $allowed, true)
            ? ''
            : 'song '.$this->song.' has '.json_encode($found).' instead of '.json_encode($allowed);
    }

    /** @return array{path: string, body: array<string, mixed>, to: int} */
    private function next(): array
    {
        $body = ['open' => [$this->clip], 'request' => bin2hex($this->random->getBytes(8))];
        $node = $this->nodes[$this->at];
        $choice = $this->random->getInt(0, 9);
        if ($choice === 0 && $node['parent'] !== null) {
            return ['path' => 'undo', 'body' => $body, 'to' => $node['parent']];
        }
        if ($choice === 1 && $node['child'] !== null) {
            return ['path' => 'redo', 'body' => $body, 'to' => $node['child']];
        }
        if ($choice === 2) {
            return ['path' => 'history', 'body' => $body + ['step' => null], 'to' => 0];
        }
        // Never the note of the step before, so that no step joins the last one.
        do {
            $note = $this->random->getInt(0, 3);
        } while ($note === $this->last);
        $this->last = $note;
        $by = $node['pitches'][$note] > 100 ? -1 : 1;
        $pitches = $node['pitches'];
        $pitches[$note] += $by;
        $this->nodes[] = ['parent' => $this->at, 'pitches' => $pitches, 'child' => null];
        $to = count($this->nodes) - 1;
        $this->nodes[$this->at]['child'] = $to;

        return [
            'path' => 'edits', 'body' => $body + ['lines' => ["transpose semitones={$by}"], 'selection' => [$note + 1]],
            'to' => $to,
        ];
    }
}

/** Everything that is tried, each giving its figures. */
final class Endurance
{
    public const ALL = [
        'kills', 'masters', 'cut', 'takes', 'starts', 'files', 'cycles', 'requests', 'shapes', 'writers', 'disk',
        'temporary', 'soak',
    ];

    /** @var list<string> what was lost or broken */
    public array $faults = [];

    private int $saidAt = 0;

    public function __construct(private readonly int $seed, private readonly float $scale)
    {
        $this->saidAt = time();
    }

    /** Kills of the whole server in the middle of edits, undo, walks in the history and imports. */
    public function kills(): string
    {
        $random = $this->random('kills');
        $rounds = $this->times(1_000);
        $server = RealServer::fresh();
        $songs = [WatchedSong::on($server, $random), WatchedSong::on($server, $random)];
        $unanswered = $imports = 0;
        $midi = (string) file_get_contents(__DIR__.'/../resources/demo/lantern-ferry.mid');
        for ($round = 0; $round < $rounds; $round++) {
            $this->progress($round, $rounds);
            $killer = $this->later($random->getInt(20, 700), static fn () => $server->kill());
            for ($going = true; $going;) {
                if ($random->getInt(0, 24) === 0) {
                    $answer = $server->ask(
                        'api/songs', ['name' => "Import {$imports}", 'midi' => base64_encode($midi)],
                    );
                    $imports += $answer['status'] === 201 ? 1 : 0;
                    $going = $answer['status'] === 201;
                } else {
                    $going = $songs[$random->getInt(0, 1)]->step($server);
                }
            }
            $unanswered++;
            pcntl_waitpid($killer, $status);
            $server->reap();
            $this->check("{$server->folder}/songs.sqlite", "kill {$round}", $songs, $imports, $round % 25 === 0);
            $server->start();
        }
        $this->check("{$server->folder}/songs.sqlite", 'the last kill', $songs, $imports, true);
        $server->stop();
        $acknowledged = array_sum(array_map(static fn (WatchedSong $song): int => $song->acknowledged, $songs));

        return "{$rounds} kills of the server in the middle of it; ".number_format($acknowledged)
            ." steps and {$imports} imports acknowledged; {$unanswered} requests unanswered and asked again";
    }

    /**
     * Kills of the masters of a whole ./start, of its shells, and of all of these: it says so, and the next start
     * works.
     */
    public function masters(): string
    {
        $rounds = $this->times(60, 4);
        $random = $this->random('masters');
        $folder = $this->folder();
        $port = RealServer::freePort();
        $said = 0;
        for ($round = 0; $round < $rounds; $round++) {
            $this->progress($round, $rounds);
            $start = $this->started($folder, $port, "round {$round}");
            $wanted = [
                'nginx: master', 'php-fpm: master', 'start --port', 'nginx: master|start --port',
                'php-fpm: master|start --port', 'nginx: worker|php-fpm: pool',
            ][$round % 6];
            foreach (RealServer::descendants((int) $start->getPid()) as $process) {
                $command = strtr((string) @file_get_contents("/proc/{$process}/cmdline"), "\0", ' ');
                if (preg_match("/{$wanted}/", $command) === 1) {
                    posix_kill($process, SIGKILL);
                }
            }
            if ($wanted === 'nginx: worker|php-fpm: pool') {
                // Those are replaced; it is ended as a person would.
                usleep(300_000);
                if (! $start->isRunning()) {
                    $this->faults[] = "Where {$wanted} was killed, ./start ended: {$start->getErrorOutput()}";

                    continue;
                }
                $start->signal(SIGINT);
            }
            if (str_contains($wanted, 'start --port')) {
                // What is left over holds its pipes.
                continue;
            }
            try {
                $start->setTimeout(120)->wait();
            } catch (Throwable) {
                $this->faults[] = "Where {$wanted} was killed, ./start did not end.";
            }
            $isPolite = $wanted === 'nginx: worker|php-fpm: pool';
            if (($start->getExitCode() === 0) !== $isPolite) {
                $this->faults[] = "Where {$wanted} was killed, ./start ended with {$start->getExitCode()}.";
            }
            $said += str_contains($start->getErrorOutput(), 'The server ended by itself') ? 1 : 0;
        }
        $this->started($folder, $port, 'the last round')->stop(5, SIGINT);
        $this->removeFolder($folder);

        return "{$rounds} kills of masters, workers and shells of the whole ./start, {$said} of them said; the next "
            .'start worked each time';
    }

    private function started(string $folder, string $port, string $when): Process
    {
        $start = new Process(
            ['./start', '--port', $port, '--no-demo'], dirname(__DIR__), RealServer::environment($folder), null, null,
        );
        $start->start();
        $began = time();
        while (! str_contains($start->getOutput(), 'Jactonic is at') && $start->isRunning() && time() - $began < 180) {
            usleep(50_000);
        }
        if (! str_contains($start->getOutput(), 'Jactonic is at')) {
            $this->faults[] = "In {$when} the start said: {$start->getOutput()} {$start->getErrorOutput()}";
        }

        return $start;
    }

    /** Workers killed while they answer: an answer that breaks off is known by its length. */
    public function cut(): string
    {
        $rounds = $this->times(300, 6);
        $random = $this->random('cut');
        $server = RealServer::fresh();
        $midi = base64_encode((new SmfFile(1, 960, [new SmfTrack(benchNotes(40_000))]))->write());
        $song = $server->ask('api/songs', ['name' => 'Long', 'midi' => $midi])['answer']['id'];
        $whole = strlen((string) json_encode($server->ask("api/songs/{$song}")['answer']));
        $broken = 0;
        for ($round = 0; $round < $rounds; $round++) {
            $this->progress($round, $rounds);
            $killer = $this->later($random->getInt(20, 160), static fn () => $server->killAWorker());
            $answer = $server->ask("api/songs/{$song}");
            pcntl_waitpid($killer, $status);
            if ($answer['status'] === 200 && strlen((string) json_encode($answer['answer'])) !== $whole) {
                $this->faults[] = 'An answer that broke off was taken for a whole one.';
            }
            $broken += $answer['status'] === 200 ? 0 : 1;
        }
        $server->stop();

        return "{$rounds} workers killed while they answered; {$broken} answers broke off or never came, and were "
            .'known as such';
    }

    /** Takes that are asked for again under their name after a kill, or were refused: each lies in the song once. */
    public function takes(): string
    {
        $rounds = $this->times(200, 4);
        $random = $this->random('takes');
        $server = RealServer::fresh();
        $midi = base64_encode(
            (new SmfFile(1, 480, [new SmfTrack(Jactonic\Core\Content\Notes::fromRows([['start' => 0]]))]))->write(),
        );
        $song = $server->ask('api/songs', ['name' => 'Takes', 'midi' => $midi])['answer']['id'];
        $clip = $server->ask("api/songs/{$song}")['answer']['open']['clips'][0];
        for ($round = 0; $round < $rounds; $round++) {
            $this->progress($round, $rounds);
            $played = [
                'origin' => 0, 'loop' => null, 'until' => 2_000,
                'events' => [[10 * $round, 0x90, 40 + $round % 60, 90], [10 * $round + 400, 0x80, 40 + $round % 60, 0]],
            ];
            $body = [
                'open' => [$clip], 'lines' => ['take'], 'selection' => [], 'request' => "take-{$this->seed}-{$round}",
                'context' => ['played' => $played],
            ];
            $server->ask("api/songs/{$song}/edits", ['lines' => ['take', 'transpose octaves=9']] + $body);
            $killer = $this->later($random->getInt(0, 60), static fn () => $server->killAWorker());
            do {
                $answer = $server->ask("api/songs/{$song}/edits", $body);
            } while ($answer['status'] === 0 || $answer['status'] >= 500);
            pcntl_waitpid($killer, $status);
            $server->ask("api/songs/{$song}/edits", $body);
        }
        $notes = count($server->ask("api/songs/{$song}")['answer']['open']['notes']['id']);
        if ($notes !== $rounds + 1) {
            $this->faults[] = "After {$rounds} takes there were {$notes} notes.";
        }
        $server->stop();

        return "{$rounds} takes, each refused once, asked for until it was answered, workers killed meanwhile, and "
            .'once more: each lies in the song once';
    }

    /**
     * Songs that go out as files and come in again many times: nothing that is heard, and no clip or track, gets lost.
     */
    public function cycles(): string
    {
        $rounds = $this->times(2_000);
        $random = $this->random('cycles');
        for ($round = 0; $round < $rounds; $round++) {
            $this->progress($round, $rounds);
            $song = $again = $this->arranged($random);
            for ($way = 0; $way < 5; $way++) {
                $again = SmfFile::read(SmfFile::of($again)->write())->song();
                if ($this->described($again) !== $this->described($song)) {
                    $this->faults[] = "Round {$round}, way {$way}: {$this->described($song)} became "
                        ."{$this->described($again)}";
                    break;
                }
            }
        }

        return number_format($rounds)
            .' songs five times out as a file and in again: tracks, clips, loops, names and all that is heard as '
            .'before';
    }

    private function arranged(Randomizer $random): Jactonic\Core\Song\Song
    {
        $tracks = $clips = $contents = [];
        $id = 1;
        foreach (range(1, $random->getInt(1, 4)) as $number) {
            $tracks[] = new Jactonic\Core\Song\Track($number, $number - 1, "Part {$number}");
            $at = 0;
            for ($k = $random->getInt($number === 1 ? 1 : 0, 4); $k > 0; $k--) {
                $at += 480 * $random->getInt(0, 4);
                $loop = [0, 0, 480, 960][$random->getInt(0, 3)];
                $clip = new Jactonic\Core\Song\Clip(
                    count($clips) + 1, $number, $at, 240 * $random->getInt(1, 20), 0, $loop,
                    ['', 'Verse'][$random->getInt(0, 1)],
                );
                $at = $clip->end();
                $rows = [];
                for ($n = $random->getInt(0, 4); $n > 0; $n--) {
                    $room = $clip->window()->to;
                    $start = $random->getInt(0, $room - 1);
                    $rows[] = [
                        'id' => $id++, 'start' => $start, 'length' => $random->getInt(1, $room - $start),
                        'pitch' => $id % 128,
                    ];
                }
                [$clips[], $contents[$clip->id]] = [
                    $clip, Jactonic\Core\Song\ClipContent::ofNotes(Jactonic\Core\Content\Notes::fromRows($rows)),
                ];
            }
        }

        return Jactonic\Core\Song\Song::of(Jactonic\Core\Song\Conductor::of(480), $tracks, $clips, $contents, $id);
    }

    private function described(Jactonic\Core\Song\Song $song): string
    {
        $said = [];
        foreach ($song->tracks as $track) {
            $heard = Jactonic\Core\Song\Sounding::of($song, $track)->notes;
            $notes = array_map(
                static fn (int $i): string => "{$heard->start[$i]}+{$heard->length[$i]} {$heard->pitch[$i]}",
                array_keys($heard->id),
            );
            sort($notes);
            $said[] = "{$track->name}: ".implode(
                ' ',
                array_map(
                    static fn ($clip): string => "{$clip->start}+{$clip->length}~{$clip->loop} {$clip->name}",
                    $song->clipsOf($track->id),
                ),
            ).' | '.implode(' ', $notes);
        }

        return implode('; ', $said);
    }

    /**
     * Bodies as large as they may be and of a wrong shape: refused in words, and no worker takes much memory for it.
     */
    public function shapes(): string
    {
        $rounds = $this->times(400, 8);
        $random = $this->random('shapes');
        $server = RealServer::fresh(true);
        $routes = [
            'songs' => 28, 'songs/1/edits' => 16, 'songs/1/choose' => 16, 'songs/1/select' => 16, 'songs/1/match' => 16,
            'songs/1/undo' => 0.2, 'songs/1/open' => 0.2, 'shelf' => 28, 'shelf/import' => 28, 'recipes' => 2,
            'recipes/order' => 2, 'recipes/import' => 2, 'keymaps/import' => 2, 'row-names' => 0.06,
        ];
        $fields = [
            'midi', 'lines', 'selection', 'open', 'revisions', 'context', 'ids', 'text', 'bindings', 'phrase', 'files',
            'name', 'choice', 'tags', 'clips',
        ];
        $pieces = ['[0],', '1,', '{"a":1},', '"",', '[[[[0]]]],', 'null,', '-1.5e300,'];
        for ($round = 0; $round < $rounds; $round++) {
            $this->progress($round, $rounds);
            $route = array_keys($routes)[$random->getInt(0, count($routes) - 1)];
            $piece = $pieces[$random->getInt(0, count($pieces) - 1)];
            $field = $fields[$random->getInt(0, count($fields) - 1)];
            $body = '{"'.$field.'":['.rtrim(
                str_repeat($piece, (int) ($routes[$route] * 990_000 / strlen($piece))), ',',
            ).']}';
            $answer = $server->ask("api/{$route}", raw: $body);
            if (! in_array($answer['status'], [400, 404, 413, 422], true)) {
                $this->faults[] = "{$route} with {$field} of {$piece} was answered with {$answer['status']}.";
            }
        }
        $peak = $server->peak();
        $this->within(0, $peak, 'A body of a wrong shape');
        $server->stop();

        return number_format($rounds)
            ." bodies of a wrong shape, up to 28 MB: all refused in words; the largest worker {$peak} MiB";
    }

    /** A folder for temporary files that is full: said as what it is, and nothing lost. */
    public function temporary(): string
    {
        $small = $this->folder();
        exec('mount -t tmpfs -o size=900k tmpfs '.escapeshellarg($small).' 2>/dev/null', $_, $failed);
        if ($failed !== 0) {
            rmdir($small);

            return 'a full folder for temporary files: not tried, for no small one can be mounted here';
        }
        putenv("TMPDIR={$small}");
        $_SERVER['TMPDIR'] = $small;
        $server = RealServer::fresh();
        putenv('TMPDIR');
        unset($_SERVER['TMPDIR']);
        $song = WatchedSong::on($server, $this->random('temporary'));
        @file_put_contents("{$small}/filling", str_repeat('x', 2_000_000));
        $events = array_map(static fn (int $k): array => [$k, $k % 2 === 0 ? 0x90 : 0x80, 60, 90], range(0, 7_999));
        $answers = [
            $server->ask('api/songs', ['name' => 'Large', 'midi' => str_repeat('A', 3_000_000)]),
            $server->ask(
                'api/songs/1/edits',
                [
                    'open' => [1], 'lines' => ['take'],
                    'context' => ['played' => ['origin' => 0, 'loop' => null, 'until' => 9_000, 'events' => $events]],
                ],
            ),
        ];
        foreach ($answers as $answer) {
            if ($answer['status'] !== 503 || ! str_contains(json_encode($answer['answer']) ?: '', 'temporary files')) {
                $this->faults[] = 'A full folder for temporary files was said as '.json_encode($answer);
            }
        }
        for ($k = 0; $k < 20; $k++) {
            if (! $song->step($server)) {
                $this->faults[] = 'With a full folder for temporary files a small edit was not done.';
            }
        }
        $this->check("{$server->folder}/songs.sqlite", 'a full folder for temporary files', [$song], null, true);
        $server->stop();
        exec('umount -l '.escapeshellarg($small));
        @rmdir($small);

        return 'a full folder for temporary files: said as that, small edits go on, nothing lost';
    }

    /**
     * Kills of what prepares, upgrades, copies and restores databases; then the next start has to work, with nothing
     * lost.
     */
    public function starts(): string
    {
        $random = $this->random('starts');
        $rounds = $this->times(400, 5);
        $old = __DIR__.'/../tests/fixtures/database-of-2026-11-25.db';
        $ways = [
            'a first start' => [null, ['data:prepare'], []],
            'a fresh start' => [$old, ['data:prepare', '--fresh'], ['Night Quay']],
            'an upgrade' => [$old, ['data:prepare'], ['Night Quay']],
            'a restoring' => [$old, ['data:restore', 'copy.sqlite'], ['Night Quay']],
            'a copying' => [$old, ['data:copy', 'away.sqlite'], ['Night Quay']],
        ];
        $killed = 0;
        for ($round = 0; $round < $rounds; $round++) {
            $this->progress($round, $rounds);
            $name = array_keys($ways)[$round % count($ways)];
            [$from, $command, $songs] = $ways[$name];
            $folder = $this->folder();
            if ($from !== null) {
                copy($from, "{$folder}/songs.sqlite");
                copy($from, "{$folder}/copy.sqlite");
            }
            $command = array_map(
                static fn (string $word): string => str_ends_with($word, '.sqlite') ? "{$folder}/{$word}" : $word,
                $command,
            );
            $process = RealServer::artisan($folder, ...$command);
            $process->start();
            usleep($random->getInt(60, 420) * 1000);
            $killed += $process->isRunning() ? 1 : 0;
            try {
                $process->signal(SIGKILL);
            } catch (LogicException) {
                // It was done before.
            }
            while ($process->isRunning()) {
                usleep(1000);
            }
            $next = RealServer::artisan($folder, 'data:prepare');
            $next->run();
            if (! $next->isSuccessful()) {
                $this->faults[] = "After {$name} that was killed the next start failed: {$next->getOutput()}";
            }
            $there = [];
            foreach (glob("{$folder}/songs*.sqlite") ?: [] as $file) {
                $pdo = new PDO("sqlite:{$file}");
                array_push($there, ...($pdo->query('select name from songs')?->fetchAll(PDO::FETCH_COLUMN) ?: []));
            }
            if (array_diff($songs, $there) !== []) {
                $this->faults[] = "After {$name} that was killed there was only ".implode(', ', $there).'.';
            }
            $this->removeFolder($folder);
        }

        return "{$rounds} starts, upgrades, copies and restorings, {$killed} of them killed on the way; the next start "
            .'worked';
    }

    /** Broken files: no warning, nothing over two seconds. */
    public function files(): string
    {
        $random = $this->random('files');
        $rounds = $this->times(100_000);
        $notes = benchNotes(120);
        $models = [
            (string) file_get_contents(__DIR__.'/../resources/demo/lantern-ferry.mid'),
            (new SmfFile(1, 480, [
                new SmfTrack(
                    $notes, [0, 0, 960],
                    ["\xFF\x51\x03\x07\xA1\x20", "\xFF\x58\x04\x03\x02\x18\x08", "\xB0\x40\x7F"], 9600,
                ),
                new SmfTrack($notes),
            ]))->write(),
            (new SmfFile(
                0, 96, [new SmfTrack($notes, [0, 10], ["\xF0\x03\x01\x02\xF7", "\xE0\x00\x40"], 5000)],
                [[0, 'XFIH'.pack('N', 4).'abcd']],
            ))->write(),
        ];
        set_error_handler(function (int $level, string $message) use (&$bytes): bool {
            $this->faults[] = "A file gave a warning: {$message} (".bin2hex(substr((string) $bytes, 0, 200)).')';

            return true;
        });
        $read = $refused = 0;
        $slowest = 0.0;
        memory_reset_peak_usage();
        for ($round = 0; $round < $rounds; $round++) {
            $this->progress($round, $rounds);
            $bytes = $this->broken($models[$round % 3], $random);
            $began = $this->processorTime();
            try {
                $song = SmfFile::read($bytes)->song();
                $again = SmfFile::read(SmfFile::of($song)->write());
                $written = array_map(static fn (SmfTrack $track): int => $track->notes->count(), $again->tracks);
                $held = array_map(static fn ($content): int => $content->notes->count(), $song->contents);
                if (array_sum($written) !== array_sum($held)) {
                    $this->faults[] = 'A file came back with other notes: '.bin2hex(substr($bytes, 0, 200));
                }
                $read++;
            } catch (CoreError) {
                $refused++;
            } catch (Throwable $error) {
                $this->faults[] = 'A file gave '.$error::class.": {$error->getMessage()} ("
                    .bin2hex(substr($bytes, 0, 200)).')';
            }
            $took = $this->processorTime() - $began;
            if ($took > 2) {
                file_put_contents($kept = sys_get_temp_dir()."/jactonic-slow-{$round}.mid", $bytes);
                $this->faults[] = "{$kept} took {$took} s.";
            }
            $slowest = max($slowest, $took);
        }
        restore_error_handler();
        $this->within($slowest, memory_get_peak_usage() / 1048576, 'A file');

        return number_format($rounds).' broken files: '.number_format($read).' read, '.number_format($refused).sprintf(
            ' refused in words; slowest %.2f s, most memory %d MiB', $slowest, memory_get_peak_usage() / 1048576,
        );
    }

    /** Made-up requests to every route of a running server. */
    public function requests(): string
    {
        $rounds = $this->times(50_000);
        $server = RealServer::fresh(true);
        $midi = base64_encode((string) file_get_contents(__DIR__.'/../resources/demo/lantern-ferry.mid'));
        for ($song = 0; $song < 3; $song++) {
            $server->ask('api/songs', ['name' => "Song {$song}", 'midi' => $midi]);
        }
        $clips = [];
        foreach ([1, 2, 3, 4] as $song) {
            $clips[$song] = $server->ask("api/songs/{$song}")['answer']['open']['clips'];
        }
        $requests = new RandomRequests($this->seed, $midi, $clips);
        $random = $this->random('requests');
        preg_match_all(
            "/^Route::(get|post|patch|delete)\('([^']+)'/m", (string) file_get_contents(__DIR__.'/../routes/api.php'),
            $routes, PREG_SET_ORDER,
        );
        $counts = [];
        $slowest = 0.0;
        for ($round = 0; $round < $rounds; $round++) {
            $this->progress($round, $rounds);
            [, $method, $uri] = $routes[$random->getInt(0, count($routes) - 1)];
            if ($method === 'delete' && $round % 40 !== 0) {
                continue;
            }
            $made = $requests->of(strtoupper($method), "api/{$uri}");
            $began = $server->processorTime();
            $answer = $server->ask(ltrim($made['path'], '/'), raw: $made['body'], method: $made['method']);
            $took = $server->processorTime() - $began;
            if ($took > $slowest) {
                $slowest = $took;
            }
            $counts[$answer['status']] = ($counts[$answer['status']] ?? 0) + 1;
            if ($answer['status'] === 0 || $answer['status'] >= 500) {
                $this->faults[] = "{$made['method']} {$made['path']} {$made['body']} was answered with "
                    ."{$answer['status']}.";
            }
            if ($round % 200 === 0) {
                foreach ([1, 2, 3, 4] as $song) {
                    $server->ask("api/songs/{$song}/restore", []);
                }
            }
        }
        $peak = $server->peak();
        $this->within($slowest, $peak, 'A request');
        $this->check("{$server->folder}/songs.sqlite", 'made-up requests', [], null, true);
        $server->stop();
        ksort($counts);

        return number_format(array_sum($counts)).' made-up requests, by status: '.implode(
            ', ',
            array_map(
                static fn (int $status, int $count): string => "{$status}: ".number_format($count), array_keys($counts),
                $counts,
            ),
        ).sprintf('; slowest %.2f s, largest worker %d MiB', $slowest, $peak);
    }

    /** Eight writers on one song end where they would have one after the other. */
    public function writers(): string
    {
        $each = $this->times(250);
        $server = RealServer::fresh();
        $rows = array_map(
            static fn (int $k): array => ['start' => 480 * $k, 'length' => 240, 'pitch' => 30 + $k, 'velocity' => 1],
            range(0, 7),
        );
        $song = $server->ask(
            'api/songs',
            [
                'name' => 'Eight',
                'midi' => base64_encode(
                    (new SmfFile(1, 480, [new SmfTrack(Jactonic\Core\Content\Notes::fromRows($rows))]))->write(),
                ),
            ],
        )['answer']['id'];
        $clip = $server->ask("api/songs/{$song}")['answer']['open']['clips'][0];
        $began = hrtime(true);
        $children = [];
        for ($writer = 1; $writer <= 8; $writer++) {
            $children[] = $this->later(0, static function () use ($server, $song, $clip, $writer, $each): void {
                for ($k = 0; $k < $each; $k++) {
                    do {
                        $answer = $server->ask(
                            "api/songs/{$song}/edits",
                            [
                                'open' => [$clip],
                                'lines' => [
                                    $k % 2 === 0 ? 'velocity add=1' : 'velocity add=1 ',
                                    'transpose semitones='.($k % 2 === 0 ? 1 : -1),
                                ],
                                'selection' => [$writer], 'request' => "writer-{$writer}-{$k}",
                            ],
                        );
                    } while ($answer['status'] === 0 || $answer['status'] >= 500);
                }
            });
        }
        foreach ($children as $child) {
            pcntl_waitpid($child, $status);
        }
        $seconds = (hrtime(true) - $began) / 1e9;
        $notes = $server->ask("api/songs/{$song}")['answer']['open']['notes'];
        if (
            $notes['velocity'] !== array_fill(0, 8, min(127, 1 + $each))
            || $notes['pitch'] !== array_map(static fn (int $k): int => 30 + $k + $each % 2, range(0, 7))
        ) {
            $this->faults[] = 'Eight writers ended at '.json_encode($notes);
        }
        $this->check("{$server->folder}/songs.sqlite", 'eight writers', [], null, true);
        $server->stop();

        return '8 writers at once, '.number_format(8 * $each).sprintf(
            ' edits in %.1f s: the song is as after the same edits in a row', $seconds,
        );
    }

    /** A disk that is full: refused in words, nothing lost, and it goes on once there is room. */
    public function disk(): string
    {
        $folder = $this->folder();
        exec('mount -t tmpfs -o size=2500k tmpfs '.escapeshellarg($folder).' 2>/dev/null', $_, $failed);
        if ($failed !== 0) {
            rmdir($folder);

            return 'a full disk: not tried, for no small one can be mounted here';
        }
        RealServer::artisan($folder, 'data:prepare', '--no-demo')->mustRun();
        $server = new RealServer($folder);
        $song = WatchedSong::on($server, $this->random('disk'));
        file_put_contents("{$folder}/filling", str_repeat('x', 1_300_000));
        $refused = null;
        for ($k = 0; $k < 20_000 && $refused === null; $k++) {
            // A new song may still fit where a step does not.
            for ($more = 0; ! $song->step($server) && $more < 100 && ($refused['status'] ?? 201) === 201; $more++) {
                $refused = $server->ask(
                    'api/songs',
                    ['name' => 'One more', 'tempo' => 120, 'meter' => '4/4', 'key' => 'none', 'sketch' => 'empty'],
                );
            }
        }
        $before = $song->acknowledged;
        if (
            $refused === null || $refused['status'] !== 503
            || ! str_contains(json_encode($refused['answer']) ?: '', 'disk is full')
        ) {
            $this->faults[] = 'A full disk was said as '.json_encode($refused);
        }
        $this->check("{$folder}/songs.sqlite", 'a full disk', [$song], null, true);
        unlink("{$folder}/filling");
        if (! $song->step($server)) {
            $this->faults[] = 'With room on the disk again it did not go on.';
        }
        $this->check("{$folder}/songs.sqlite", 'a disk with room again', [$song], null, true);
        $server->stop(false);
        exec('umount '.escapeshellarg($folder));
        rmdir($folder);

        return 'a full disk: refused in words after '.number_format($before)
            .' steps, all of them there; it went on when there was room';
    }

    /** A long session: memory of the workers, sizes, and the time of an edit at the beginning and at the end. */
    public function soak(): string
    {
        $random = $this->random('soak');
        $edits = $this->times(50_000);
        $server = RealServer::fresh();
        $songs = [];
        for ($k = 0; $k < 20; $k++) {
            $midi = base64_encode((new SmfFile(1, 960, [new SmfTrack(benchNotes(500))]))->write());
            $song = $server->ask('api/songs', ['name' => "Soak {$k}", 'midi' => $midi])['answer']['id'];
            $songs[$song] = $server->ask("api/songs/{$song}")['answer']['open']['clips'][0];
        }
        $lines = [
            'transpose semitones=1', 'transpose semitones=-1', 'quantize strength=70', 'velocity add=2',
            'velocity add=-2', 'nudge by=10tk', 'nudge by=-10tk', 'length times=101%', 'humanize time=3ms',
        ];
        $times = [];
        $early = $server->peak();
        for ($k = 0; $k < $edits; $k++) {
            $this->progress($k, $edits);
            $song = array_rand($songs);
            $began = hrtime(true);
            $answer = $k % 10 === 9
                ? $server->ask("api/songs/{$song}/undo", ['open' => [$songs[$song]]])
                : $server->ask(
                    "api/songs/{$song}/edits",
                    [
                        'open' => [$songs[$song]], 'lines' => [$lines[$random->getInt(0, count($lines) - 1)]],
                        'selection' => range($from = $random->getInt(1, 480), $from + 8),
                        'request' => "soak-{$this->seed}-{$k}",
                    ],
                );
            $times[] = (hrtime(true) - $began) / 1e6;
            if ($answer['status'] === 0 || $answer['status'] >= 500) {
                $this->faults[] = "The soak was answered with {$answer['status']}.";
            }
            if ($k === intdiv($edits, 10)) {
                $early = $server->peak();
            }
        }
        $tenth = max(1, intdiv($edits, 10));
        $size = array_sum(array_map(filesize(...), glob("{$server->folder}/songs.sqlite{,-wal}", GLOB_BRACE) ?: []));
        $late = $server->peak();
        [$first, $last] = [median(array_slice($times, 0, $tenth)), median(array_slice($times, -$tenth))];
        $this->check("{$server->folder}/songs.sqlite", 'the soak', [], null, true);
        $log = array_sum(array_map(filesize(...), glob(__DIR__.'/../storage/logs/*.log') ?: []));
        $server->stop();
        if ($last > 2 * $first || $late > 1.5 * $early + 16) {
            $this->faults[] = sprintf(
                'Over the soak an edit went from %.1f to %.1f ms, a worker from %d to %d MiB.', $first, $last, $early,
                $late,
            );
        }

        return number_format($edits).sprintf(
            ' edits over 20 songs: an edit takes %.1f ms in the first tenth and %.1f ms in the last (× %.2f); the '
                .'largest worker had %d MiB after a tenth and %d at the end; database and its log %.1f MB, logs of the '
                .'program %.2f MB',
            $first, $last, $last / $first, $early, $late, $size / 1e6, $log / 1e6,
        );
    }

    /** @param  list<WatchedSong>  $songs */
    private function check(string $database, string $after, array $songs, ?int $imports, bool $deeply): void
    {
        foreach ($songs as $song) {
            $difference = $song->difference($database);
            if ($difference !== '') {
                $this->faults[] = "After {$after}: {$difference}.";
            }
        }
        $pdo = new PDO("sqlite:{$database}");
        if (
            $imports !== null
            && (int) $pdo->query("select count(*) from songs where name like 'Import%'")?->fetchColumn() < $imports
        ) {
            $this->faults[] = "After {$after} an import is gone.";
        }
        unset($pdo);
        if ($deeply) {
            $check = RealServer::artisan(dirname($database), 'data:check');
            $check->run();
            if (! $check->isSuccessful()) {
                $this->faults[] = "After {$after} the database is not whole: {$check->getOutput()}";
            }
        }
    }

    /** Says how far it is, every ten seconds, where somebody looks on. */
    private function progress(int $done, int $of): void
    {
        if (time() >= $this->saidAt + 10) {
            $this->saidAt = time();
            fprintf(STDERR, "%s of %s …\n", number_format($done), number_format($of));
        }
    }

    private function within(float $seconds, float $mebibytes, string $what): void
    {
        if ($seconds > 2 || $mebibytes > 256) {
            $this->faults[] = sprintf(
                '%s took %.2f s and %d MiB; 2 s and 256 MiB are the most.', $what, $seconds, $mebibytes,
            );
        }
    }

    private function broken(string $bytes, Randomizer $random): string
    {
        for ($k = $random->getInt(1, 6); $k > 0 && $bytes !== ''; $k--) {
            $at = $random->getInt(0, strlen($bytes) - 1);
            $bytes = match ($random->getInt(0, 5)) {
                0 => substr($bytes, 0, $at),
                1 => substr_replace($bytes, $random->getBytes($random->getInt(1, 8)), $at, 0),
                2 => substr_replace($bytes, '', $at, $random->getInt(1, 20)),
                3 => substr_replace($bytes, str_repeat("\xFF", 4), $at, 4),
                4 => substr($bytes, 0, $at).substr($bytes, $random->getInt(0, strlen($bytes) - 1)),
                default => substr_replace($bytes, chr($random->getInt(0, 255)), $at, 1),
            };
        }

        return $bytes;
    }

    /** Does something in a process of its own, after so many ms. */
    private function later(int $ms, Closure $work): int
    {
        $child = pcntl_fork();
        if ($child === 0) {
            usleep($ms * 1000);
            $work();
            // Nothing of the parent is tidied up here.
            posix_kill(posix_getpid(), SIGKILL);
        }

        return $child;
    }

    /** Seconds of the processor that this process has taken: other work on the machine does not count. */
    private function processorTime(): float
    {
        $usage = getrusage();

        $microseconds = $usage['ru_utime.tv_usec'] + $usage['ru_stime.tv_usec'];

        return $usage['ru_utime.tv_sec'] + $usage['ru_stime.tv_sec'] + $microseconds / 1e6;
    }

    private function folder(): string
    {
        $folder = sys_get_temp_dir().'/jactonic-endure-'.bin2hex(random_bytes(6));
        mkdir($folder);

        return $folder;
    }

    private function removeFolder(string $folder): void
    {
        (new Process(['rm', '-rf', $folder]))->mustRun();
    }

    private function times(int $full, int $least = 2): int
    {
        return max($least, (int) round($full * $this->scale));
    }

    private function random(string $of): Randomizer
    {
        return new Randomizer(new Mt19937($this->seed + crc32($of)));
    }
}

$options = [];
foreach (array_slice($argv, 1) as $word) {
    if (preg_match('/^--(seed|scale|short)(?:=(.+))?$/', $word, $found) === 1) {
        $options[$found[1]] = $found[2] ?? true;
    } elseif (! in_array($word, Endurance::ALL, true)) {
        fwrite(STDERR, 'usage: bench/endure ['.implode('|', Endurance::ALL)." …] [--seed=N] [--scale=F] [--short]\n");
        exit(2);
    }
}
$isShort = isset($options['short']);
$endurance = new Endurance((int) ($options['seed'] ?? 1), (float) ($options['scale'] ?? ($isShort ? 0.006 : 1)));
$named = array_values(array_filter(
    array_slice($argv, 1), static fn (string $word): bool => ! str_starts_with($word, '--'),
));
$all = $isShort ? array_diff(Endurance::ALL, ['soak']) : Endurance::ALL;
foreach ($named === [] ? $all : $named as $what) {
    $began = hrtime(true);
    $said = $endurance->{$what}();
    printf("%-9s %s (%.0f s)\n", $what, $said, (hrtime(true) - $began) / 1e9);
}
foreach ($endurance->faults as $fault) {
    echo 'FAULT: ', substr($fault, 0, 2000), "\n";
}
echo $endurance->faults === [] ? "Nothing lost, nothing broken.\n" : count($endurance->faults)." faults.\n";
exit($endurance->faults === [] ? 0 : 1);

<?php

declare(strict_types=1);

namespace Tests;

use RuntimeException;
use Symfony\Component\Process\Process;

/** The program as ./start serves it, on a database of its own, to be asked from outside and to be killed. */
final class RealServer
{
    public readonly string $address;

    private Process $process;

    private int $pid = 0;

    public function __construct(public readonly string $folder, private readonly int $workers = 2)
    {
        $this->address = '127.0.0.1:'.self::freePort();
        $this->start();
    }

    public static function freePort(): string
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        if ($socket === false) {
            throw new RuntimeException('No port is free.');
        }
        $address = (string) stream_socket_get_name($socket, false);
        fclose($socket);

        return substr((string) strrchr($address, ':'), 1);
    }

    /** On a new folder with a new database. */
    public static function fresh(bool $demo = false): self
    {
        $folder = sys_get_temp_dir().'/jactonic-real-'.bin2hex(random_bytes(6));
        mkdir($folder);
        self::artisan($folder, 'data:prepare', ...($demo ? [] : ['--no-demo']))->mustRun();

        return new self($folder);
    }

    /** A command of the program on the database of a folder. */
    public static function artisan(string $folder, string ...$words): Process
    {
        return new Process(['php', 'artisan', ...$words], self::project(), self::environment($folder));
    }

    /** The most memory a process of it has ever had, in MiB. */
    public function peak(): int
    {
        $most = 0;
        foreach ($this->processes() as $process) {
            if (
                preg_match('/VmHWM:\s+(\d+) kB/', (string) @file_get_contents("/proc/{$process}/status"), $found) === 1
            ) {
                $most = max($most, intdiv((int) $found[1], 1024));
            }
        }

        return $most;
    }

    /** What its processes have computed since they began, in s; unlike a clock it does not count what others do. */
    public function processorTime(): float
    {
        $ticks = 0;
        foreach ($this->processes() as $process) {
            // After the name, which may hold anything: the 12th and 13th value are hundredths of a second.
            $stat = (string) @file_get_contents("/proc/{$process}/stat");
            $values = explode(' ', (string) preg_replace('/^.*\) /s', '', $stat));
            $ticks += (int) ($values[11] ?? 0) + (int) ($values[12] ?? 0);
        }

        return $ticks / 100;
    }

    public function start(): void
    {
        $port = substr((string) strrchr($this->address, ':'), 1);
        $this->process = new Process(
            [
                'bash', '-c',
                '. bin/setup.sh; trap stop_server EXIT; trap "exit 0" TERM; start_server "$1"; echo started; wait '
                    .'"$server"',
                'server', $port,
            ],
            self::project(), self::environment($this->folder) + ['WORKERS' => (string) $this->workers], null, null,
        );
        $this->process->start();
        $this->pid = (int) $this->process->getPid();
        $this->process->waitUntil(static fn (string $type, string $output): bool => str_contains($output, 'started'));
    }

    /** Ends every process of it at once, as the machine's power or memory would. */
    public function kill(): void
    {
        foreach ($this->processes() as $process) {
            // 0 would mean the group of the one who asks.
            $process > 1 && posix_kill($process, SIGKILL);
        }
    }

    /** Waits until its processes are gone, after a kill. */
    public function reap(): void
    {
        while ($this->process->isRunning()) {
            usleep(1000);
        }
    }

    /** Ends one of its workers in the middle of what it does; tells whether there was one. */
    public function killAWorker(): bool
    {
        foreach ($this->processes() as $process) {
            if (str_contains((string) @file_get_contents("/proc/{$process}/cmdline"), 'pool jactonic')) {
                return posix_kill($process, SIGKILL);
            }
        }

        return false;
    }

    /** @param  bool  $clears  whether its folder goes too */
    public function stop(bool $clears = true): void
    {
        $this->process->stop(5);
        if (! $clears) {
            return;
        }
        foreach (glob("{$this->folder}/*") ?: [] as $file) {
            is_file($file) && unlink($file);
        }
        rmdir($this->folder);
    }

    /**
     * @param  array<array-key, mixed>|null  $body  null for a GET
     * @return array{status: int, headers: string, answer: array<array-key, mixed>}
     */
    public function ask(
        string $path, ?array $body = null, string $headers = '', ?string $raw = null, ?string $method = null,
    ): array {
        $isWriting = $body !== null || $raw !== null;
        $options = [
            'method' => $method ?? ($isWriting ? 'POST' : 'GET'), 'ignore_errors' => true, 'timeout' => 30,
            'header' => trim("Content-Type: application/json\r\n".self::cookie()."\r\n{$headers}"),
        ]
            + ($isWriting ? ['content' => $raw ?? json_encode($body)] : []);
        $answer = @file_get_contents(
            "http://{$this->address}/{$path}", false, stream_context_create(['http' => $options]),
        );
        $told = implode("\n", $http_response_header ?? []);
        // An answer that breaks off is none.
        $isWhole = preg_match(
            '/^Content-Length: (\d+)/mi', $told, $length,
        ) !== 1 || strlen((string) $answer) === (int) $length[1];

        return [
            'status' => $isWhole ? (int) (explode(' ', $told)[1] ?? 0) : 0,
            'headers' => $told,
            'answer' => (array) json_decode((string) $answer, true),
        ];
    }

    /** What a browser sends that was opened with the key of this installation. */
    public static function cookie(): string
    {
        $key = self::key();

        return 'Cookie: jactonic_'.substr($key, 0, 8)."={$key}";
    }

    /** The key of this installation. */
    public static function key(): string
    {
        return trim((string) file_get_contents(self::project().'/storage/door'));
    }

    /** @return list<int> the server’s processes, those of its children too */
    private function processes(): array
    {
        return self::descendants($this->pid);
    }

    /** @return list<int> a process and all that it started, and those started */
    public static function descendants(int $of): array
    {
        $children = [];
        foreach (glob('/proc/[0-9]*/stat') ?: [] as $stat) {
            if (preg_match('/^(\d+) \(.*\) \S (\d+) /s', (string) @file_get_contents($stat), $found) === 1) {
                $children[(int) $found[2]][] = (int) $found[1];
            }
        }
        $found = [$of];
        for ($i = 0; $i < count($found); $i++) {
            array_push($found, ...($children[$found[$i]] ?? []));
        }

        return $found;
    }

    private static function project(): string
    {
        return dirname(__DIR__);
    }

    /** @return array<string, string> */
    public static function environment(string $folder): array
    {
        return [
            'DB_DATABASE' => "{$folder}/songs.sqlite", 'APP_ENV' => 'production',
            'APP_CONFIG_CACHE' => 'bootstrap/cache/config.php', 'APP_ROUTES_CACHE' => 'bootstrap/cache/routes-v7.php',
        ];
    }
}

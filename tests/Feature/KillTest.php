<?php

declare(strict_types=1);

namespace Tests\Feature;

use Jactonic\Core\Content\Packing\PackedTable;
use PDO;
use Symfony\Component\Process\Process;
use Tests\AppTestCase;

final class KillTest extends AppTestCase
{
    public function test_what_was_acknowledged_survives_a_kill_of_the_server(): void
    {
        $folder = sys_get_temp_dir().'/jactonic-kill-'.bin2hex(random_bytes(6));
        mkdir($folder);
        touch("{$folder}/songs.sqlite");
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        self::assertIsResource($socket);
        $address = (string) stream_socket_get_name($socket, false);
        fclose($socket);
        $env = ['DB_DATABASE' => "{$folder}/songs.sqlite", 'APP_CONFIG_CACHE' => "{$folder}/none.php", 'APP_ROUTES_CACHE' => "{$folder}/none.php"];
        (new Process(['php', 'artisan', 'migrate', '--force'], base_path(), $env))->mustRun();
        $server = new Process(['php', '-S', $address, '-t', 'public', 'public/router.php'], base_path(), $env);
        $server->start();

        try {
            $ask = static function (string $path, array $body) use ($address): array {
                $options = ['method' => 'POST', 'header' => 'Content-Type: application/json', 'content' => json_encode($body)];

                return (array) json_decode((string) file_get_contents("http://{$address}/api/{$path}", false, stream_context_create(['http' => $options])), true);
            };
            $server->waitUntil(static fn (string $type, string $output): bool => str_contains($output, 'started'));
            $song = $ask('songs', ['name' => 'Kill', 'midi' => base64_encode($this->smallFile()->write())])['id'];
            for ($revision = 1; $revision <= 5; $revision++) {
                $ask("songs/{$song}/edits", ['open' => [1], 'revisions' => [1 => $revision], 'lines' => ['transpose semitones=1'], 'selection' => [1 + $revision % 3]]);
            }
            $server->signal(SIGKILL);
            $server->wait();

            $row = (new PDO("sqlite:{$folder}/songs.sqlite"))->query('select revision, notes, (select count(*) from steps) as steps from clips');
            self::assertNotFalse($row);
            $stored = (array) $row->fetch(PDO::FETCH_ASSOC);
            self::assertSame([6, 5], [$stored['revision'], $stored['steps']]);
            self::assertSame([61, 66, 69], PackedTable::notes((string) $stored['notes'])->pitch);
        } finally {
            $server->stop(0);
            array_map(unlink(...), glob("{$folder}/*") ?: []);
            rmdir($folder);
        }
    }
}

<?php

declare(strict_types=1);

namespace Tests\Feature;

use Jactonic\Core\Content\Packing\PackedTable;
use PDO;
use Tests\AppTestCase;
use Tests\RealServer;

final class KillTest extends AppTestCase
{
    public function test_what_was_acknowledged_survives_a_kill_of_the_server(): void
    {
        $server = RealServer::fresh();
        try {
            $song = $server->ask(
                'api/songs', ['name' => 'Kill', 'midi' => base64_encode($this->smallFile()->write())],
            )['answer']['id'];
            for ($revision = 1; $revision <= 5; $revision++) {
                $server->ask(
                    "api/songs/{$song}/edits",
                    [
                        'open' => [1], 'revisions' => [1 => $revision], 'lines' => ['transpose semitones=1'],
                        'selection' => [1 + $revision % 3],
                    ],
                );
            }
            $server->kill();
            $server->reap();

            $row = (new PDO("sqlite:{$server->folder}/songs.sqlite"))->query(
                'select revision, notes, (select count(*) from steps) as steps from clips',
            );
            self::assertNotFalse($row);
            $stored = (array) $row->fetch(PDO::FETCH_ASSOC);
            self::assertSame([6, 5], [$stored['revision'], $stored['steps']]);
            self::assertSame([61, 66, 69], PackedTable::notes((string) $stored['notes'])->pitch);
        } finally {
            $server->stop();
        }
    }
}

<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Foundation\Testing\TestCase;
use Jactonic\Core\Song\Song;
use PHPUnit\Framework\Attributes\TestWith;
use Tests\RealServer;

/** What the door of the program lets in, asked from outside. */
final class DoorTest extends TestCase
{
    private static ?RealServer $server = null;

    private function server(): RealServer
    {
        return self::$server ??= RealServer::fresh(true);
    }

    public static function tearDownAfterClass(): void
    {
        self::$server?->stop();
        self::$server = null;
    }

    #[TestWith(['api/songs', 200], 'an answer')]
    #[TestWith(['', 200], 'the page')]
    #[TestWith(['build/index.html', 200], 'a file of the build')]
    #[TestWith(['build/nothing.js', 404], 'a file that is not there')]
    #[TestWith(['../.env', 400])]
    #[TestWith(['build/%2e%2e/%2e%2e/.env', 400])]
    #[TestWith(['api/nothing', 404])]
    public function test_every_answer_has_the_headers_that_keep_other_sites_out(string $path, int $status): void
    {
        $answer = $this->server()->ask($path);

        self::assertSame($status, $answer['status']);
        foreach (['X-Content-Type-Options: nosniff', 'X-Frame-Options: DENY', 'Referrer-Policy: no-referrer', "frame-ancestors 'none'"] as $header) {
            self::assertSame(1, substr_count($answer['headers'], $header), "{$header} in {$answer['headers']}");
        }
        self::assertDoesNotMatchRegularExpression('/php|nginx\//i', $answer['headers'], 'no version is told');
    }

    #[TestWith(['pier.example', 421])]
    #[TestWith(['127.0.0.1.pier.example', 421])]
    #[TestWith(["pi\xC3\xA9r.example", 421])]
    #[TestWith(['localhost:8080', 200])]
    public function test_other_names_get_no_answer_and_no_file(string $host, int $status): void
    {
        foreach (['api/songs', 'build/index.html', ''] as $path) {
            self::assertSame($status, $this->server()->ask($path, null, "Host: {$host}")['status'], $path);
        }
    }

    #[TestWith(['api/songs', 30, 413])]
    #[TestWith(['api/songs/1/edits', 17, 413])]
    #[TestWith(['api/songs/1/edits', 15, 422], 'too many lines, but not too large')]
    #[TestWith(['api/keymaps/import', 3, 413])]
    #[TestWith(['api/recipes', 3, 413])]
    #[TestWith(['api/songs/1/undo', 1, 413])]
    #[TestWith(['api/nothing', 1, 413])]
    public function test_a_body_larger_than_its_route_takes_is_turned_away(string $path, int $megabytes, int $status): void
    {
        $answer = $this->server()->ask($path, raw: '{"lines":"'.str_repeat('x', $megabytes * 1_000_000).'"}');

        self::assertSame($status, $answer['status']);
        self::assertArrayHasKey('error', $answer['answer']);
    }

    public function test_all_clips_a_song_may_have_are_opened_by_their_ids(): void
    {
        $clips = implode(',', range(1, Song::MOST_CLIPS));

        self::assertSame(404, $this->server()->ask("api/songs/999?clips={$clips}&front=1&grid=1%2F16&swing=0")['status'], 'read, though there is no such song');
    }

    public function test_a_body_without_a_length_is_counted_as_it_comes_in(): void
    {
        $socket = stream_socket_client("tcp://{$this->server()->address}");
        self::assertIsResource($socket);
        fwrite($socket, "POST /api/keymaps/import HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nTransfer-Encoding: chunked\r\n\r\n");
        for ($sent = 0; $sent < 4_000_000; $sent += 100_000) {
            @fwrite($socket, dechex(100_000)."\r\n".str_repeat('x', 100_000)."\r\n");
        }

        self::assertStringContainsString(' 413 ', (string) fgets($socket));
    }

    public function test_a_worker_that_dies_is_replaced(): void
    {
        for ($i = 0; $i < 4; $i++) {
            self::assertTrue($this->server()->killAWorker());
            usleep(20_000);
        }
        for ($tries = 0; $tries < 50 && $this->server()->ask('api/status')['status'] !== 200; $tries++) {
            usleep(50_000);
        }

        self::assertSame(200, $this->server()->ask('api/status')['status']);
    }
}

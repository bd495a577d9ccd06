<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Foundation\Testing\TestCase;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Song\Song;
use PHPUnit\Framework\Attributes\DataProvider;
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
        foreach (
            [
                'X-Content-Type-Options: nosniff',
                'X-Frame-Options: DENY',
                'Referrer-Policy: no-referrer',
                "frame-ancestors 'none'",
            ] as $header
        ) {
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
    public function test_a_body_larger_than_its_route_takes_is_turned_away(
        string $path, int $megabytes, int $status,
    ): void {
        $answer = $this->server()->ask($path, raw: '{"lines":"'.str_repeat('x', $megabytes * 1_000_000).'"}');

        self::assertSame($status, $answer['status']);
        self::assertArrayHasKey('error', $answer['answer']);
    }

    #[TestWith(['open', 404], 'read, though there is no such song')]
    #[TestWith(['sound', 404])]
    #[TestWith(['undo', 404])]
    #[TestWith(['redo', 404])]
    #[TestWith(['history', 404])]
    public function test_all_clips_a_song_may_have_are_named_by_ids_of_any_size(string $what, int $status): void
    {
        $clips = range(9_000_000, 9_000_000 + Song::MOST_CLIPS - 1);
        $body = [
            'clips' => $clips, 'open' => $clips, 'front' => $clips[0], 'revisions' => array_fill_keys($clips, 1),
            'step' => null,
        ];

        self::assertSame($status, $this->server()->ask("api/songs/999/{$what}", $body)['status']);
    }

    /** As many ids as fit are longer than what other addresses take. */
    #[TestWith(['edits'])]
    #[TestWith(['ahead'])]
    #[TestWith(['say'])]
    #[TestWith(['why'])]
    #[TestWith(['choose'])]
    #[TestWith(['select'])]
    #[TestWith(['match'])]
    #[TestWith(['advice'])]
    #[TestWith(['keys'])]
    public function test_all_notes_that_can_be_worked_on_may_be_selected_one_by_one(string $what): void
    {
        $body = [
            'open' => [1], 'front' => 1, 'revisions' => ['1' => 1], 'selection' => range(1, Draft::MOST_NOTES - 1),
            'lines' => ['quantize'], 'presses' => [['lines' => ['quantize']]], 'text' => 'louder', 'what' => 'all',
            'where' => ['velocity=1..'], 'clips' => [1], 'context' => ['grid' => '1/16', 'swing' => 0],
        ];
        $answer = $this->server()->ask("api/songs/999/{$what}", $body);

        self::assertNotContains($answer['status'], [413, 500]);
        self::assertStringNotContainsString('more than is taken', $answer['answer']['error']['message'] ?? '');
    }

    /** @return iterable<string, array{string}> what is sent, as it is */
    public static function oddRequests(): iterable
    {
        yield 'an address that is too long' => [
            'GET /api/songs/1?clips='.str_repeat('9,', 40_000)." HTTP/1.1\r\nHost: localhost\r\n\r\n",
        ];
        yield 'a head that is too long' => [
            "GET /api/songs HTTP/1.1\r\nHost: localhost\r\nX-Long: ".str_repeat('x', 200_000)."\r\n\r\n",
        ];
        yield 'no request at all' => ["hello\r\n\r\n"];
        yield 'no name' => ["GET /api/songs HTTP/1.1\r\n\r\n"];
        yield 'two lengths' => [
            "POST /api/songs HTTP/1.1\r\nHost: localhost\r\nContent-Length: 2\r\nContent-Length: 3\r\n\r\n{}",
        ];
        yield 'a word for a length' => [
            "POST /api/songs HTTP/1.1\r\nHost: localhost\r\nContent-Length: much\r\n\r\n{}",
        ];
        yield 'a way out of the folder' => ["GET /build/../../.env HTTP/1.1\r\nHost: localhost\r\n\r\n"];
        yield 'a folder' => ["GET /build/assets/ HTTP/1.1\r\nHost: localhost\r\n\r\n"];
        yield 'a method for proxies' => ["TRACE /api/songs HTTP/1.1\r\nHost: localhost\r\n\r\n"];
        yield 'a file that is posted to' => [
            "POST /build/index.html HTTP/1.1\r\nHost: localhost\r\nContent-Length: 0\r\n\r\n",
        ];
        yield 'a part that is not there' => [
            "GET /build/index.html HTTP/1.1\r\nHost: localhost\r\nRange: bytes=99999999-\r\n\r\n",
        ];
        yield 'an expectation' => [
            "POST /api/songs HTTP/1.1\r\nHost: localhost\r\nExpect: more\r\nContent-Length: 0\r\n\r\n",
        ];
    }

    #[DataProvider('oddRequests')]
    public function test_no_answer_is_a_page_of_the_doors_own(string $request): void
    {
        $socket = stream_socket_client("tcp://{$this->server()->address}");
        self::assertIsResource($socket);
        stream_set_timeout($socket, 5);
        @fwrite($socket, $request);
        $answer = '';
        while (
            ! str_contains($answer, '</html>')
            && ! str_contains($answer, '"}}')
            && ($more = (string) fread($socket, 65_536)) !== ''
        ) {
            $answer .= $more;
        }

        self::assertStringNotContainsStringIgnoringCase('<html', $answer);
        self::assertMatchesRegularExpression('/"error":\{"message":"[A-Z]/', $answer);
    }

    /** @return iterable<string, array{string, string, string}> method, address, body */
    public static function wrongShapes(): iterable
    {
        $sizes = [
            'api/songs' => 28, 'api/shelf' => 28, 'api/keymaps' => 2, 'api/recipes' => 2,
            'api/songs/{song}/edits' => 16, 'api/songs/{song}/match' => 16,
        ];
        foreach (MadeUpRequestsTest::routes() as $name => [$method, $uri]) {
            $size
                = $method === 'GET'
                    ? 0
                    : max([
                        0,
                        ...array_intersect_key($sizes, [
                            $uri => 0,
                            preg_replace('#^(api/(shelf|keymaps|recipes)).*#', '$1', $uri) => 0,
                        ]),
                    ])
                            * 1_000_000
                        - 200;
            foreach (
                $size <= 0
                    ? []
                    : [
                        'lists' => '[0],', 'numbers' => '1,', 'objects' => '{"a":1},', 'texts' => '"",',
                    ] as $kind => $piece
            ) {
                $fields = [
                    'midi', 'lines', 'selection', 'open', 'context', 'ids', 'text', 'bindings', 'phrase', 'files',
                    'name', 'choice', 'tags',
                ];
                $field = $fields[crc32("{$name} {$kind}") % count($fields)];
                yield "{$name}: {$field} of {$kind}" => [
                    $method, strtr($uri, ['{song}' => '1', '{map}' => '1', '{recipe}' => '1', '{phrase}' => '1']),
                    "{$field} {$size} {$piece}",
                ];
            }
        }
        yield 'deep' => ['POST', 'api/songs/1/edits', 'deep'];
    }

    #[DataProvider('wrongShapes')]
    public function test_a_body_of_a_wrong_shape_is_refused_before_it_takes_memory(
        string $method, string $path, string $made,
    ): void {
        [$field, $size, $piece] = explode(' ', $made) + ['', '', ''];
        $body = $made === 'deep'
            ? str_repeat('{"a":', 100_000).'1'.str_repeat('}', 100_000)
            : '{"'.$field.'":['.rtrim(str_repeat($piece, intdiv((int) $size, strlen($piece))), ',').']}';
        $answer = $this->server()->ask($path, raw: $body, method: $method);

        self::assertContains($answer['status'], [400, 404, 422]);
        self::assertArrayHasKey('error', $answer['answer']);
        self::assertLessThan(256, $this->server()->peak(), 'MiB');
    }

    public function test_a_body_without_a_length_is_counted_as_it_comes_in(): void
    {
        $socket = stream_socket_client("tcp://{$this->server()->address}");
        self::assertIsResource($socket);
        fwrite(
            $socket,
            "POST /api/keymaps/import HTTP/1.1\r\nHost: localhost\r\nContent-Type: "
                ."application/json\r\nTransfer-Encoding: chunked\r\n\r\n",
        );
        for ($sent = 0; $sent < 4_000_000; $sent += 100_000) {
            @fwrite($socket, dechex(100_000)."\r\n".str_repeat('x', 100_000)."\r\n");
        }

        self::assertStringContainsString(' 413 ', (string) fgets($socket));
    }

    public function test_a_worker_that_dies_is_replaced(): void
    {
        for ($i = 0; $i < 4; $i++) {
            // The one before it may not be replaced yet.
            for ($waits = 0; $waits < 250 && ! $this->server()->killAWorker(); $waits++) {
                usleep(20_000);
            }
            self::assertLessThan(250, $waits);
        }
        for ($tries = 0; $tries < 50 && $this->server()->ask('api/status')['status'] !== 200; $tries++) {
            usleep(50_000);
        }

        self::assertSame(200, $this->server()->ask('api/status')['status']);
    }
}

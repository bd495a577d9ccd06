<?php

declare(strict_types=1);

namespace Tests\Feature;

use FilesystemIterator;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Routing\Route;
use Illuminate\Routing\Router;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Song\Song;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use Symfony\Component\Process\Process;
use Tests\RealServer;

/** What the door of the program lets in, asked from outside. */
final class DoorTest extends TestCase
{
    /** A number that no process has. */
    private const NOBODY = 4_194_305;

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

    #[TestWith(['/api/banks/begun/../../songs'])]
    #[TestWith(['/api/banks/begun/%2e%2e/%2E./songs'])]
    #[TestWith(['/api/banks/begun/..%2f../songs'])]
    #[TestWith(['/api/./songs'])]
    #[TestWith(['/api/songs/..'])]
    public function test_no_address_is_bounded_as_one_and_answered_as_another(string $path): void
    {
        $answer = $this->told(self::withKey(
            "POST {$path} HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: 2\r\n"
                ."Connection: close\r\n\r\n{}",
        ));

        self::assertStringStartsWith('HTTP/1.1 400 ', $answer);
        self::assertStringContainsString('This is no request that can be read.', $answer);
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

    /** @return list<array{string}> addresses of everything there is */
    public static function everyAddress(): array
    {
        return [
            [''], ['songs/1'], ['songs/new'], ['build/index.html'], ['build/nothing.js'], ['favicon.ico'],
            ['api/nothing'],
            ...array_map(
                static fn (array $route): array => [$route[1]],
                array_values(iterator_to_array(MadeUpRequestsTest::routes())),
            ),
        ];
    }

    public function test_without_the_key_nobody_sees_or_changes_anything(): void
    {
        foreach (self::everyAddress() as [$path]) {
            foreach (['GET', 'POST', 'PUT', 'PATCH', 'DELETE'] as $method) {
                foreach (['', 'jactonic_'.substr(RealServer::key(), 0, 8).'='.str_repeat('0', 32)] as $cookie) {
                    $path = strtr($path, ['{song}' => '1']);
                    $said = "{$method} /{$path}?door=0 HTTP/1.1\r\nHost: localhost\r\n"
                        ."Content-Type: application/json\r\n"
                        ."Cookie: {$cookie}\r\nContent-Length: 2\r\nConnection: close\r\n\r\n{}";
                    $answer = $this->told($said);
                    self::assertStringStartsWith('HTTP/1.1 403 ', $answer, "{$method} {$path}");
                    self::assertStringNotContainsString('Lantern Ferry', $answer);
                    self::assertStringContainsStringIgnoringCase('the key', $answer, 'where it is found is said');
                }
            }
        }
        self::assertSame(200, $this->server()->ask('api/songs/1')['status'], 'the song is there as before');
    }

    #[TestWith(['/', 'none', '/'], 'typed')]
    #[TestWith(['/songs/1', 'none', '/songs/1'], 'a bookmark of a song')]
    #[TestWith(['/songs/1', 'cross-site', '/songs/1'], 'opened by ./start, or from another page')]
    #[TestWith(['//pier.example/', 'none', '/'], 'no other site is led to')]
    #[TestWith(['/api/songs', 'none', '/'])]
    public function test_the_address_with_the_key_opens_the_program_and_leads_on_without_it(
        string $path, string $from, string $on,
    ): void {
        $key = RealServer::key();
        $answer = $this->told(
            "GET {$path}?door={$key} HTTP/1.1\r\nHost: localhost\r\nSec-Fetch-Site: {$from}\r\n"
                ."Connection: close\r\n\r\n",
        );

        self::assertStringContainsString('Set-Cookie: '.substr(RealServer::cookie(), 8).'; Path=/; ', $answer);
        self::assertStringContainsString('; HttpOnly; SameSite=Strict', $answer);
        self::assertStringContainsString(
            $from === 'none' ? "\r\nLocation: {$on}\r\n" : "content=\"0;url={$on}\"", $answer,
        );
        self::assertStringNotContainsString('door=', $answer);
    }

    public function test_there_are_no_routes_but_the_programs_own(): void
    {
        $routes = array_map(
            static fn (Route $route): string => $route->getActionName(),
            array_values(iterator_to_array(app(Router::class)->getRoutes())),
        );

        self::assertSame([], array_values(array_filter(
            $routes, static fn (string $action): bool => ! str_starts_with($action, 'App\\Http\\Controllers\\'),
        )));
        self::assertGreaterThan(60, count($routes));
    }

    public function test_what_a_start_makes_can_be_read_by_its_owner_alone(): void
    {
        $this->server();
        $open = [];
        $running = glob(sys_get_temp_dir().'/jactonic-??????') ?: [];
        foreach (['storage', 'bootstrap/cache', '.env', ...$running] as $place) {
            $place = str_starts_with($place, '/') ? $place : base_path($place);
            $found = is_dir($place)
                ? new RecursiveIteratorIterator(
                    new RecursiveDirectoryIterator($place, FilesystemIterator::SKIP_DOTS),
                    RecursiveIteratorIterator::SELF_FIRST, RecursiveIteratorIterator::CATCH_GET_CHILD,
                )
                : [];
            foreach ([$place, ...array_keys(iterator_to_array($found))] as $file) {
                if (! is_link($file) && (@fileperms($file) & 0o077) !== 0 && ! str_ends_with($file, '.sock')) {
                    $open[] = $file;
                }
            }
        }

        self::assertSame([], $open);
        self::assertSame(0o100600, fileperms(base_path('storage/door')));
    }

    #[TestWith([0o777, '%d', '%d'], 'a folder that anybody may write into')]
    #[TestWith([0o777, '%d 1', '%d %s'], 'one that tells when the process began, too')]
    #[TestWith([0o700, '%d 1', '%d 1'], 'a number that another process has by now')]
    public function test_nothing_is_ended_because_a_text_names_it(int $mode, string $owner, string $workers): void
    {
        $innocent = new Process(['setsid', 'sleep', '60']);
        $innocent->start();
        // By then it leads a group of its own, which is what is ended.
        while (posix_getpgid((int) $innocent->getPid()) !== $innocent->getPid()) {
            usleep(1_000);
        }
        $began = explode(' ', (string) file_get_contents("/proc/{$innocent->getPid()}/stat"))[21];
        $folder = sys_get_temp_dir().'/jactonic-'.substr(bin2hex(random_bytes(3)), 0, 6);
        mkdir($folder);
        file_put_contents("{$folder}/owner", sprintf("{$owner}\n", self::NOBODY));
        file_put_contents("{$folder}/workers", sprintf("{$workers}\n", $innocent->getPid(), $began));
        chmod($folder, $mode);
        (new Process(['bash', '-c', '. bin/setup.sh; server='.self::NOBODY.'; stop_server'], base_path()))->mustRun();

        self::assertTrue($innocent->isRunning());
        $innocent->stop(0);
        array_map(unlink(...), glob("{$folder}/*") ?: []);
        is_dir($folder) && rmdir($folder);
    }

    public function test_a_server_goes_on_when_another_one_starts_beside_it(): void
    {
        $this->server()->ask('api/status');
        $other = RealServer::fresh();
        $other->stop();

        self::assertSame(200, $this->server()->ask('api/songs')['status']);
    }

    /** A request under the key of the program. */
    private static function withKey(string $request): string
    {
        return str_replace('Host: localhost', "Host: localhost\r\n".RealServer::cookie(), $request);
    }

    private function told(string $request): string
    {
        $socket = stream_socket_client("tcp://{$this->server()->address}");
        self::assertIsResource($socket);
        stream_set_timeout($socket, 5);
        fwrite($socket, $request);

        return (string) stream_get_contents($socket);
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
        @fwrite($socket, self::withKey($request));
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
                ."application/json\r\nTransfer-Encoding: chunked\r\n".RealServer::cookie()."\r\n\r\n",
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

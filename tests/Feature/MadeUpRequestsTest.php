<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Routing\Route;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\AppTestCase;
use Tests\RandomRequests;

/**
 * A thousand made-up requests for each route: each is done or refused in words, a refusal changes nothing, a deleted
 * song nothing either.
 */
final class MadeUpRequestsTest extends AppTestCase
{
    private const ROUNDS = 1_000;

    /** There is less to make up in an address. */
    private const ROUNDS_OF_READING = 250;

    private mixed $writes = null;

    private string $hash = '';

    /** @return iterable<string, array{string, string}> */
    public static function routes(): iterable
    {
        foreach (explode("\n", trim((string) file_get_contents(__DIR__.'/../../routes/api.php'))) as $line) {
            if (preg_match("/^Route::(get|post|put|patch|delete)\('([^']+)'/", $line, $found) === 1) {
                yield strtoupper($found[1])." {$found[2]}" => [strtoupper($found[1]), "api/{$found[2]}"];
            }
        }
    }

    public function test_no_route_is_left_out(): void
    {
        $tried = array_map(
            static fn (array $route): string => implode(' ', $route), iterator_to_array(self::routes(), false),
        );
        $there = array_map(
            static fn (Route $route): string => "{$route->methods()[0]} {$route->uri()}",
            array_filter(
                app('router')->getRoutes()->getRoutes(),
                static fn (Route $route): bool => str_starts_with($route->uri(), 'api/'),
            ),
        );

        self::assertEqualsCanonicalizing(array_values($there), $tried);
    }

    #[DataProvider('routes')]
    public function test_it_answers_whatever_comes(string $method, string $uri): void
    {
        $clips = [];
        foreach ([$this->clip(), $this->clip(), $this->firstClip($this->demo())] as $clip) {
            $clips[$this->songOf($clip)][] = $clip;
            foreach (['transpose semitones=1', 'velocity add=-3', 'length to=1/8'] as $line) {
                $this->ask($clip, 'edits', ['lines' => [$line], 'selection' => [1]])->assertOk();
            }
            $this->ask($clip, 'undo')->assertOk();
        }
        $deleted = (int) array_key_first($clips);
        $this->deleteJson("/api/songs/{$deleted}");
        DB::table('recipes')->whereNotIn('id', [1, 2])->delete();
        $held = $this->held($deleted);
        $requests = new RandomRequests(crc32("{$method} {$uri}"), base64_encode($this->smallFile()->write()), $clips);
        $before = $this->everything();
        for ($round = $method === 'GET' ? self::ROUNDS - self::ROUNDS_OF_READING : 0; $round < self::ROUNDS; $round++) {
            $made = $requests->of($method, $uri);
            $answer = $this->call(
                $made['method'], $made['path'], [], [], [], ['CONTENT_TYPE' => 'application/json'], $made['body'],
            );
            $said = "{$made['method']} {$made['path']} ".($made['body'] ?? '');
            self::assertLessThan(500, $answer->getStatusCode(), "{$said}: {$answer->getContent()}");
            $after = $this->everything();
            if ($answer->getStatusCode() >= 400) {
                self::assertIsString($answer->json('error.message'), $said);
                self::assertSame($before, $after, "{$said} was refused and changed something.");
            }
            if ($after !== $before && $this->isFull()) {
                DB::table('songs')->where('id', '>', 6)->delete();
                DB::table('keymaps')->where('id', '>', 6)->delete();
                DB::table('recipes')->where('id', '>', 40)->delete();
                DB::table('phrases')->where('id', '>', 7)->delete();
                $after = $this->everything();
            }
            $before = $after;
        }
        if ($uri !== 'api/songs/{song}/restore') {
            self::assertSame($held, $this->held($deleted), 'the deleted song');
        }
    }

    /** A hash of all rows, made anew only where anything was written. */
    private function everything(): string
    {
        $writes = DB::scalar('select total_changes()');
        if ($this->hash !== '' && $writes === $this->writes) {
            return $this->hash;
        }
        $this->writes = $writes;
        $rows = [];
        foreach (['songs', 'tracks', 'clips', 'steps', 'keymaps', 'recipes', 'phrases', 'preferences'] as $table) {
            $rows[] = DB::table($table)->get()->all();
        }

        return $this->hash = md5(serialize($rows));
    }

    private function isFull(): bool
    {
        return max(
            DB::table('songs')->count(), DB::table('keymaps')->count(), DB::table('recipes')->count() - 30,
            DB::table('phrases')->count(),
        ) > 12;
    }

    private function held(int $song): string
    {
        return serialize([
            DB::table('songs')->where('id', $song)->get()->all(),
            DB::table('tracks')->where('song_id', $song)->get()->all(),
            DB::table('steps')->where('song_id', $song)->get()->all(),
        ]);
    }
}

<?php

declare(strict_types=1);

use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;

/**
 * A window on one song of a server, as the browser has one: asks, remembers what it has seen, and times what it is told
 * to.
 */
final class Asking
{
    /** @var array<string, list<float>> ms by what was timed */
    public array $times = [];

    private int $song = 0;

    /** @var array<string, int> */
    private array $revisions = [];

    /** @var list<int> */
    private array $open = [];

    public function __construct(private readonly string $base)
    {
    }

    /** @return array<string, mixed> */
    public function ask(string $path, ?array $body = null, string $timed = ''): array
    {
        $key = trim((string) file_get_contents(__DIR__.'/../storage/door'));
        $headers = ['Cookie: jactonic_'.substr($key, 0, 8)."={$key}", 'Content-Type: application/json'];
        $context = stream_context_create([
            'http' => ['header' => $headers] + ($body === null ? [] : [
                'method' => 'POST', 'content' => json_encode($body),
            ]),
        ]);
        $start = hrtime(true);
        $answer = (string) file_get_contents("{$this->base}/{$path}", false, $context);
        $this->times[$timed][] = (hrtime(true) - $start) / 1e6;

        return json_decode($answer, true);
    }

    /** A window on a new song with so many notes, spread over some tracks of one clip each, all of them open. */
    public function opened(int $notes, int $tracks = 1): self
    {
        $midi = (new SmfFile(
            1,
            960,
            array_map(static fn (): SmfTrack => new SmfTrack(benchNotes(intdiv($notes, $tracks))), range(1, $tracks)),
        ))->write();
        $window = new self($this->base);
        $window->times = &$this->times;
        $window->song = $this->ask('songs', ['name' => "{$notes} notes", 'midi' => base64_encode($midi)])['id'];
        ['song' => $song] = $this->ask("songs/{$window->song}");
        $window->open = array_map(static fn (array $track): int => $track['clips'][0]['id'], $song['tracks']);
        $window->revisions = $this->ask(
            "songs/{$window->song}?clips=".implode(',', $window->open),
        )['open']['revisions'];

        return $window;
    }

    /** @param  list<int>|string  $selection */
    public function edit(string $timed, string $line, array|string $selection): void
    {
        $answer = $this->ask("songs/{$this->song}/edits", [
            'open' => $this->open, 'front' => $this->open[0], 'revisions' => $this->revisions,
            'lines' => [$line], 'selection' => $selection, 'context' => ['grid' => '1/16', 'swing' => 0],
        ], $timed);
        $this->revisions = $answer['revisions'] + $this->revisions;
    }
}

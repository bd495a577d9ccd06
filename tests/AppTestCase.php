<?php

declare(strict_types=1);

namespace Tests;

use App\Demo\LanternFerry;
use App\Models\ClipRecord;
use App\Songs\Store\SongWriter;
use Illuminate\Foundation\Testing\RefreshDatabase;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Http\JsonResponse;
use Illuminate\Testing\TestResponse;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;
use PHPUnit\Framework\Assert;

/** Words for tests of the API: a small song with one clip, and requests as the browser makes them. */
abstract class AppTestCase extends TestCase
{
    use RefreshDatabase;

    /** Commands run for real, and are read through Artisan::output(). */
    public $mockConsoleOutput = false;

    /** Three notes off the lines: at 10, 130 and 250 of 480 ticks a quarter. */
    protected function smallFile(): SmfFile
    {
        $notes = Notes::fromRows([
            ['start' => 10, 'length' => 100, 'pitch' => 60, 'velocity' => 64],
            ['start' => 130, 'length' => 100, 'pitch' => 64, 'velocity' => 80],
            ['start' => 250, 'length' => 100, 'pitch' => 67, 'velocity' => 96],
        ]);

        return new SmfFile(1, 480, [
            new SmfTrack(Notes::none(), [0, 960], ["\xFF\x51\x03\x07\xA1\x20", "\xFF\x06\x04Part"], 1920),
            new SmfTrack($notes, [0, 480], ["\xFF\x03\x04Lead", "\xB0\x40\x7F"], 1920),
        ]);
    }

    /** Imports the small song and gives the id of its clip. */
    protected function clip(): int
    {
        return $this->firstClip($this->store()->create('Harbour Steps', $this->smallFile()->song()));
    }

    protected function demo(): int
    {
        return $this->store()->create(LanternFerry::NAME, (new LanternFerry)->song());
    }

    protected function firstClip(int $song): int
    {
        return (int) ClipRecord::query()->join(
            'tracks', 'tracks.id', '=', 'clips.track_id',
        )->where('song_id', $song)->orderBy('place')->orderBy('start')->value('clips.id');
    }

    protected function songOf(int $clip): int
    {
        return (int) ClipRecord::query()->join(
            'tracks', 'tracks.id', '=', 'clips.track_id',
        )->where('clips.id', $clip)->value('song_id');
    }

    /**
     * A request about a song with one clip open, of which a revision was seen.
     *
     * @param  array<string, mixed>  $body
     * @return TestResponse<JsonResponse>
     */
    protected function ask(int $clip, string $what, array $body = []): TestResponse
    {
        $revisions = isset($body['revision']) ? ['revisions' => [$clip => $body['revision']]] : [];

        return $this->postJson(
            "/api/songs/{$this->songOf($clip)}/{$what}", $body + $revisions + ['open' => [$clip], 'front' => $clip],
        );
    }

    /**
     * Runs lines on a clip and gives the answer, what became of its notes in one row with the rest.
     *
     * @param  list<string>  $lines
     * @param  list<int>  $selection
     * @return array<string, mixed>
     */
    protected function edit(
        int $clip, int $revision, array $lines, array $selection = [1, 2, 3], int $status = 200,
    ): array {
        $answer = $this->ask(
            $clip, 'edits',
            [
                'revision' => $revision, 'lines' => $lines, 'selection' => $selection,
                'context' => ['grid' => '1/16', 'swing' => 0],
            ],
        )
            ->assertStatus($status)->json();

        return self::flat($answer, $clip, $revision);
    }

    /**
     * @param  array<string, mixed>  $answer
     * @return array<string, mixed>
     */
    protected static function flat(array $answer, int $clip, int $revision = 0): array
    {
        return isset($answer['error'])
            ? $answer
            : ['revision' => $answer['revisions'][$clip] ?? $revision] + ($answer['notes'][0] ?? []) + $answer;
    }

    /**
     * The tracks of a song after an answer, as a page has them that knew it before.
     *
     * @param  array<string, mixed>  $song
     * @param  array<string, mixed>  $answer
     * @return list<array<string, mixed>>
     */
    protected static function tracksAfter(array $song, array $answer): array
    {
        $before = array_column($song['tracks'], null, 'id');

        // Of a track that stayed as it was the id alone is told.
        return array_map(
            static fn (array|int $track): array => is_int($track) ? $before[$track] : $track,
            ($answer['song'] ?? $song)['tracks'],
        );
    }

    /** @return array<string, mixed> the clip as it is open, its notes with every column */
    protected function opened(int $clip): array
    {
        $open = $this->getJson(
            "/api/songs/{$this->songOf($clip)}?clips={$clip}&front={$clip}",
        )->assertOk()->json('open');
        $notes = $open['notes'];
        foreach ($notes === null ? [] : Notes::COLUMNS as $name => ['default' => $default]) {
            $notes[$name] ??= array_fill(0, count($notes['id']), $default);
        }

        return ['revision' => $open['revisions'][$clip], 'notes' => $notes];
    }

    /** @return list<int> */
    protected function column(int $clip, string $column): array
    {
        $values = $this->opened($clip)['notes'][$column];
        Assert::assertIsArray($values);

        return array_values(array_map(intval(...), $values));
    }

    private function store(): SongWriter
    {
        return $this->app->make(SongWriter::class);
    }
}

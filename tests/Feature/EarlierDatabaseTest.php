<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\SongRecord;
use App\Models\StepRecord;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Jactonic\Core\Smf\Meta;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;

/** A database made by an earlier version opens with all songs, steps and branches: tests/fixtures holds one. */
final class EarlierDatabaseTest extends TestCase
{
    private string $database = '';

    protected function setUp(): void
    {
        parent::setUp();
        $this->openDatabase('database-of-2026-11.db');
    }

    private function openDatabase(string $fixture): void
    {
        DB::purge('sqlite');
        array_map(unlink(...), $this->database === '' ? [] : (glob("{$this->database}*") ?: []));
        $this->database = (string) tempnam(sys_get_temp_dir(), 'jactonic');
        copy(base_path("tests/fixtures/{$fixture}"), $this->database);
        config(['database.connections.sqlite.database' => $this->database]);
        DB::purge('sqlite');
        Artisan::call('migrate', ['--force' => true]);
    }

    protected function tearDown(): void
    {
        DB::purge('sqlite');
        array_map(unlink(...), glob("{$this->database}*") ?: []);
        parent::tearDown();
    }

    public function test_songs_come_along_and_go_out_as_they_did(): void
    {
        self::assertSame(['Harbour Steps', 'Tide'], SongRecord::query()->orderBy('id')->pluck('name')->all());
        self::assertSame(['Quay'], SongRecord::onlyTrashed()->pluck('name')->all());
        $song = $this->getJson('/api/songs/1')->assertOk()->json('song');
        self::assertSame(
            ['D dorian', 120, ['Lead', 'Upright bass']],
            [$song['key'], $song['tempo'], array_column($song['tracks'], 'name')],
        );

        // The signature is the one of the key now, D dorian's in the place of G major's, with its name behind it; all
        // else is as it was.
        $before = (string) file_get_contents(base_path('tests/fixtures/harbour-steps-of-2026-11.mid'));
        $now = (string) $this->get('/api/songs/1/export')->assertOk()->getContent();
        self::assertSame(
            bin2hex(str_replace("\xFF\x59\x02\x01\x00", "\xFF\x59\x02\x00\x00", $before)),
            bin2hex($this->withoutMarks($now)),
        );
    }

    public function test_the_version_of_the_day_before_comes_along_with_maps_and_recipes(): void
    {
        $this->openDatabase('database-of-2026-11-25.db');

        self::assertSame(['Lantern Ferry', 'Night Quay'], SongRecord::query()->orderBy('id')->pluck('name')->all());
        self::assertSame(['Gone'], SongRecord::onlyTrashed()->pluck('name')->all());
        self::assertSame(
            bin2hex((string) file_get_contents(base_path('tests/fixtures/night-quay-of-2026-11-25.mid'))),
            bin2hex($this->withoutMarks((string) $this->get('/api/songs/2/export')->assertOk()->getContent())),
        );
        self::assertSame(
            [4, 3],
            [DB::table('clips')->where('id', 5)->value('events'), DB::table('songs')->where('id', 2)->value('events')],
            'two notes; tempo, meter and key',
        );
        $history = $this->getJson('/api/songs/2/history')->assertOk()->json();
        self::assertSame([[null, 1, 2, 3, 4, 5, 5], 7], [array_column($history['steps'], 'parent'), $history['at']]);
        self::assertContains('Mine', array_column($this->getJson('/api/keymaps')->json('maps'), 'name'));
        self::assertContains('Tight bass', array_column($this->getJson('/api/recipes')->json('recipes'), 'name'));
        $clip = $this->getJson('/api/songs/2')->json('open.clips.0');
        $this->postJson('/api/songs/2/history', ['open' => [$clip], 'step' => 1])->assertOk();
        self::assertSame([70], $this->getJson("/api/songs/2?clips={$clip}")->json('open.notes.velocity'));
    }

    /** A file without events of our own, which that version did not write: the marks of clips, the names of keys. */
    private function withoutMarks(string $bytes): string
    {
        $file = SmfFile::read($bytes);

        return (new SmfFile(
            $file->format,
            $file->ppq,
            array_map(
                static fn (SmfTrack $track): SmfTrack => $track->withoutMetas(Meta::SequencerSpecific),
                $file->tracks,
            ),
            $file->chunks,
        ))->write();
    }

    public function test_every_step_of_every_clip_is_in_the_history_of_the_song(): void
    {
        self::assertSame(8, StepRecord::query()->count());
        self::assertSame('Tight take', StepRecord::query()->find(1)?->name);
        $history = $this->getJson('/api/songs/1/history')->assertOk()->json();
        self::assertSame(
            [null, null, 1, 2, 2, 5, 1, 6], array_column($history['steps'], 'parent'),
            'what each clip stood at in a row, and branches where they parted',
        );
        self::assertSame(8, $history['at']);
    }

    public function test_one_can_go_to_each_of_them_and_back_to_where_the_song_stood(): void
    {
        $pitches = fn (): array => [$this->notes(1)['pitch'], $this->notes(2)['pitch'], $this->notes(1)['start']];
        $now = $pitches();
        self::assertSame([[60, 64, 67, 72], [48, 55, 40], [10, 130, 250, 500]], $now);
        $expected = [
            1 => [[60, 64, 67, 72], [36, 43, 41], [0, 120, 240, 500]],
            3 => [[60, 64, 67, 72, 72], [36, 43, 41], [0, 120, 240, 500, 980]],
            4 => [[60, 64, 67, 72], [48, 55, 41], [10, 130, 250, 500]],
            6 => [[60, 64, 67, 72], [48, 55, 40], [10, 130, 250, 500]],
            7 => [[60, 64, 64, 67, 67, 72], [36, 43, 41], [0, 0, 120, 120, 240, 500]],
            8 => $now,
        ];
        foreach ($expected as $step => $there) {
            $this->postJson('/api/songs/1/history', ['open' => [1], 'step' => $step])->assertOk();
            self::assertSame($there, $pitches(), "step {$step}");
        }
        $this->postJson('/api/songs/1/history', ['open' => [1], 'step' => null])->assertOk();
        self::assertSame([[60, 64, 67, 72], [36, 43, 41], [10, 130, 250, 500]], $pitches(), 'the song as it came in');
    }

    /** @return array<string, list<int>> */
    private function notes(int $clip): array
    {
        return $this->getJson("/api/songs/1?clips={$clip}")->assertOk()->json('open.notes');
    }
}

<?php

declare(strict_types=1);

namespace Tests;

use App\Demo\LanternFerry;
use App\Songs\SongFiles;
use Illuminate\Foundation\Testing\RefreshDatabase;
use Illuminate\Foundation\Testing\TestCase;
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
        $song = $this->app->make(SongFiles::class)->import('Harbour Steps', $this->smallFile());

        return $song->tracks[0]->clips[0]->id;
    }

    protected function demo(): int
    {
        return $this->app->make(SongFiles::class)->import(LanternFerry::NAME, (new LanternFerry)->file())->id;
    }

    /**
     * Runs lines on a clip and gives the answer.
     *
     * @param  list<string>  $lines
     * @param  list<int>  $selection
     * @return array<string, mixed>
     */
    protected function edit(int $clip, int $revision, array $lines, array $selection = [1, 2, 3], int $status = 200): array
    {
        return $this->postJson("/api/clips/{$clip}/edits", ['revision' => $revision, 'lines' => $lines, 'selection' => $selection, 'context' => ['grid' => '1/16', 'swing' => 0]])
            ->assertStatus($status)->json();
    }

    /** @return list<int> */
    protected function column(int $clip, string $column): array
    {
        $values = $this->getJson("/api/clips/{$clip}")->assertOk()->json("notes.{$column}");
        Assert::assertIsArray($values);

        return array_values(array_map(intval(...), $values));
    }
}

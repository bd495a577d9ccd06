<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Song;
use Illuminate\Support\Carbon;
use Jactonic\Core\Smf\SmfFile;
use PHPUnit\Framework\Attributes\TestWith;
use Tests\AppTestCase;

final class SongTest extends AppTestCase
{
    public function test_a_file_comes_in_and_goes_out_with_everything_in_it(): void
    {
        $bytes = $this->smallFile()->write();
        $song = $this->postJson('/api/songs', ['name' => 'Harbour Steps.mid', 'midi' => base64_encode($bytes)])->assertCreated()->json('song');

        self::assertSame(['Harbour Steps', 480, 120, null], [$song['name'], $song['ppq'], $song['tempo'], $song['key']]);
        self::assertSame(['Lead'], array_column($song['tracks'], 'name'));
        $out = $this->get("/api/songs/{$song['id']}/export")->assertOk()->assertHeader('Content-Disposition', 'attachment; filename="harbour-steps.mid"');
        self::assertSame($bytes, $out->getContent());
    }

    public function test_what_was_edited_goes_out_and_the_rest_stays(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['quantize', 'transpose octaves=1', 'mute'], [1, 2]);
        $file = SmfFile::read((string) $this->get('/api/songs/1/export')->getContent());

        self::assertSame([67], $file->tracks[1]->notes->pitch, 'muted notes are not heard and do not go out');
        self::assertSame([480], array_slice($file->tracks[1]->ticks, 1));
        self::assertSame("\xFF\x06\x04Part", $file->tracks[0]->events[1]);
    }

    public function test_a_damaged_file_comes_in_with_a_list_of_what_was_wrong(): void
    {
        $bytes = substr($this->smallFile()->write(), 0, -6);

        $problems = $this->postJson('/api/songs', ['name' => 'x', 'midi' => base64_encode($bytes)])->assertCreated()->json('problems');
        self::assertStringContainsString('cut off', implode(' ', $problems));
    }

    #[TestWith(['bm90IG1pZGk=', 'no MIDI file'])]
    #[TestWith(['***', 'could not be read'])]
    #[TestWith([null, 'as base64'])]
    public function test_what_is_no_midi_file_is_refused(?string $midi, string $message): void
    {
        $error = $this->postJson('/api/songs', ['name' => 'x', 'midi' => $midi])->assertStatus(422)->json('error.message');

        self::assertStringContainsString($message, $error);
        self::assertSame(0, Song::query()->count());
    }

    public function test_a_file_over_20_megabytes_is_refused(): void
    {
        $error = $this->postJson('/api/songs', ['name' => 'x', 'midi' => str_repeat('TVRo', 7_000_000)])->assertStatus(422)->json('error.message');

        self::assertStringContainsString('larger than 20 MB', $error);
    }

    public function test_a_file_without_notes_gets_a_clip_to_draw_in(): void
    {
        $file = $this->smallFile()->frame();
        $song = $this->postJson('/api/songs', ['name' => 'Empty', 'midi' => base64_encode($file->write())])->json('song');

        self::assertSame(['Lead'], array_column($song['tracks'], 'name'));
        $this->getJson("/api/clips/{$song['tracks'][0]['clips'][0]['id']}")->assertJsonPath('notes', null);
    }

    public function test_songs_are_renamed_deleted_and_brought_back_for_thirty_days(): void
    {
        $this->clip();
        $this->patchJson('/api/songs/1', ['name' => ' Harbour Lights '])->assertOk()->assertJsonPath('name', 'Harbour Lights');
        $this->deleteJson('/api/songs/1')->assertNoContent();
        $this->getJson('/api/songs')->assertJsonCount(0, 'songs')->assertJsonPath('deleted.0.name', 'Harbour Lights');
        $this->getJson('/api/songs/1')->assertNotFound();
        $this->postJson('/api/songs/1/restore')->assertOk();
        $this->getJson('/api/songs')->assertJsonCount(1, 'songs')->assertJsonCount(0, 'deleted');

        $this->deleteJson('/api/songs/1');
        Carbon::setTestNow(Carbon::now()->addDays(29));
        $this->artisan('songs:prune');
        self::assertSame(1, Song::withTrashed()->count());
        Carbon::setTestNow(Carbon::now()->addDays(2));
        $this->artisan('songs:prune');
        self::assertSame(0, Song::withTrashed()->count());
    }

    public function test_the_tempo_and_the_key_of_a_song_can_be_set(): void
    {
        $this->clip();
        $song = $this->patchJson('/api/songs/1', ['tempo' => 60, 'key' => 'd dorian'])->assertOk()->json();

        self::assertSame([60, 'D dorian', [2, 4, 5, 7, 9, 11, 0]], [$song['tempo'], $song['key'], $song['scale']]);
        self::assertSame(1.0, SmfFile::read((string) $this->get('/api/songs/1/export')->getContent())->tempoMap()->secondsAt(480));
        $this->patchJson('/api/songs/1', ['key' => ''])->assertJsonPath('key', null);
    }

    /** @param  array<string, mixed>  $changes */
    #[TestWith([['tempo' => 5], 'from 10 to 400 BPM'])]
    #[TestWith([['key' => 'D blue'], 'no key'])]
    #[TestWith([['name' => ''], '1 to 200 characters'])]
    public function test_wrong_changes_of_a_song_are_refused(array $changes, string $message): void
    {
        $this->clip();

        self::assertStringContainsString($message, $this->patchJson('/api/songs/1', $changes)->assertStatus(422)->json('error.message'));
    }

    /** @param  array<string, mixed>  $changes */
    #[TestWith([['volume' => 30, 'muted' => true, 'voice' => 'bass'], 204])]
    #[TestWith([['volume' => 101], 422])]
    #[TestWith([['voice' => 'tuba'], 422])]
    public function test_a_track_takes_volume_mute_and_voice(array $changes, int $status): void
    {
        $this->clip();
        $this->patchJson('/api/tracks/1', $changes)->assertStatus($status);

        $track = $this->getJson('/api/songs/1')->json('tracks.0');
        self::assertSame($status === 204 ? [30, true, 'bass'] : [80, false, 'plucked'], [$track['volume'], $track['muted'], $track['voice']]);
    }

    public function test_the_grid_comes_as_lines_of_a_bar_for_each_meter(): void
    {
        $stretches = $this->getJson("/api/songs/{$this->demo()}/grid?grid=1/4&swing=0")->assertOk()->json('stretches');

        self::assertSame([0, 61440, 64800], array_column($stretches, 'tick'));
        self::assertSame([0, 960, 1920, 2880], $stretches[1]['lines'], 'the last quarter of the 7/8 bar is cut short');
        $this->getJson('/api/songs/1/grid?grid=7')->assertStatus(422);
    }

    public function test_the_demo_song_is_what_it_says(): void
    {
        $song = $this->getJson("/api/songs/{$this->demo()}")->json();

        self::assertSame(['Kalimba', 'Upright bass', 'Frame drum kit', 'Harmonium'], array_column($song['tracks'], 'name'));
        self::assertSame(['plucked', 'bass', 'drums', 'sustained'], array_column($song['tracks'], 'voice'));
        self::assertSame([[0, 4], [61440, 7], [64800, 4]], array_map(static fn (array $meter): array => [$meter['tick'], $meter['numerator']], $song['meters']));
        self::assertSame(92, $song['tempo']);
        self::assertSame(91680, $song['tracks'][0]['clips'][0]['length'], '24 bars');
    }
}

<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Demo\LanternFerry;
use App\Models\SongRecord;
use App\Models\StepRecord;
use App\Songs\Store\SongWriter;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Jactonic\Core\Content\Lane;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Packing\PackedTable;
use Jactonic\Core\Content\PointKind;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;
use Jactonic\Core\Song\Song;
use PHPUnit\Framework\Attributes\TestWith;
use Tests\AppTestCase;

final class SongTest extends AppTestCase
{
    public function test_a_song_is_opened_with_all_clips_of_its_first_track_in_one_request(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['clip-split at=240', 'track-new'], []);

        $opened = $this->getJson("/api/songs/{$this->songOf($clip)}?grid=1/16")->assertOk()->json();

        self::assertCount(2, $opened['song']['tracks']);
        self::assertCount(2, $opened['open']['clips']);
        self::assertSame($clip, $opened['open']['front']);
        self::assertNotNull($opened['grid']);
    }

    /** @return array<int, list<int>> where the notes of each track begin, by its id, as bytes tell them */
    private function sound(int $song, string $of = ''): array
    {
        $answer = $this->get("/api/songs/{$song}/sound{$of}")->assertOk()->assertHeader(
            'Content-Type', 'application/vnd.jactonic.sound',
        );
        $bytes = (string) $answer->getContent();
        $length = unpack('V', $bytes)[1];
        $at = 4 + $length;
        $sound = [];
        $list = json_decode(substr($bytes, 4, $length), true);
        foreach ($list as ['track' => $track, 'notes' => $notes, 'points' => $points]) {
            $sound[$track] = $notes === 0 ? [] : PackedTable::notes(substr($bytes, $at, $notes))->start;
            $at += $notes + $points;
        }
        self::assertSame(strlen($bytes), $at, 'nothing lies behind the tables');

        return $sound;
    }

    public function test_what_sounds_of_each_track_is_told_as_bytes_of_all_or_of_some(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['clip loop=960tk length=1920tk', 'track-copy', 'track-new'], []);
        $song = $this->songOf($clip);
        [$first, $second, $empty] = array_column($this->getJson("/api/songs/{$song}")->json('song.tracks'), 'id');

        $all = $this->sound($song);
        self::assertSame([$first, $second, $empty], array_keys($all));
        self::assertSame([10, 130, 250, 970, 1090, 1210], $all[$first], 'both rounds');
        self::assertSame([$all[$first], []], [$all[$second], $all[$empty]]);

        self::assertSame([$second => $all[$second]], $this->sound($song, "?tracks={$second}"));
        self::assertSame(
            [970, 1090, 1210], $this->sound($song, "?clips={$clip}")[$first], 'the first round is on the screen',
        );
    }

    public function test_a_file_comes_in_and_goes_out_with_everything_in_it(): void
    {
        $bytes = $this->smallFile()->write();
        $id = $this->postJson(
            '/api/songs', ['name' => 'Harbour Steps.mid', 'midi' => base64_encode($bytes)],
        )->assertCreated()->json('id');
        $song = $this->getJson("/api/songs/{$id}")->json('song');

        self::assertSame(
            ['Harbour Steps', 480, 120, null], [$song['name'], $song['ppq'], $song['tempo'], $song['key']],
        );
        self::assertSame(['Lead'], array_column($song['tracks'], 'name'));
        $out = $this->get("/api/songs/{$song['id']}/export")->assertOk()->assertHeader(
            'Content-Disposition', 'attachment; filename="harbour-steps.mid"',
        );
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

        $problems = $this->postJson(
            '/api/songs', ['name' => 'x', 'midi' => base64_encode($bytes)],
        )->assertCreated()->json('problems');
        self::assertStringContainsString('cut off', implode(' ', $problems));
    }

    #[TestWith(['bm90IG1pZGk=', 'no MIDI file'])]
    #[TestWith(['***', 'could not be read'])]
    #[TestWith([7, 'as base64'])]
    public function test_what_is_no_midi_file_is_refused(string|int $midi, string $message): void
    {
        $error = $this->postJson(
            '/api/songs', ['name' => 'x', 'midi' => $midi],
        )->assertStatus(422)->json('error.message');

        self::assertStringContainsString($message, $error);
        self::assertSame(0, SongRecord::query()->count());
    }

    public function test_a_file_over_20_megabytes_is_refused(): void
    {
        $error = $this->postJson(
            '/api/songs', ['name' => 'x', 'midi' => str_repeat('TVRo', 7_000_000)],
        )->assertStatus(422)->json('error.message');

        self::assertStringContainsString('larger than 20 MB', $error);
    }

    public function test_a_file_without_notes_gets_a_clip_to_draw_in(): void
    {
        $file = new SmfFile(
            1, 480, [new SmfTrack(Notes::none()), new SmfTrack(Notes::none(), [0], ["\xFF\x03\x04Lead"])],
        );
        $id = $this->postJson('/api/songs', ['name' => 'Empty', 'midi' => base64_encode($file->write())])->json('id');
        $opened = $this->getJson("/api/songs/{$id}")->json();

        self::assertSame([['Lead'], null], [array_column($opened['song']['tracks'], 'name'), $opened['open']['notes']]);
    }

    public function test_songs_are_renamed_deleted_and_brought_back_for_thirty_days(): void
    {
        $this->clip();
        $this->patchJson(
            '/api/songs/1', ['name' => ' Harbour Lights '],
        )->assertOk()->assertJsonPath('name', 'Harbour Lights');
        $this->deleteJson('/api/songs/1')->assertNoContent();
        $this->getJson('/api/songs')->assertJsonCount(0, 'songs')->assertJsonPath('deleted.0.name', 'Harbour Lights');
        $this->getJson('/api/songs/1')->assertNotFound();
        $this->postJson('/api/songs/1/restore')->assertNoContent();
        $this->getJson('/api/songs')->assertJsonCount(1, 'songs')->assertJsonCount(0, 'deleted');

        $this->deleteJson('/api/songs/1');
        Carbon::setTestNow(Carbon::now()->addDays(29));
        $this->app->make(SongWriter::class)->prune(30);
        self::assertSame(1, SongRecord::withTrashed()->count());
        Carbon::setTestNow(Carbon::now()->addDays(2));
        $this->app->make(SongWriter::class)->prune(30);
        self::assertSame(0, SongRecord::withTrashed()->count());
    }

    public function test_the_list_tells_what_was_done_last_and_a_glance_is_another_once_the_song_is(): void
    {
        $clip = $this->clip();
        $song = $this->songOf($clip);
        $before = $this->getJson('/api/songs')->json('songs.0');
        self::assertNull($before['did']);
        $this->edit($clip, 1, ['transpose semitones=1']);
        $after = $this->getJson('/api/songs')->json('songs.0');

        self::assertSame('3 notes up 1 semitone', $after['did']);
        self::assertNotSame($before['state'], $after['state']);
        $glance = $this->getJson("/api/songs/{$song}/glance?state={$after['state']}")->assertOk()
            ->assertHeader('Cache-Control', 'immutable, max-age=31536000, private')->json();
        self::assertCount(3, $glance['tracks'][0]['cells']);
    }

    public function test_the_song_that_ships_is_made_again_as_it_came(): void
    {
        $id = $this->postJson('/api/songs', ['demo' => true])->assertCreated()->json('id');

        $song = $this->getJson("/api/songs/{$id}")->assertOk()->json('song');
        self::assertSame([LanternFerry::NAME, 4], [$song['name'], count($song['tracks'])]);
    }

    public function test_a_song_never_grows_past_what_can_be_exported_and_read_again(): void
    {
        $clip = $this->clip();
        // Six events of three notes, and one of the pedal, lie in the clip.
        DB::table('songs')->update(['events' => Song::MOST_EVENTS - 9]);
        $this->edit($clip, 1, ['duplicate'], [1]);
        $answer = $this->edit($clip, 2, ['duplicate'], [1], 422);
        self::assertStringContainsString('The song would have 1,000,002 events', $answer['error']['message']);
        self::assertCount(4, $this->column($clip, 'id'));

        // What came in larger, from a version that had no limit, may shrink.
        DB::table('songs')->update(['events' => 2 * Song::MOST_EVENTS]);
        $this->edit($clip, 2, ['delete'], [2]);
        DB::table('songs')->update(['events' => 0]);
        $length = $this->getJson('/api/songs/1')->json('song.tracks.0.clips.0.length');
        $rounds = intdiv(Song::MOST_EVENTS, 6) + 1;
        $this->edit($clip, 3, ["clip loop={$length}tk length=".$length * $rounds.'tk'], status: 422);
    }

    public function test_the_tempo_and_the_key_of_a_song_are_set_by_lines_and_undone(): void
    {
        $clip = $this->clip();
        $song = $this->edit($clip, 1, ['tempo to=60', 'key to="d dorian"'])['song'];

        self::assertSame([60, 'D dorian', [2, 4, 5, 7, 9, 11, 0]], [$song['tempo'], $song['key'], $song['scale']]);
        $out = SmfFile::read((string) $this->get('/api/songs/1/export')->getContent());
        self::assertSame(1.0, $out->song()->conductor->tempo->secondsAt(480));
        self::assertSame(
            'D dorian', (string) $out->song()->conductor->keyAt(0), 'by its name, behind the signature of C major',
        );
        $back = $this->ask($clip, 'undo')->assertOk()->json('song');
        self::assertSame([120, null], [$back['tempo'], $back['key']]);
    }

    #[TestWith(['tempo to=5', '10 to 400 BPM'])]
    #[TestWith(['key to="D blue"', 'a root and a scale'])]
    #[TestWith(['meter to=7/9', 'A meter counts in 1, 2, 4'])]
    #[TestWith(['track volume=101', '0 to 100 %'])]
    #[TestWith(['track voice=tuba', 'plucked, struck'])]
    #[TestWith(['track of=9 mute=on', 'There is no track 9; the song has 1 track.'])]
    #[TestWith(['track-delete', 'the only track'])]
    #[TestWith(['clip-delete', 'the only clip'])]
    #[TestWith(['clip-split at=99999', 'lies outside of the clip'])]
    public function test_wrong_changes_of_a_song_are_refused(string $line, string $message): void
    {
        self::assertStringContainsString(
            $message, $this->edit($this->clip(), 1, [$line], status: 422)['error']['message'],
        );
    }

    public function test_a_song_has_a_name(): void
    {
        $this->clip();
        $this->patchJson('/api/songs/1', ['name' => ''])->assertStatus(422)->assertSee('1 to 200 characters');
    }

    public function test_a_new_song_begins_with_what_was_asked_for(): void
    {
        $id = $this->postJson(
            '/api/songs',
            [
                'name' => 'Harbour Lights', 'tempo' => 96.5, 'meter' => '7/8', 'key' => 'E minor',
                'sketch' => 'keys-bass-drums',
            ],
        )->assertCreated()->json('id');
        $song = $this->getJson("/api/songs/{$id}")->json('song');

        self::assertSame([96.5, 'E minor', 7], [$song['tempo'], $song['key'], $song['meters'][0]['numerator']]);
        self::assertSame(
            [['Keys', 'plucked', 0], ['Bass', 'bass', 1], ['Drums', 'drums', 9]],
            array_map(
                static fn (array $track): array => [$track['name'], $track['voice'], $track['channel']],
                $song['tracks'],
            ),
        );
        $this->postJson('/api/songs', ['name' => 'X', 'tempo' => 9])->assertStatus(422)->assertSee('10 to 400 BPM');
        $this->postJson('/api/songs', ['name' => 'X', 'sketch' => 'opera'])->assertStatus(422)->assertSee('four-parts');
    }

    public function test_tracks_are_made_changed_copied_moved_and_deleted_by_lines_and_all_of_it_is_undone(): void
    {
        $clip = $this->clip();
        $before = $this->getJson('/api/songs/1')->json('song.tracks');
        $names = fn (): array => array_column($this->getJson('/api/songs/1')->json('song.tracks'), 'name');
        $this->edit($clip, 1, ['track name=Bells voice=sustained volume=30 pan=-20 mute=on transpose=12']);
        $track = $this->getJson('/api/songs/1')->json('song.tracks.0');
        self::assertSame(
            ['Bells', 'sustained', 30, -20, true, 12],
            [
                $track['name'], $track['voice'], $track['volume'], $track['pan'], $track['muted'],
                $track['transposition'],
            ],
        );

        $opened = $this->edit($clip, 1, ['track-new voice=bass', 'insert at=0 pitch=40'])['open'];
        self::assertSame([[40], ['Bells', 'Bass']], [$opened['notes']['pitch'], $names()]);
        $this->edit($clip, 1, ['track-copy']);
        self::assertSame(['Bells', 'Bells copy', 'Bass'], $names());
        $this->edit($clip, 1, ['track-move of=3 by=-2']);
        self::assertSame(['Bass', 'Bells', 'Bells copy'], $names());
        $this->edit($clip, 1, ['track-delete of=1']);
        self::assertSame(['Bells', 'Bells copy'], $names());
        for ($step = 0; $step < 5; $step++) {
            $this->ask($clip, 'undo')->assertOk();
        }
        self::assertSame($before, $this->getJson('/api/songs/1')->json('song.tracks'));
        for ($step = 0; $step < 5; $step++) {
            $this->ask($clip, 'redo')->assertOk();
        }
        self::assertSame(['Bells', 'Bells copy'], $names());
    }

    public function test_clips_are_split_joined_trimmed_moved_repeated_looped_and_deleted_by_lines(): void
    {
        $clip = $this->clip();
        $windows = fn (): array => array_map(
            static fn (array $clip): array => [$clip['start'], $clip['length'], $clip['loop']],
            $this->getJson('/api/songs/1')->json('song.tracks.0.clips'),
        );
        $heard = fn (): array => SmfFile::read(
            (string) $this->get('/api/songs/1/export')->getContent(),
        )->tracks[1]->notes->start;
        $this->edit($clip, 1, ['clip-split at=180']);
        self::assertSame([[[0, 180, 0], [180, 1740, 0]], [10, 130, 180, 250]], [$windows(), $heard()]);
        $this->edit($clip, 2, ['clip-join']);
        self::assertSame([[[0, 1920, 0]], [10, 130, 180, 250]], [$windows(), $heard()]);
        $this->edit($clip, 3, ['clip-trim at=480', 'clip-move by=1bar']);
        self::assertSame([[[1920, 480, 0]], [1930, 2050, 2100, 2170]], [$windows(), $heard()]);
        $this->edit($clip, 4, ['clip loop=1/4 length=1bar']);
        self::assertSame([[[1920, 1920, 480]], 16], [$windows(), count($heard())]);
        $this->edit($clip, 5, ['clip loop=off', 'clip-trim at=2400', 'clip-repeat times=2', 'clip mute=on']);
        self::assertSame([[1920, 480, 0], [2400, 480, 0], [2880, 480, 0]], $windows());
        self::assertSame([2410, 2530, 2580, 2650, 2890, 3010, 3060, 3130], $heard(), 'a muted clip is silent');
        $this->edit($clip, 6, ['clip-delete']);
        self::assertCount(2, $windows());
    }

    public function test_an_edit_over_two_tracks_is_one_step_and_its_undo_says_where(): void
    {
        $song = $this->demo();
        [$kalimba, $bass] = array_map(
            static fn (array $track): int => $track['clips'][0]['id'],
            array_slice($this->getJson("/api/songs/{$song}")->json('song.tracks'), 0, 2),
        );
        $this->ask($bass, 'edits', ['lines' => ['transpose semitones=2'], 'selection' => 'all'])->assertOk();

        $this->ask($kalimba, 'undo')->assertOk()->assertJsonPath(
            'message', 'Undone in Upright bass: 16 notes up 2 semitones',
        )->assertJsonPath('elsewhere.0', 2);
        $this->ask($kalimba, 'redo')->assertOk()->assertJsonPath(
            'message', 'Done again in Upright bass: 16 notes up 2 semitones',
        );
        $open = $this->getJson("/api/songs/{$song}?clips={$kalimba},{$bass}&front={$bass}")->json('open');
        self::assertSame([[$kalimba, $bass], $bass], [$open['clips'], $open['front']]);
        self::assertSame($open['notes']['start'], array_values(array_map(intval(...), $open['notes']['start'])));
        self::assertCount(2, array_unique($open['notes']['clip']));
        $this->postJson(
            "/api/songs/{$song}/edits",
            ['open' => [$kalimba, $bass], 'front' => $bass, 'selection' => 'all', 'lines' => ['transpose semitones=1']],
        )->assertOk();
        $this->ask($bass, 'undo')->assertOk()->assertJsonPath(
            'message', 'Undone in Kalimba, Upright bass: 37 notes up 1 semitone',
        );
    }

    public function test_lines_that_cancel_each_other_leave_no_step(): void
    {
        $clip = $this->clip();
        $answer = $this->edit($clip, 1, ['transpose semitones=3', 'transpose semitones=-3']);

        self::assertSame([null, 0], [$answer['history']['undo'], StepRecord::query()->count()]);
    }

    public function test_a_note_moved_out_of_its_clip_takes_the_clip_along(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['clip-move by=2bar']);
        $this->edit($clip, 2, ['nudge by=-2000tk'], [1]);
        $there = $this->getJson('/api/songs/1')->json('song.tracks.0.clips.0');

        self::assertSame([0, 5760, 0], [$there['start'], $there['length'], $there['offset']]);
        self::assertSame([1850, 3970, 4090], $this->column($clip, 'start'));
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
        $song = $this->getJson("/api/songs/{$this->demo()}")->json('song');

        self::assertSame(
            ['Kalimba', 'Upright bass', 'Frame drum kit', 'Harmonium'], array_column($song['tracks'], 'name'),
        );
        self::assertSame(['plucked', 'bass', 'drums', 'reed'], array_column($song['tracks'], 'voice'));
        self::assertSame(
            [[0, 4], [61440, 7], [64800, 4]],
            array_map(static fn (array $meter): array => [$meter['tick'], $meter['numerator']], $song['meters']),
        );
        self::assertSame(92, $song['tempo']);
        foreach ($song['tracks'] as $track) {
            self::assertSame(
                ['Intro', 'Part A', 'Part A, again', 'The short bar', 'Part B'], array_column($track['clips'], 'name'),
                $track['name'],
            );
            self::assertSame(
                [[0, 15360], [15360, 23040], [38400, 23040], [61440, 3360], [64800, 26880]],
                array_map(static fn (array $clip): array => [$clip['start'], $clip['length']], $track['clips']),
                'of 4, 6, 6, 1 and 7 bars',
            );
        }
        $demo = (new LanternFerry)->song();
        $held = [];
        foreach ($demo->tracks as $track) {
            foreach ($demo->clipsOf($track->id) as $clip) {
                $content = $demo->contents[$clip->id];
                $techniques = array_map(
                    static fn (int $number): string => $track->techniques->of($number)->name ?? '',
                    $content->notes->technique,
                );
                $lanes = array_map(
                    static fn (int $kind, int $number): string => Lane::ofPoints(
                        PointKind::from($kind), $number,
                    )->title(),
                    $content->points->kind, $content->points->number,
                );
                $held[$track->name] = array_unique([
                    ...$held[$track->name] ?? [], ...$lanes, ...array_filter($techniques),
                ]);
            }
        }
        self::assertEqualsCanonicalizing(['Program', 'Bend'], $held['Upright bass']);
        self::assertEqualsCanonicalizing(['Program', 'Expression', 'swelled', 'dry'], $held['Harmonium']);
        $file = (new LanternFerry)->file();
        self::assertSame($file->write(), SmfFile::of($file->song())->write(), 'its file comes in again as it was');
    }
}

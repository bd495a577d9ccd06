<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\KeptPhrase;
use App\Shelf\Shipped;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Shelf\ShelfFile;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;
use Symfony\Component\Console\Output\BufferedOutput;
use Tests\AppTestCase;

/** Phrases that are kept for later: put on the shelf, found there, taken in a key, exchanged as MIDI files. */
final class ShelfTest extends AppTestCase
{
    private const PHRASE = [
        'jactonic' => 'phrase', 'ppq' => 480, 'span' => null,
        'notes' => ['start' => [960, 1440], 'length' => [240, 240], 'pitch' => [62, 65]],
    ];

    public function test_some_phrases_beats_and_progressions_ship_with_what_they_are_like(): void
    {
        $phrases = $this->getJson('/api/shelf')->assertOk()->json('phrases');

        self::assertCount(count(Shipped::items()), $phrases);
        foreach (['bass', 'beat', 'chords', 'phrase'] as $tag) {
            self::assertNotEmpty(
                array_filter($phrases, static fn (array $phrase): bool => in_array($tag, $phrase['tags'], true)), $tag,
            );
        }
        foreach ($phrases as $phrase) {
            self::assertSame(0, $phrase['quarters'] % 4, "{$phrase['name']} lasts whole bars");
            self::assertGreaterThan(0, $phrase['notes']);
        }
    }

    public function test_a_phrase_is_kept_listed_renamed_and_deleted(): void
    {
        $id = $this->postJson('/api/shelf', $this->kept('Quay'))->assertCreated()->json('id');
        $listed = fn (): array => array_values(array_filter(
            $this->getJson('/api/shelf')->json('phrases'), static fn (array $phrase): bool => $phrase['id'] === $id,
        ));
        self::assertSame(
            [[
                'id' => $id, 'revision' => 1, 'name' => 'Quay', 'tags' => ['slow'], 'tempo' => 92, 'key' => 'D dorian',
                'voice' => 'bass', 'quarters' => 2, 'notes' => 2,
            ]],
            $listed(),
        );

        $this->patchJson("/api/shelf/{$id}", ['name' => 'Pier', 'tags' => ['a', 'b']])->assertOk();
        self::assertSame(
            [['Pier', ['a', 'b']]],
            array_map(static fn (array $phrase): array => [$phrase['name'], $phrase['tags']], $listed()),
        );
        $this->deleteJson("/api/shelf/{$id}")->assertOk();
        self::assertSame([], $listed());
        $this->getJson("/api/shelf/{$id}")->assertNotFound();
    }

    public function test_it_is_taken_as_it_was_kept_or_in_another_key_and_pasted(): void
    {
        $id = $this->postJson('/api/shelf', $this->kept('Quay'))->json('id');
        $phrase = $this->getJson("/api/shelf/{$id}?key=E minor")->assertOk()->json('phrase');
        self::assertSame([[0, 960], [64, 67]], [$phrase['span'], $phrase['notes']['pitch']]);
        self::assertSame([62, 65], $this->getJson("/api/shelf/{$id}")->json('phrase.notes.pitch'));

        $clip = $this->clip();
        $answer = $this->ask(
            $clip, 'edits', ['lines' => ['paste at=4.1.0'], 'selection' => [], 'context' => ['clipboard' => $phrase]],
        )->assertOk();
        self::assertSame([64, 67], $answer->json('notes.0.added.pitch'));
    }

    public function test_what_cannot_be_kept_is_refused_and_leaves_the_shelf_as_it_was(): void
    {
        $this->postJson('/api/shelf', $this->kept('Quay'))->assertCreated();
        $before = $this->getJson('/api/shelf')->json();

        $this->postJson('/api/shelf', $this->kept('Quay'))->assertUnprocessable()->assertJsonPath(
            'error.message', '“Quay” lies on the shelf already; take another name.',
        );
        $this->postJson('/api/shelf', ['voice' => 'harp'] + $this->kept('Pier'))->assertUnprocessable();
        $this->postJson('/api/shelf', ['tempo' => 'fast'] + $this->kept('Pier'))->assertUnprocessable();
        $this->postJson('/api/shelf', ['key' => 'H major'] + $this->kept('Pier'))->assertUnprocessable();
        $this->postJson('/api/shelf/import', ['files' => []])->assertUnprocessable();
        $this->postJson('/api/shelf/import', ['files' => [['name' => 'x.mid', 'midi' => '!!']]])->assertUnprocessable();
        self::assertSame($before, $this->getJson('/api/shelf')->json());
    }

    public function test_files_come_in_and_go_out_as_ordinary_midi_files(): void
    {
        $track = static fn (int $pitch): SmfTrack => new SmfTrack(
            Notes::fromRows([['start' => 0, 'length' => 240, 'pitch' => $pitch]]), end: 960,
        );
        $two = base64_encode((new SmfFile(1, 480, [$track(60), $track(40)]))->write());
        $answer = $this->postJson(
            '/api/shelf/import',
            [
                'files' => [
                    ['name' => 'Two.mid', 'midi' => $two], ['name' => 'broken.mid', 'midi' => base64_encode('no')],
                    ['name' => 'Two.mid', 'midi' => $two],
                ],
            ],
        )->assertCreated();

        self::assertCount(1, $answer->json('problems'));
        self::assertStringStartsWith('broken: ', $answer->json('problems.0'));
        self::assertSame(
            ['Two', 'Two 2', 'Two 3', 'Two 4'],
            array_values(array_filter(
                array_column($answer->json('phrases'), 'name'),
                static fn (string $name): bool => str_starts_with($name, 'Two'),
            )),
        );
        $id = KeptPhrase::query()->where('name', 'Two 2')->value('id');
        $file = $this->get("/api/shelf/{$id}/export")->assertOk();
        self::assertSame('attachment; filename="two-2.mid"', $file->headers->get('Content-Disposition'));
        self::assertSame([40], ShelfFile::read((string) $file->getContent(), 'x')[0]->notes->pitch);
    }

    public function test_the_whole_shelf_goes_to_a_folder_and_comes_from_one(): void
    {
        $folder = sys_get_temp_dir().'/jactonic-shelf-'.getmypid();
        mkdir($folder);
        $count = KeptPhrase::query()->count();
        self::assertSame([0, "{$count} phrases written to {$folder}\n"], $this->told('shelf:export', $folder));
        $kept = KeptPhrase::query()->orderBy('id')->pluck('file')->all();
        KeptPhrase::query()->delete();
        self::assertSame([0, "{$count} of {$count} files taken in\n"], $this->told('shelf:import', $folder));
        self::assertEqualsCanonicalizing($kept, KeptPhrase::query()->pluck('file')->all());
        array_map(unlink(...), glob("{$folder}/*") ?: []);
        self::assertSame(1, $this->told('shelf:import', $folder)[0], 'an empty folder');
        rmdir($folder);
        self::assertSame(1, $this->told('shelf:export', "{$folder}/nowhere")[0]);
    }

    public function test_names_that_look_alike_in_a_folder_get_files_of_their_own(): void
    {
        KeptPhrase::query()->delete();
        foreach (['Riff', 'Riff!', 'Riff 2'] as $name) {
            $this->postJson('/api/shelf', $this->kept($name))->assertCreated();
        }
        $folder = self::folder();
        self::assertSame([0, "3 phrases written to {$folder}\n"], $this->told('shelf:export', $folder));
        self::assertSame(['riff-2-2.mid', 'riff-2.mid', 'riff.mid'], self::emptied($folder));
    }

    public function test_odd_names_in_a_folder_stop_nothing(): void
    {
        $folder = self::folder(' [x]');
        $file = ShelfFile::write(KeptPhrase::query()->firstOrFail()->item());
        $plain = (new SmfFile(1, 480, [new SmfTrack(Notes::fromRows([['start' => 0, 'length' => 240]]), end: 960)]))
            ->write();
        file_put_contents("{$folder}/one.MID", $file);
        file_put_contents("{$folder}/K\xFCste.mid", $plain);
        mkdir("{$folder}/folder.mid");
        self::assertSame([0, "2 of 2 files taken in\n"], $this->told('shelf:import', $folder));
        rmdir("{$folder}/folder.mid");
        self::emptied($folder);

        self::assertContains('Küste', array_column($this->getJson('/api/shelf')->assertOk()->json('phrases'), 'name'));
        KeptPhrase::query()->limit(1)->update(['name' => "K\xFCste 2"]);
        self::assertContains(
            'Küste 2', array_column($this->getJson('/api/shelf')->assertOk()->json('phrases'), 'name'),
            'one that an earlier version took in',
        );
    }

    public function test_many_tracks_of_one_name_are_numbered_without_asking_for_each(): void
    {
        $track = new SmfTrack(Notes::fromRows([['start' => 0, 'length' => 240]]), end: 960);
        $file = base64_encode((new SmfFile(1, 480, array_fill(0, 400, $track)))->write());
        DB::enableQueryLog();
        $this->postJson('/api/shelf/import', ['files' => [['name' => 'Many', 'midi' => $file]]])->assertCreated();

        self::assertLessThan(420, count(DB::getQueryLog()));
        self::assertTrue(KeptPhrase::query()->where('name', 'Many 400')->exists());
    }

    public function test_a_span_no_song_can_have_is_refused(): void
    {
        $this->postJson(
            '/api/shelf', ['phrase' => ['span' => [0, 2 ** 62]] + self::PHRASE] + $this->kept('Quay'),
        )->assertUnprocessable()->assertSee('span takes two ticks');
    }

    public function test_a_name_that_was_changed_in_another_window_is_not_written_over(): void
    {
        $id = $this->postJson('/api/shelf', $this->kept('Quay'))->json('id');
        $this->patchJson("/api/shelf/{$id}", ['name' => 'Pier', 'tags' => [], 'revision' => 1])->assertOk();
        $conflict = $this->patchJson(
            "/api/shelf/{$id}", ['name' => 'Dock', 'tags' => [], 'revision' => 1],
        )->assertConflict();

        self::assertContains('Pier', array_column($conflict->json('phrases'), 'name'));
    }

    private static function folder(string $suffix = ''): string
    {
        $folder = sys_get_temp_dir().'/jactonic-shelf-'.getmypid().$suffix;
        mkdir($folder);

        return $folder;
    }

    /** @return list<string> the names of the files that lay in a folder, which is gone then */
    private static function emptied(string $folder): array
    {
        $names = array_values(array_diff(scandir($folder) ?: [], ['.', '..']));
        array_map(static fn (string $name): bool => unlink("{$folder}/{$name}"), $names);
        rmdir($folder);

        return $names;
    }

    /** @return array{int, string} what a command gave and said */
    private function told(string $command, string $folder): array
    {
        $output = new BufferedOutput;
        $code = Artisan::call($command, ['folder' => $folder], $output);

        return [$code, $output->fetch()];
    }

    /** @return array<string, mixed> */
    private function kept(string $name): array
    {
        return [
            'name' => $name, 'tags' => ['slow'], 'tempo' => 92, 'key' => 'D dorian', 'voice' => 'bass',
            'phrase' => self::PHRASE,
        ];
    }
}

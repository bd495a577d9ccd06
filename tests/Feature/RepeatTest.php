<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\KnownRequest;
use App\Models\StepRecord;
use Illuminate\Database\Events\TransactionBeginning;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use Tests\AppTestCase;

/**
 * A request that is sent again, for its answer was lost, is done once; and what another window changed is not written
 * over.
 */
final class RepeatTest extends AppTestCase
{
    public function test_an_edit_that_comes_twice_is_done_once_and_answered_twice(): void
    {
        $clip = $this->clip();
        $body = [
            'revision' => 1, 'lines' => ['transpose semitones=1'], 'selection' => [1, 2], 'request' => 'first-press',
        ];
        $first = $this->ask($clip, 'edits', $body)->assertOk()->json();
        $again = $this->ask($clip, 'edits', $body)->assertOk()->json();

        self::assertSame([61, 65, 67], $this->column($clip, 'pitch'));
        self::assertSame($first['message'], $again['message']);
        self::assertSame([61, 65, 67], $again['open']['notes']['pitch']);
        self::assertSame([$clip => 2], $again['open']['revisions']);
        self::assertSame($first['history'], $again['history']);
        self::assertSame(1, StepRecord::query()->count());
    }

    public function test_a_repeat_brings_the_selection_that_the_edit_left(): void
    {
        $clip = $this->clip();
        $body = ['revision' => 1, 'lines' => ['duplicate'], 'selection' => [1], 'request' => 'duplicate-it'];
        $first = $this->ask($clip, 'edits', $body)->json();

        self::assertSame($first['selection'], $this->ask($clip, 'edits', $body)->json('selection'));
    }

    public function test_a_repeat_after_another_edit_shows_the_song_as_it_is_now(): void
    {
        $clip = $this->clip();
        $body = ['revision' => 1, 'lines' => ['transpose semitones=1'], 'selection' => [1], 'request' => 'first-press'];
        $this->ask($clip, 'edits', $body);
        $this->edit($clip, 2, ['velocity set=100'], [1]);

        $again = $this->ask($clip, 'edits', $body)->assertOk()->json();
        self::assertSame(
            [[61, 64, 67], [100, 80, 96]], [$again['open']['notes']['pitch'], $again['open']['notes']['velocity']],
        );
    }

    #[TestWith(['undo'])]
    #[TestWith(['redo'])]
    public function test_a_step_back_or_forth_that_comes_twice_is_taken_once(string $what): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['transpose semitones=1'], [1]);
        $this->edit($clip, 2, ['velocity set=100'], [1]);
        if ($what === 'redo') {
            $this->ask($clip, 'undo');
            $this->ask($clip, 'undo');
        }
        $this->ask($clip, $what, ['request' => 'one-press'])->assertOk();
        $this->ask($clip, $what, ['request' => 'one-press'])->assertOk();

        self::assertSame([61, 64], array_slice($this->column($clip, 'pitch'), 0, 2));
        self::assertSame(64, $this->column($clip, 'velocity')[0]);
    }

    public function test_a_refusal_is_not_remembered_as_done(): void
    {
        $clip = $this->clip();
        $body = ['lines' => ['transpose semitones=1'], 'selection' => [1], 'request' => 'once-more'];
        $this->ask($clip, 'edits', ['revision' => 9] + $body)->assertConflict();
        $this->ask($clip, 'edits', ['revision' => 1] + $body)->assertOk();

        self::assertSame(61, $this->column($clip, 'pitch')[0]);
    }

    public function test_only_the_newest_ten_thousand_requests_are_remembered(): void
    {
        $clip = $this->clip();
        $ask = fn (string $request) => $this->ask(
            $clip, 'edits', ['lines' => ['velocity add=1'], 'selection' => [1], 'request' => $request],
        )->assertOk();
        $ask('the-first');
        DB::table('requests')->insert([
            'number' => 10_000, 'about' => 'songs', 'request' => 'a-later-one', 'answer' => '{}', 'bytes' => 2,
        ]);
        $ask('the-newest');

        self::assertSame(
            ['a-later-one', 'the-newest'], DB::table('requests')->orderBy('number')->pluck('request')->all(),
        );
    }

    public function test_requests_are_remembered_up_to_16_mb_and_the_newest_always(): void
    {
        $clip = $this->clip();
        $kept = static fn (int $number): array => [
            'number' => $number, 'about' => 'songs', 'request' => "large-{$number}", 'answer' => '{}',
            'bytes' => 700_000,
        ];
        DB::table('requests')->insert(array_map($kept, range(1, 100)));
        $this->ask(
            $clip, 'edits',
            ['lines' => ['velocity add=1'], 'selection' => [1, ...range(1_000, 2_000)], 'request' => 'the-newest'],
        )->assertOk();
        KnownRequest::keep('songs', 'another-large', null, ['much' => str_repeat('x', 20_000_000)]);

        self::assertSame(['another-large'], DB::table('requests')->pluck('request')->all());
    }

    public function test_the_same_name_of_a_request_in_two_songs_is_two_requests(): void
    {
        [$one, $other] = [$this->clip(), $this->clip()];
        foreach ([$one, $other] as $clip) {
            $this->ask(
                $clip, 'edits', ['lines' => ['transpose semitones=1'], 'selection' => [1], 'request' => 'same-name'],
            )->assertOk();
        }
        self::assertSame([61, 61], [$this->column($one, 'pitch')[0], $this->column($other, 'pitch')[0]]);
    }

    /**
     * @return iterable<string, array{string, string, array<string, mixed>, string}> method, address, what is made, and
     *     where it lies
     */
    public static function made(): iterable
    {
        $phrase = [
            'jactonic' => 'phrase', 'ppq' => 480, 'notes' => ['start' => [0], 'length' => [240], 'pitch' => [62]],
        ];
        $midi = base64_encode(
            (new SmfFile(1, 480, [new SmfTrack(Notes::fromRows([['start' => 0, 'length' => 240]]))]))->write(),
        );
        yield 'a song' => ['POST', 'songs', ['name' => 'Pier'], 'songs'];
        yield 'a file' => ['POST', 'songs', ['name' => 'Pier.mid', 'midi' => $midi], 'songs'];
        yield 'a map' => ['POST', 'keymaps', ['from' => 'standard', 'name' => 'Mine'], 'keymaps'];
        yield 'the first change of a map that ships' => ['PATCH', 'keymaps/standard', ['name' => 'Mine'], 'keymaps'];
        yield 'a recipe' => ['POST', 'recipes', ['name' => 'Tight', 'lines' => ['quantize']], 'recipes'];
        yield 'a phrase' => [
            'POST', 'shelf', ['name' => 'Quay', 'tempo' => 92, 'voice' => 'bass', 'phrase' => $phrase], 'phrases',
        ];
        yield 'phrases' => ['POST', 'shelf/import', ['files' => [['name' => 'Quay', 'midi' => $midi]]], 'phrases'];
    }

    /** @param  array<string, mixed>  $body */
    #[DataProvider('made')]
    public function test_what_is_asked_for_twice_under_one_name_is_made_once(
        string $method, string $address, array $body, string $table,
    ): void {
        $before = DB::table($table)->count();
        $first = $this->json($method, "/api/{$address}", $body + ['request' => 'once-only'])->assertSuccessful();
        $again = $this->json($method, "/api/{$address}", $body + ['request' => 'once-only'])->assertSuccessful();

        self::assertSame($first->getContent(), $again->getContent());
        self::assertSame(1, DB::table($table)->count() - $before);
    }

    public function test_a_clock_that_is_set_back_neither_joins_steps_nor_leads_redo_astray(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['velocity set=90'], [1]);
        $this->travel(-1)->hours();
        $this->ask($clip, 'undo')->assertOk();
        $this->edit($clip, 3, ['velocity set=50'], [1]);
        $this->ask($clip, 'undo')->assertOk();
        $this->ask($clip, 'redo')->assertOk();
        self::assertSame(50, $this->column($clip, 'velocity')[0], 'redo follows the branch that was walked last');

        // As if it had been run on a machine that was on for longer.
        DB::table('steps')->update(['ran' => intdiv(hrtime(true), 1_000_000) + 60_000]);
        $steps = StepRecord::query()->count();
        $this->edit($clip, 6, ['velocity set=50 lane=release'], [1]);
        $this->edit($clip, 7, ['velocity add=1'], [1]);
        DB::table('steps')->update(['ran' => intdiv(hrtime(true), 1_000_000) + 1_000]);
        $this->edit($clip, 8, ['velocity add=1'], [1]);
        self::assertSame($steps + 3, StepRecord::query()->count());
    }

    #[TestWith(['short'])]
    #[TestWith(["with a space\n"])]
    #[TestWith([17])]
    public function test_a_name_of_a_request_is_letters_and_digits(mixed $request): void
    {
        $this->ask($this->clip(), 'undo', ['request' => $request])->assertUnprocessable();
    }

    public function test_tracks_and_conductor_changed_elsewhere_are_not_written_over(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['tempo to=100'])['song'];

        $this->ask(
            $clip, 'edits', ['song' => 1, 'lines' => ['track name=Reed']],
        )->assertConflict()->assertJsonPath('song.song.tempo', 100);
        $this->ask($clip, 'edits', ['song' => 1, 'lines' => ['velocity add=1'], 'selection' => [1]])->assertOk();
        $this->ask($clip, 'edits', ['song' => 2, 'lines' => ['track name=Reed']])->assertOk();
    }

    public function test_a_track_that_another_song_gets_meanwhile_stays_with_it(): void
    {
        $clip = $this->clip();
        $this->clip();
        $other = DB::table('tracks')->orderByDesc('id')->first();
        self::assertNotNull($other);
        $begun = 0;
        // Between working the edit out and writing it the other song gets a track.
        Event::listen(TransactionBeginning::class, static function () use (&$begun, $other): void {
            if (++$begun === 1) {
                DB::table('tracks')->insert(['id' => null] + (array) $other);
            }
        });
        $answer = $this->ask(
            $clip, 'edits', ['revision' => 1, 'lines' => ['track-new'], 'selection' => []],
        )->assertOk()->json();

        self::assertCount(2, $answer['song']['tracks']);
        self::assertSame(2, $begun, 'refused, and worked out again with another id');
    }

    public function test_an_id_that_another_song_gives_out_meanwhile_is_not_given_twice(): void
    {
        $clip = $this->clip();
        $other = DB::table('clips')->where('id', $this->clip())->first();
        $isFirst = true;
        // Between working the edit out and writing it another song gets a clip.
        Event::listen(TransactionBeginning::class, static function () use (&$isFirst, $other): void {
            if ($isFirst) {
                $isFirst = false;
                DB::table('clips')->insert(['id' => null] + (array) $other);
            }
        });
        $answer = $this->ask(
            $clip, 'edits', ['revision' => 1, 'lines' => ['clip-new at=3840'], 'selection' => []],
        )->assertOk()->json();

        self::assertFalse($isFirst);
        self::assertCount(2, $answer['song']['tracks'][0]['clips']);
        self::assertSame(DB::table('clips')->count(), DB::table('clips')->distinct()->count('id'));
    }

    public function test_a_song_renamed_elsewhere_is_not_renamed_over(): void
    {
        $this->clip();
        $this->patchJson('/api/songs/1', ['name' => 'Pier', 'was' => 'Harbour Steps'])->assertOk();

        $this->patchJson(
            '/api/songs/1', ['name' => 'Quay', 'was' => 'Harbour Steps'],
        )->assertConflict()->assertJsonPath('name', 'Pier');
        $this->patchJson('/api/songs/1', ['name' => 'Quay', 'was' => 'Pier'])->assertOk();
    }

    public function test_shortcuts_changed_elsewhere_are_not_written_over(): void
    {
        $map = $this->postJson('/api/keymaps', ['from' => 'standard', 'name' => 'Mine'])->json();
        $one = [['key' => 'q', 'run' => ['quantize'], 'title' => 'Quantize', 'strip' => 'quantize']];
        $this->patchJson(
            "/api/keymaps/{$map['id']}", ['bindings' => $one, 'revision' => $map['revision']],
        )->assertOk()->assertJsonPath('revision', 2);

        $this->patchJson(
            "/api/keymaps/{$map['id']}", ['bindings' => [], 'revision' => $map['revision']],
        )->assertConflict()->assertJsonPath('map.bindings.0.key', 'Q');
        $this->patchJson(
            "/api/keymaps/{$map['id']}", ['name' => 'Ours', 'revision' => 2],
        )->assertOk()->assertJsonPath('name', 'Ours');
    }

    public function test_a_recipe_changed_elsewhere_is_not_written_over(): void
    {
        $recipe = ['name' => 'Tight', 'lines' => ['quantize strength=70']];
        $id = $this->postJson('/api/recipes', $recipe)->json('id');
        $this->patchJson(
            "/api/recipes/{$id}", ['revision' => 1, 'lines' => ['quantize strength=80']] + $recipe,
        )->assertOk();

        $answer = $this->patchJson(
            "/api/recipes/{$id}", ['revision' => 1, 'lines' => ['quantize strength=90']] + $recipe,
        )->assertConflict()->json('recipes');
        self::assertSame(
            [[['quantize strength=80'], 2]],
            array_map(
                static fn (array $kept): array => [$kept['lines'], $kept['revision']],
                array_values(array_filter($answer, static fn (array $kept): bool => $kept['id'] === $id)),
            ),
        );
    }

    public function test_an_order_of_recipes_one_of_which_is_gone_changes_nothing(): void
    {
        [$first, $second] = array_map(
            fn (string $name): int => $this->postJson(
                '/api/recipes', ['name' => $name, 'lines' => ['legato']],
            )->json('id'),
            ['One', 'Two'],
        );
        $this->deleteJson("/api/recipes/{$second}");

        $this->postJson('/api/recipes/order', ['ids' => [$second, $first]])->assertConflict();
    }
}

<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Lines\KnownLines;
use App\Models\ClipRecord;
use App\Models\KeptRecipe;
use App\Models\StepRecord;
use App\Recipes\RecipeBook;
use Jactonic\Core\Lines\Catalog;
use Tests\AppTestCase;

final class RecipeTest extends AppTestCase
{
    public function test_twenty_useful_ones_ship_and_every_line_of_them_can_be_run(): void
    {
        $recipes = $this->getJson('/api/recipes')->assertOk()->json('recipes');

        self::assertGreaterThanOrEqual(20, count($recipes));
        self::assertSame([], RecipeBook::shipped()->problems);
        foreach ($recipes as $recipe) {
            self::assertNotSame('', $recipe['help'], $recipe['name']);
            self::assertNotEmpty(
                (new KnownLines(Catalog::standard()))->script(['recipe name="'.$recipe['name'].'"'])->lines(),
            );
        }
    }

    public function test_recipes_of_one_name_get_numbers_and_no_more_are_kept_than_there_is_room_for(): void
    {
        $file = static fn (int $count): array => [
            'text' => json_encode([
                'jactonic' => 'recipes', 'version' => 1,
                'recipes' => array_fill(0, $count, ['name' => 'Tight', 'lines' => ['quantize']]),
            ]),
        ];
        $there = KeptRecipe::query()->count();
        $names = array_column(
            $this->postJson('/api/recipes/import', $file(3))->assertCreated()->json('recipes'), 'name',
        );
        self::assertSame(
            ['Tight', 'Tight 2', 'Tight 3'],
            array_values(array_filter(
                $names, static fn (string $name): bool => preg_match('/^Tight( \d)?$/', $name) === 1,
            )),
        );

        $this->postJson('/api/recipes/import', $file(498 - $there))->assertUnprocessable()->assertJsonPath(
            'error.message', 'There would be 501 recipes; at most 500 are kept. Delete some first.',
        );
        $this->postJson('/api/recipes/import', $file(497 - $there))->assertCreated();
        $this->postJson('/api/recipes', ['name' => 'One more', 'lines' => ['quantize']])->assertUnprocessable();
    }

    public function test_a_recipe_is_one_step_and_leaves_the_grid_as_it_was(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['length to=1/2']);

        $answer = $this->edit($clip, 2, ['recipe name="To triplets, in steps, and back"'], [1]);

        self::assertSame('“To triplets, in steps, and back”: 1 note cut into 7 steps', $answer['message']);
        self::assertArrayNotHasKey('grid', $answer);
        $this->ask($clip, 'undo', ['revision' => 3])->assertOk()->assertJsonPath(
            'message', 'Undone: “To triplets, in steps, and back”: 1 note cut into 7 steps',
        );
        self::assertSame([960, 960, 960], $this->column($clip, 'length'));
    }

    public function test_lines_that_change_the_grid_say_so_to_the_screen(): void
    {
        $answer = $this->edit(
            $this->clip(), 1, ['grid value=1/8', 'swing to=40', 'quantize', 'zoom-to what=selection'],
        );

        self::assertSame(
            ['1/8', 40, ['zoom-to what=selection']], [$answer['grid'], $answer['swing'], $answer['screen']],
        );
    }

    public function test_an_error_in_a_later_line_undoes_the_lines_before_it(): void
    {
        $clip = $this->clip();

        $answer = $this->edit($clip, 1, ['velocity set=20', 'transpose octaves=6'], status: 422);

        self::assertStringStartsWith('Line 2 (transpose octaves=6): ', $answer['error']['message']);
        self::assertSame([64, 80, 96], $this->column($clip, 'velocity'));
    }

    public function test_a_line_so_many_times_is_one_step(): void
    {
        $clip = $this->clip();

        $answer = $this->edit($clip, 1, array_fill(0, 7, 'transpose semitones=1'));

        self::assertSame('transpose semitones=7', $answer['history']['undo']);
        self::assertSame([67, 71, 74], $this->column($clip, 'pitch'));
        $this->ask($clip, 'undo')->assertOk();
        self::assertSame([60, 64, 67], $this->column($clip, 'pitch'));
        $answer = $this->edit($clip, 3, ['nudge', 'nudge', 'nudge']);
        self::assertSame('nudge × 3', $answer['history']['undo'], 'from line to line');
    }

    public function test_a_recipe_is_written_changed_put_in_order_and_taken_away(): void
    {
        KeptRecipe::query()->delete();
        $chain = ['name' => 'Chain', 'lines' => ['quantize', 'legato'], 'folder' => 'Mine'];
        $id = $this->postJson('/api/recipes', $chain)->assertCreated()->json('id');
        $this->postJson('/api/recipes', $chain)->assertStatus(422)->assertJsonPath(
            'error.message', 'There is a recipe “Chain” already; take another name.',
        );
        $second = $this->postJson('/api/recipes', ['name' => 'Second'] + $chain)->json('id');

        $this->postJson('/api/recipes/order', ['ids' => [$second, $id]])->assertJsonPath('recipes.0.name', 'Second');
        $this->patchJson("/api/recipes/{$id}", ['name' => 'Chain', 'lines' => ['quantize', 'recipe name=Chain']])
            ->assertStatus(422)->assertJsonPath(
                'error.message', 'In “Chain”: Line 2: The recipe “Chain” would run itself: Chain → Chain.',
            );
        self::assertSame(['quantize', 'legato'], KeptRecipe::named('Chain')?->lines);
        $this->deleteJson("/api/recipes/{$id}")->assertJsonCount(1, 'recipes');
    }

    public function test_recipes_go_out_as_a_file_and_come_in_beside_those_there_are(): void
    {
        $file = (string) $this->get('/api/recipes/export')->assertOk()->getContent();
        $count = KeptRecipe::query()->count();

        $this->postJson(
            '/api/recipes/import', ['text' => $file],
        )->assertCreated()->assertJsonPath('problems', [])->assertJsonCount(2 * $count, 'recipes');
        self::assertNotNull(KeptRecipe::named('Lay back 2'));
        $this->postJson('/api/recipes/import', [
            'text' => '{"jactonic": "recipes", "version": 1, "recipes": [{"name": "X", "lines": ["frob"]}, {"name": '
                .'""}]}',
        ])
            ->assertCreated()
            ->assertJsonCount(2, 'problems');
        $this->postJson('/api/recipes/import', ['text' => 'no'])->assertStatus(422);
    }

    public function test_what_a_rule_would_match_is_counted_while_it_is_written(): void
    {
        $clip = $this->clip();

        $this->ask(
            $clip, 'match',
            ['selection' => [], 'choice' => ['scope' => 'clip', 'groups' => [['conditions' => ['velocity=..70']]]]],
        )->assertOk()->assertJsonPath('selection', [1]);
        $this->ask(
            $clip, 'match', ['choice' => ['groups' => [['conditions' => ['velocity=loud']]]]],
        )->assertStatus(422);
    }

    public function test_a_recipe_runs_on_several_tracks_at_once_as_one_step(): void
    {
        $song = $this->demo();
        $tracks = $this->getJson("/api/songs/{$song}")->json('song.tracks');
        $clips = array_map(
            static fn (array $track): int => $track['clips'][0]['id'], [$tracks[0], $tracks[1], $tracks[3]],
        );
        $body = [
            'open' => $clips, 'front' => $clips[0], 'selection' => 'all', 'lines' => ['recipe name="Song up a third"'],
            'context' => ['grid' => '1/16', 'swing' => 0],
        ];

        $this->postJson("/api/songs/{$song}/edits", $body)->assertOk();
        $step = StepRecord::query()->sole();
        self::assertSame(
            ['Kalimba, Upright bass, Harmonium', $clips], [$step->about, $step->clips], 'all of them are one step',
        );
        $this->postJson("/api/songs/{$song}/edits", ['lines' => ['transpose octaves=6']] + $body)->assertStatus(422);
        $revisions = static fn (): array => ClipRecord::query()->whereIn('id', $clips)->orderBy('id')->pluck('revision')
            ->all();
        $others = static fn (): array => array_values(array_unique(
            ClipRecord::query()->whereNotIn('id', $clips)->pluck('revision')->all(),
        ));
        self::assertSame([[2, 2, 2], [1]], [$revisions(), $others()], 'what one track cannot do is done on none');
        $this->ask($clips[0], 'undo')->assertOk()->assertJsonPath(
            'message', 'Undone in Kalimba, Upright bass, Harmonium: “Song up a third”: 49 notes up 2 scale steps',
        );
        self::assertSame([[3, 3, 3], [1]], [$revisions(), $others()], 'and one undo takes them all back');
    }
}

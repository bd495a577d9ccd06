<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Keys\ShippedMaps;
use App\Lines\KnownLines;
use App\Lines\ViewCommands;
use App\Models\KeptKeymap;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Keys\Binding;
use Jactonic\Core\Lines\Catalog;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\AppTestCase;

final class KeymapTest extends AppTestCase
{
    /** @return iterable<string, array{string}> */
    public static function shipped(): iterable
    {
        foreach (array_keys(ShippedMaps::FILES) as $slug) {
            yield $slug => [$slug];
        }
    }

    #[DataProvider('shipped')]
    public function test_every_line_that_keys_and_the_palette_offer_is_one_there_is(string $slug): void
    {
        $uses = array_map(
            static fn (Declaration $edit): array => array_keys($edit->uses), Catalog::standard()->declarations(),
        );
        $viewUses = array_map(array_keys(...), array_column(ViewCommands::all(), 'uses'));
        $run = array_map(static fn (Binding $binding): array => $binding->lines, $this->map($slug));

        foreach (array_merge(...$uses, ...$viewUses, ...$run) as $line) {
            self::assertNull((new KnownLines(Catalog::standard()))->problemOf($line), $line);
        }
    }

    #[DataProvider('shipped')]
    public function test_every_edit_has_a_key_and_no_key_is_the_beginning_of_another(string $slug): void
    {
        $bindings = $this->map($slug);
        // What needs parameters is opened on the bench by its key.
        $names = array_map(
            static fn (Binding $binding): string => explode(' ', str_replace('tune edit=', '', $binding->lines[0]))[0],
            $bindings,
        );
        $keys = array_map(static fn (Binding $binding): string => (string) $binding->key, $bindings);

        self::assertSame(
            [],
            array_diff(
                array_map(static fn (Declaration $edit): string => $edit->name, Catalog::standard()->declarations()),
                $names,
            ),
            'give the new edit a key in resources/keys/standard.json',
        );
        $places = array_map(
            static fn (Binding $binding): string => "{$binding->key} {$binding->where->value}", $bindings,
        );
        self::assertSame([], array_diff_assoc($places, array_unique($places)), 'a key does one thing in a place');
        foreach ($keys as $key) {
            self::assertNotContains(explode(' ', $key)[0], str_contains($key, ' ') ? $keys : []);
        }
    }

    public function test_the_browser_gets_edits_commands_keys_recipes_and_scales(): void
    {
        $this->getJson('/api/catalog')->assertOk()->assertJsonPath('edits.0.name', 'quantize')
            ->assertJsonPath('keymap.bindings.0.key', 'Q')->assertJsonPath('keymap.id', 'standard')
            ->assertJsonPath('view.0.name', 'play')->assertJsonPath('scales.2', 'dorian')
            ->assertJsonPath('grids.1/8.0', '1/16');
    }

    public function test_changing_a_map_that_ships_makes_one_of_ones_own_and_puts_it_in_use(): void
    {
        $bindings = [['key' => 'Q', 'run' => ['grid value=1/8', 'quantize'], 'title' => 'To eighths']];

        $id = $this->patchJson(
            '/api/keymaps/standard', ['bindings' => $bindings],
        )->assertOk()->assertJsonPath('shipped', false)->assertJsonPath('base', 'standard')->json('id');

        $this->getJson('/api/keymaps')->assertJsonPath('inUse', $id)->assertJsonCount(5, 'maps');
        $this->getJson('/api/keymaps/standard')->assertJsonPath('bindings.0.title', 'Quantize to the grid');
        $this->patchJson("/api/keymaps/{$id}", ['name' => 'Mine'])->assertJsonPath('name', 'Mine')->assertJsonPath(
            'bindings.0.run', ['grid value=1/8', 'quantize'],
        );
        $this->deleteJson("/api/keymaps/{$id}")->assertNoContent();
        $this->getJson('/api/keymaps')->assertJsonPath('inUse', 'standard');
        $this->deleteJson('/api/keymaps/standard')->assertStatus(422);
    }

    public function test_a_shortcut_that_cannot_be_run_changes_nothing(): void
    {
        $id = $this->postJson(
            '/api/keymaps', ['from' => 'left-hand', 'name' => 'Two'],
        )->assertCreated()->assertJsonPath('base', 'left-hand')->json('id');
        $before = $this->getJson("/api/keymaps/{$id}")->json('bindings');

        foreach ([
            ['key' => 'Q', 'run' => ['quantise']], ['key' => 'Hyper+Q', 'run' => ['quantize']],
            ['key' => 'Q', 'run' => []],
            ['key' => 'A B C', 'run' => ['quantize']], ['key' => 'Q', 'run' => ['loop'], 'where' => 'moon'],
            ['key' => 'Q', 'run' => ['zoom axis=sideways']],
        ] as $wrong) {
            $this->patchJson(
                "/api/keymaps/{$id}", ['bindings' => [['key' => 'W', 'run' => 'mute'], $wrong]],
            )->assertStatus(422)->assertJsonStructure(['error' => ['message']]);
        }

        self::assertSame($before, $this->getJson("/api/keymaps/{$id}")->json('bindings'));
    }

    public function test_a_map_goes_out_as_a_file_and_comes_in_again_as_it_was(): void
    {
        $file = (string) $this->get('/api/keymaps/number-pad/export')->assertOk()->assertHeader(
            'Content-Disposition', 'attachment; filename="number-pad.keymap.json"',
        )->getContent();

        $id = $this->postJson(
            '/api/keymaps/import', ['text' => $file],
        )->assertCreated()->assertJsonPath('problems', [])->json('map.id');

        self::assertSame(
            $this->getJson('/api/keymaps/number-pad')->json('bindings'),
            $this->getJson("/api/keymaps/{$id}")->json('bindings'),
        );
        $this->postJson("/api/keymaps/{$id}/use")->assertOk();
        $this->getJson('/api/catalog')->assertJsonPath('keymap.name', 'Number pad');
    }

    public function test_an_import_says_what_it_does_not_know_and_takes_the_rest(): void
    {
        $text = json_encode(['jactonic' => 'keymap', 'version' => 1, 'name' => 'From elsewhere', 'bindings' => [
            ['key' => 'Q', 'run' => ['reverse'], 'title' => 'Backwards'], ['key' => 'Z', 'run' => ['frobnicate']],
            ['key' => 'Strg+X', 'run' => ['cut']],
        ]]);

        $answer = $this->postJson('/api/keymaps/import', ['text' => $text])->assertCreated();

        self::assertStringContainsString('Z: There is no edit “frobnicate”', $answer->json('problems.0'));
        self::assertStringContainsString('“Strg+X” is no shortcut', $answer->json('problems.1'));
        self::assertSame(
            [['key' => 'Q', 'where' => 'everywhere', 'here' => 'Quantize to the grid', 'there' => 'Backwards']],
            array_slice($answer->json('differences'), 0, 1),
        );
        $this->getJson('/api/keymaps')->assertJsonPath('inUse', 'standard');
    }

    public function test_a_broken_file_brings_nothing_in(): void
    {
        foreach (
            [
                '',
                '{"jactonic": "keymap"',
                '[]',
                '{"jactonic": "recipes", "version": 1, "bindings": []}',
                '{"jactonic": "keymap", "version": 9, "bindings": []}',
            ] as $text
        ) {
            $this->postJson('/api/keymaps/import', ['text' => $text])->assertStatus(422);
        }

        $this->getJson('/api/keymaps')->assertJsonCount(4, 'maps');
    }

    public function test_two_maps_are_compared(): void
    {
        $rows = $this->getJson('/api/keymaps/standard/compare/number-pad')->json('differences');

        self::assertContains(
            ['key' => 'Num8', 'where' => 'everywhere', 'here' => null, 'there' => 'Up a semitone'], $rows,
        );
        $this->getJson('/api/keymaps/standard/compare/standard')->assertJsonPath('differences', []);
    }

    /** @return list<Binding> */
    private function map(string $slug): array
    {
        return ShippedMaps::find($slug)?->bindings() ?? self::fail("no map {$slug}");
    }

    public function test_a_hundred_maps_are_kept_and_one_more_is_refused(): void
    {
        for ($k = 0; $k < KeptKeymap::MOST; $k++) {
            $this->postJson('/api/keymaps', ['from' => 'standard', 'name' => "Map {$k}"])->assertCreated();
        }

        $this->postJson('/api/keymaps', ['from' => 'standard', 'name' => 'One more'])->assertUnprocessable()
            ->assertJsonPath(
                'error.message',
                'There are 100 maps of shortcuts already, which is as many as are kept. Delete one first.',
            );
        self::assertSame(KeptKeymap::MOST, KeptKeymap::query()->count());
    }
}

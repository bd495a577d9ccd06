<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Keys\Keymap;
use Jactonic\Core\Edits\Catalog;
use Tests\AppTestCase;

final class KeymapTest extends AppTestCase
{
    public function test_every_key_runs_something_there_is(): void
    {
        $view = [];
        foreach (Keymap::viewCommands() as $command) {
            $view[$command['name']] = array_column($command['parameters'], 'options', 'name');
        }
        foreach (Keymap::standard()->bindings as $binding) {
            $words = explode(' ', $binding['run']);
            if (! isset($view[$words[0]])) {
                self::assertSame($words[0], Catalog::standard()->read($binding['run'])->declaration->name);

                continue;
            }
            foreach (array_slice($words, 1) as $word) {
                [$name, $value] = explode('=', $word, 2);
                $options = $view[$words[0]][$name] ?? self::fail("{$binding['run']}: no parameter {$name}");
                self::assertTrue($options === [] || in_array($value, $options, true), $binding['run']);
            }
        }
    }

    public function test_no_key_lies_on_two_things_and_every_edit_has_a_key(): void
    {
        $bindings = Keymap::standard()->bindings;
        $keys = array_column($bindings, 'key');
        $names = array_map(static fn (array $binding): string => explode(' ', $binding['run'])[0], $bindings);

        self::assertSame($keys, array_values(array_unique($keys)));
        foreach (Catalog::standard()->declarations() as $edit) {
            self::assertContains($edit->name, $names);
        }
    }

    public function test_the_browser_gets_edits_commands_keys_and_scales(): void
    {
        $this->getJson('/api/catalog')->assertOk()->assertJsonPath('edits.0.name', 'quantize')->assertJsonPath('keys.0.key', 'Q')
            ->assertJsonPath('view.0.name', 'play')->assertJsonPath('scales.2', 'dorian');
    }
}

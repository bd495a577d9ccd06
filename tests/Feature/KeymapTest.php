<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Keys\Keymap;
use Jactonic\Core\Edits\Catalog;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Lines\EditLine;
use Tests\AppTestCase;

final class KeymapTest extends AppTestCase
{
    public function test_every_line_that_keys_and_the_palette_offer_is_one_there_is(): void
    {
        $view = [];
        foreach (Keymap::viewCommands() as $command) {
            $view[$command['name']] = array_column($command['parameters'], null, 'name');
        }
        foreach ($this->lines() as $text) {
            $line = EditLine::parse($text);
            if (! isset($view[$line->name])) {
                self::assertSame($line->name, Catalog::standard()->read($text)->declaration->name);

                continue;
            }
            foreach ($line->parameters as $name => $value) {
                $parameter = $view[$line->name][$name] ?? self::fail("{$text}: no parameter {$name}");
                self::assertTrue(! isset($parameter['options']) || in_array($value, $parameter['options'], true), $text);
            }
        }
    }

    /** @return list<string> all lines that keys and the palette offer */
    private function lines(): array
    {
        $uses = array_map(static fn (Declaration $edit): array => array_keys($edit->uses), Catalog::standard()->declarations());
        $viewUses = array_map(array_keys(...), array_column(Keymap::viewCommands(), 'uses'));

        return [...array_column(Keymap::standard()->bindings, 'run'), ...array_merge(...$uses, ...$viewUses)];
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

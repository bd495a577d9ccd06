<?php

declare(strict_types=1);

namespace App\Keys;

use Jactonic\Core\Keys\Binding;
use Jactonic\Core\Keys\Keymap;
use RuntimeException;

/**
 * The maps that come with the program: resources/keys/*.json.
 *
 * A map may extend another: its own shortcuts are laid over it, and `without` lists keys that are taken out.
 */
final class ShippedMaps
{
    public const STANDARD = 'standard';

    /** By what a map is called in the program, in the order they are offered. */
    public const FILES = [
        self::STANDARD => 'standard.json', 'left-hand' => 'left-hand.json', 'number-pad' => 'number-pad.json',
        'small-keyboard' => 'small-keyboard.json',
    ];

    public static function find(string $slug): ?Keymap
    {
        if (! isset(self::FILES[$slug])) {
            return null;
        }
        /**
         * @var array{
         *     name: string, logic: string, extends?: string, without?: list<string>, bindings: list<mixed>,
         * } $file
         */
        $file = json_decode((string) file_get_contents(resource_path('keys/'.self::FILES[$slug])), true)
            ?? throw new RuntimeException(self::FILES[$slug].' cannot be read.');
        $bindings = array_map(Binding::fromArray(...), $file['bindings']);
        if (! isset($file['extends'])) {
            return Keymap::of($file['name'], $file['logic'], $bindings);
        }
        $below = array_filter(
            self::find($file['extends'])?->bindings() ?? [],
            static fn (Binding $binding): bool => ! in_array((string) $binding->key, $file['without'] ?? [], true),
        );

        return Keymap::of($file['name'], $file['logic'], array_values($below))->with($bindings);
    }
}

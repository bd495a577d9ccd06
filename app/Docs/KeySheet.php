<?php

declare(strict_types=1);

namespace App\Docs;

use App\Keys\Keymap;

/** The keys of a map as a table, made from the map. */
final class KeySheet
{
    public static function asMarkdown(Keymap $map): string
    {
        $text = "# Keys\n\nMade from the key map by `php artisan docs:write`. The key strip at the foot of the screen shows the same, and follows the modifiers that are held.\n\n";
        $text .= "{$map->logic}\n\nOn a Mac the command key does what Ctrl does. Letters go by what the keyboard gives, digits and signs by their place.\n\n";
        $text .= "| key | does | line |\n|---|---|---|\n";
        foreach ($map->bindings as $binding) {
            $text .= "| `{$binding['key']}` | {$binding['title']} | `{$binding['run']}` |\n";
        }

        return $text."\nWith the mouse: drag notes to move them, their ends to change lengths, empty ground for a box; Shift or Ctrl adds; Alt frees a drag from the grid; "
            .'double-click draws; the wheel scrolls, with Shift sideways, with Ctrl it zooms time, with Alt pitches. On the ruler a click puts the playhead and a drag sets the range; '
            ."on the pitch keys a click selects all notes of the pitch.\n";
    }
}

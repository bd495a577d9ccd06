<?php

declare(strict_types=1);

namespace App\Docs;

// phpcs:disable Generic.Files.LineLength -- the prose of a document stands here as it is read: a paragraph is a line.

use App\Keys\ShippedMaps;
use Jactonic\Core\Keys\Binding;
use Jactonic\Core\Keys\Keymap;

/** The keys of the maps that ship as tables, made from the maps. */
final class KeySheet
{
    public static function asMarkdown(): string
    {
        $text = "# Keys\n\nMade from the maps by `php artisan docs:write`. The key strip at the foot of the screen "
            .'shows the same, and follows the modifiers that are held; all keys of the '
            ."moment stand on the screen while Shift and / are held.\n\nOn a Mac the command key does what Ctrl does. "
            .'Letters go by what the keyboard gives, digits and signs by their place; '
            ."a shortcut of one's own can go by the place of a letter too. `Num` is the number pad. Two keys in a row, "
            ."such as `G 6`, are pressed one after the other.\n";
        $standard = ShippedMaps::find(ShippedMaps::STANDARD);
        foreach (array_keys(ShippedMaps::FILES) as $slug) {
            $map = ShippedMaps::find($slug);
            if ($map !== null && $standard !== null) {
                $text .= self::section($map, $slug === ShippedMaps::STANDARD ? null : $standard);
            }
        }

        return $text.self::rest();
    }

    private static function section(Keymap $map, ?Keymap $standard): string
    {
        $known = $standard === null ? [] : array_map(serialize(...), $standard->bindings());
        $text = "\n## {$map->name}\n\n{$map->logic}\n"
            .($standard === null ? '' : "\nWhat is not listed here is as in the standard map, except keys this map "
            ."takes out.\n")."\n| key | does | line |\n|---|---|---|\n";
        foreach ($map->bindings() as $binding) {
            if (! in_array(serialize($binding), $known, true)) {
                $text .= self::row($binding);
            }
        }

        return $text;
    }

    private static function row(Binding $binding): string
    {
        return "| `{$binding->key}` | {$binding->title} | `".implode('; ', $binding->lines)."` |\n";
    }

    private static function rest(): string
    {
        return <<<'TEXT'

## With the mouse

Drag notes to move them, their ends to change lengths, empty ground for a box; Shift or Ctrl adds; Alt frees a drag from the grid; double-click draws;
the wheel scrolls, with Shift sideways, and with other modifiers does what the map says
    . On the ruler a click puts the playhead and a drag sets the range;
on the pitch keys a click selects all notes of the pitch.

## A map as a file

The shortcuts view exports and imports maps as JSON:

```json
{
  "jactonic": "keymap",
  "version": 1,
  "name": "Mine",
  "logic": "What its keys have in common, in a sentence.",
  "bindings": [
    {"key": "Q", "run": ["quantize"], "title": "Quantize to the grid", "strip": "quantize"},
    {"key": "G 6", "run": ["grid value=1/16", "quantize"], "title": "To sixteenths", "where": "roll", "by": "place", "held": false}
  ]
}
```

| member | is |
|---|---|
| `key` | what is pressed: `Ctrl`, `Alt`, `Shift` in this order, then the key; two with a blank between them are a row |
| `run` | the lines it runs, in order, as one step |
| `title`, `strip` | what it does in words, and the word on the key strip (may be left out) |
| `where` | `everywhere` (if left out), `roll`, `table` or `songs`; the nearest wins |
| `by` | `letter` (if left out): by what the layout gives; `place`: by where the key lies |
| `held` | `true` for a command that acts for as long as the key is down |

An import makes a new map and never replaces one
    . It says what it does differently from the map in use, lists what it does not know, and takes the rest.

TEXT;
    }
}

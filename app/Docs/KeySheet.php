<?php

declare(strict_types=1);

namespace App\Docs;

use App\Keys\ShippedMaps;
use Jactonic\Core\Keys\Binding;
use Jactonic\Core\Keys\Keymap;

/** The keys of the maps that ship as tables, made from the maps. */
final class KeySheet
{
    public static function asMarkdown(): string
    {
        $text = (string) file_get_contents(resource_path('docs/keys-head.md'));
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
        return (string) file_get_contents(resource_path('docs/keys-rest.md'));
    }
}

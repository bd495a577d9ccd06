<?php

declare(strict_types=1);

namespace App\Docs;

use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Parameters\Parameter;

/** The reference of all edits, made from what they declare. */
final class EditReference
{
    public static function asText(Catalog $catalog): string
    {
        $text = '';
        foreach ($catalog->declarations() as $edit) {
            $text .= "{$edit->name}  –  {$edit->help}\n";
            foreach ($edit->parameters as $parameter) {
                $text .= sprintf(
                    "    %-10s %s  [%s]  %s\n", $parameter->name, $parameter->kind->allowed(),
                    self::default($edit, $parameter), $parameter->help,
                );
            }
        }

        return rtrim($text);
    }

    public static function asMarkdown(Catalog $catalog): string
    {
        $text = "# Edit reference\n\nMade from the catalog by `php artisan docs:write`. What each edit computes, with "
            ."examples: [edits.md](edits.md).\n";
        $group = null;
        foreach ($catalog->declarations() as $edit) {
            if ($edit->group !== $group) {
                $group = $edit->group;
                $text .= "\n## {$group->value}\n";
            }
            $text .= "\n### `{$edit->name}` – {$edit->title}\n\n{$edit->help}\n";
            if ($edit->parameters !== []) {
                $text .= "\n| parameter | takes | default | |\n|---|---|---|---|\n";
                foreach ($edit->parameters as $parameter) {
                    $text .= "| `{$parameter->name}` | {$parameter->kind->allowed()} | "
                        .self::default($edit, $parameter)." | {$parameter->help} |\n";
                }
            }
        }

        return $text;
    }

    private static function default(Declaration $edit, Parameter $parameter): string
    {
        $oneOf = in_array($parameter->name, $edit->oneOf, true) ? 'one of '.implode(', ', $edit->oneOf) : '';

        return implode(
            '; ',
            array_filter(
                [$parameter->default ?? $parameter->absent, $oneOf], static fn (string $text): bool => $text !== '',
            ),
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Lines;

use Jactonic\Core\Lines\ScreenCommands;
use RuntimeException;

/**
 * The commands of the view, declared in resources/keys/view-commands.json as edits declare themselves.
 *
 * @phpstan-type ViewCommand array{
 *     name: string, title: string, group: string, help: string,
 *     parameters: list<array{name: string, kind: string, allowed: string, help: string, options?: list<string>}>,
 *     synonyms: list<string>, uses: array<string, string>,
 * }
 */
final class ViewCommands
{
    /** @var list<ViewCommand>|null read once for each request: every edit asks for the names */
    private static ?array $all = null;

    private static ?ScreenCommands $known = null;

    /** @return list<ViewCommand> */
    public static function all(): array
    {
        if (self::$all !== null) {
            return self::$all;
        }
        /** @var list<ViewCommand> $commands */
        $commands = json_decode((string) file_get_contents(resource_path('keys/view-commands.json')), true)
            ?? throw new RuntimeException('resources/keys/view-commands.json cannot be read.');

        return self::$all = $commands;
    }

    public static function known(): ScreenCommands
    {
        return self::$known ??= ScreenCommands::of(self::all());
    }
}

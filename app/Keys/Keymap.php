<?php

declare(strict_types=1);

namespace App\Keys;

use RuntimeException;

/** A map of key chords to what they run: edit lines and commands of the view. */
final readonly class Keymap
{
    /** @param  list<array{key: string, run: string, title: string, strip: string}>  $bindings  strip: the word on the key strip, empty where it has no place there */
    private function __construct(
        public string $name,
        public string $logic,
        public array $bindings,
    ) {
    }

    public static function standard(): self
    {
        /** @var array{name: string, logic: string, bindings: list<array{key: string, run: string, title: string, strip: string}>} $map */
        $map = self::json('standard.json');

        return new self($map['name'], $map['logic'], $map['bindings']);
    }

    /** @return list<array{name: string, title: string, group: string, help: string, parameters: list<array{name: string, kind: string, allowed: string, help: string, options?: list<string>}>, synonyms: list<string>, uses: array<string, string>}> as edits declare themselves */
    public static function viewCommands(): array
    {
        /** @var list<array{name: string, title: string, group: string, help: string, parameters: list<array{name: string, kind: string, allowed: string, help: string, options?: list<string>}>, synonyms: list<string>, uses: array<string, string>}> $commands */
        $commands = self::json('view-commands.json');

        return $commands;
    }

    /** @return array<array-key, mixed> */
    private static function json(string $file): array
    {
        $read = json_decode((string) file_get_contents(resource_path("keys/{$file}")), true);

        return is_array($read) ? $read : throw new RuntimeException("resources/keys/{$file} cannot be read.");
    }
}

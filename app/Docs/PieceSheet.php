<?php

declare(strict_types=1);

namespace App\Docs;

use JsonException;

/** The pieces of work the program is for, each with its keys and its number of actions, as a browser test does them. */
final class PieceSheet
{
    private const PIECES = 'tests/browser/pieces.json';

    private const SIGNS = [
        'ArrowUp' => '↑', 'ArrowDown' => '↓', 'ArrowLeft' => '←', 'ArrowRight' => '→', '+' => ' ',
    ];

    /** @throws JsonException where the list cannot be read */
    public static function asMarkdown(): string
    {
        /** @var list<array{piece: string, hands: list<string>, mistake: list<string>}> $pieces */
        $pieces = json_decode((string) file_get_contents(base_path(self::PIECES)), true, flags: JSON_THROW_ON_ERROR);
        $rows = array_map(
            static fn (array $piece): string => "| {$piece['piece']} | ".implode(' ', array_map(
                self::action(...), $piece['hands'],
            )).' | '.count($piece['hands']).' | '.implode(' ', array_map(self::action(...), $piece['mistake'])).' |',
            $pieces,
        );
        $count = count($pieces);
        $all = array_sum(array_map(static fn (array $piece): int => count($piece['hands']), $pieces));

        return implode("\n", [
            '# Pieces of work', '',
            'Made by `php artisan docs:write` from `'.self::PIECES.'`, which `tests/browser/pieces.spec.ts` does with '
                .'real keys and pointer, reading what is there then in the database. One action is a key with its '
                .'modifiers, a press or a drag, or a line that is typed with Enter. Behind it stands a mistake on the '
                .'way and what takes it back, which is not counted.',
            '', '| piece | hands | actions | a mistake, and back |', '|---|---|---|---|', ...$rows, '',
            "{$count} pieces, {$all} actions.", '',
        ]);
    }

    /** An action as it is read: a key on its cap, what is typed in quotes. */
    private static function action(string $action): string
    {
        return match (true) {
            str_starts_with($action, 'say ') => '“'.substr($action, 4).'” Enter ·',
            str_starts_with($action, 'type ') => '“'.substr($action, 5).'” Enter ·',
            str_starts_with($action, 'key ') => 'press the key '.substr($action, 4).' ·',
            str_starts_with($action, 'level ') => 'hold K and Ctrl, drag '.substr($action, 6).' ·',
            str_contains($action, ' ') => "{$action} ·",
            default => '<kbd>'.strtr($action, self::SIGNS).'</kbd>',
        };
    }
}

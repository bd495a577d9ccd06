<?php

declare(strict_types=1);

namespace App\Songs\Asked;

use Jactonic\Core\Errors\BadInput;

/** What may be pressed next: lines, with what is pressed right behind them; or a step back, or forward. */
final readonly class NextPress
{
    public const UNDO = 'undo';

    public const REDO = 'redo';

    private const MOST_LINES = 100;

    /**
     * @param  list<string>  $lines  none for a step back or forward
     * @param  list<string>  $then  what is pressed behind them; none where nothing is
     */
    private function __construct(
        public array $lines,
        public array $then,
        public ?string $walk,
    ) {
    }

    /** @throws BadInput */
    public static function read(mixed $said): self
    {
        $lines = is_array($said) ? self::texts($said['lines'] ?? []) : null;
        $then = is_array($said) ? self::texts($said['then'] ?? []) : null;

        return match (true) {
            $said === self::UNDO, $said === self::REDO => new self([], [], $said),
            $lines !== null && $lines !== [] && $then !== null => new self($lines, $then, null),
            default => throw new BadInput(
                'presses takes what may be pressed next: "undo", "redo", or {"lines": […], "then": […]} with edit '
                    .'lines.',
            ),
        };
    }

    /** @return list<string>|null null for what is no list of lines */
    private static function texts(mixed $value): ?array
    {
        if (! is_array($value) || count($value) > self::MOST_LINES) {
            return null;
        }
        $texts = [];
        foreach ($value as $text) {
            if (! is_string($text)) {
                return null;
            }
            $texts[] = $text;
        }

        return $texts;
    }
}

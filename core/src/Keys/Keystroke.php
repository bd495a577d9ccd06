<?php

declare(strict_types=1);

namespace Jactonic\Core\Keys;

use Jactonic\Core\Errors\BadInput;

/**
 * What is pressed for a shortcut: a key with modifiers such as `Ctrl+Shift+Z`, two of them in a row such as `G 6`, a
 * key of the number pad such as `Num7`, or a turn of the wheel such as `Alt+WheelUp`.
 */
final readonly class Keystroke
{
    private const MODIFIERS = ['Ctrl', 'Alt', 'Shift'];

    private const MOST_IN_A_ROW = 2;

    private const SIGNS = [',', '.', '-', '=', '/', ';', "'", '[', ']', '\\', '`'];

    private const NAMES = [
        'Space', 'Enter', 'Escape', 'Backspace', 'Delete', 'Insert', 'Home', 'End', 'PageUp', 'PageDown', 'Tab',
        'ContextMenu',
        'ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight', 'WheelUp', 'WheelDown',
        'NumAdd', 'NumSubtract', 'NumMultiply', 'NumDivide', 'NumDecimal', 'NumEnter',
    ];

    /** @param  non-empty-list<string>  $chords  each with its modifiers in order */
    private function __construct(public array $chords)
    {
    }

    /**
     * @throws BadInput naming the key there is not
     */
    public static function parse(string $text): self
    {
        $chords = array_map(self::chord(...), explode(' ', trim($text)));
        if (count($chords) > self::MOST_IN_A_ROW) {
            throw new BadInput("“{$text}”: a shortcut has at most two keys in a row, such as G 6.");
        }
        if (count($chords) > 1 && str_contains($text, 'Wheel')) {
            throw new BadInput("“{$text}”: a turn of the wheel stands alone.");
        }

        return new self($chords);
    }

    public function __toString(): string
    {
        return implode(' ', $this->chords);
    }

    private static function chord(string $text): string
    {
        // The last plus is the key where nothing follows it.
        $parts = preg_split('/\+(?=.)/', $text) ?: [''];
        $key = (string) array_pop($parts);
        if (array_diff($parts, self::MODIFIERS) !== [] || count($parts) !== count(array_unique($parts))) {
            throw new BadInput(
                "“{$text}” is no shortcut: before the key stand Ctrl, Alt and Shift, each at most once.",
            );
        }
        $key = strlen($key) === 1 ? strtoupper($key) : $key;
        $known = preg_match(
            '/^([A-Z0-9]|F([1-9]|1[0-2])|Num[0-9])$/', $key,
        ) === 1 || in_array($key, [...self::SIGNS, ...self::NAMES], true);
        if (! $known) {
            throw new BadInput(
                "There is no key “{$key}”. Keys are letters, digits, signs, F1 to F12, Num0 to Num9, WheelUp, "
                    .'WheelDown, and: '.implode(', ', self::NAMES).'.',
            );
        }

        return implode('+', [...array_values(array_intersect(self::MODIFIERS, $parts)), $key]);
    }
}

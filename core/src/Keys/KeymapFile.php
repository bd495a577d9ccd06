<?php

declare(strict_types=1);

namespace Jactonic\Core\Keys;

use Jactonic\Core\Errors\BadInput;

/**
 * A map as a file, to take to another machine: JSON, described in docs/keys.md.
 *
 * `{"jactonic": "keymap", "version": 1, "name": "Mine", "logic": "…", "bindings": [{"key": "Q", "run": ["quantize"]}]}`
 */
final readonly class KeymapFile
{
    private const MARK = 'keymap';

    private const VERSION = 1;

    /**
     * @param  list<string>  $problems  what in the file is not known here, and was left out
     */
    private function __construct(
        public Keymap $map,
        public array $problems,
    ) {
    }

    public static function write(Keymap $map): string
    {
        return json_encode([
            'jactonic' => self::MARK, 'version' => self::VERSION, 'name' => $map->name, 'logic' => $map->logic,
            'bindings' => $map->toArray(),
        ], JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)."\n";
    }

    /**
     * Takes what can be understood, and lists the rest.
     *
     * @param  callable(string): ?string  $problemOf  what is wrong with a line; null where it can be run
     *
     * @throws BadInput where the text is no map at all
     */
    public static function read(string $text, callable $problemOf): self
    {
        $value = json_decode($text, true, 8);
        $isOurs = is_array($value) && ($value['jactonic'] ?? null) === self::MARK;
        if (! $isOurs || ! is_array($value['bindings'] ?? null)) {
            throw new BadInput(
                'This is no map of shortcuts. A map is JSON that begins {"jactonic": "keymap", "version": 1, …}, as '
                    .'the export writes it.',
            );
        }
        if (($value['version'] ?? null) !== self::VERSION) {
            throw new BadInput('This map is of another version; this program reads version '.self::VERSION.'.');
        }
        if (count($value['bindings']) > Keymap::MOST_BINDINGS) {
            throw new BadInput(
                'The file has '.number_format(count($value['bindings'])).' shortcuts; a map has at most '
                    .number_format(Keymap::MOST_BINDINGS).'.',
            );
        }
        $bindings = [];
        $problems = [];
        foreach ($value['bindings'] as $entry) {
            try {
                $binding = Binding::fromArray($entry);
                $wrong = array_filter(array_map($problemOf, $binding->lines));
                if ($wrong === []) {
                    $bindings[] = $binding;
                } else {
                    $problems[] = "{$binding->key}: ".implode(' ', $wrong);
                }
            } catch (BadInput $error) {
                $problems[] = $error->getMessage();
            }
        }
        [$name, $logic] = [$value['name'] ?? '', $value['logic'] ?? ''];

        return new self(
            Keymap::of(
                is_string($name) && trim($name) !== '' ? $name : 'Imported', is_string($logic) ? $logic : '', $bindings,
            ),
            $problems,
        );
    }
}

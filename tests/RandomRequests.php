<?php

declare(strict_types=1);

namespace Tests;

use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Parameters\Parameter;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Requests made up from a seed, for every route there is: sound ones, sound ones with one value that is not, and
 * nonsense.
 *
 * @phpstan-type Made array{method: string, path: string, body: string|null}
 */
final class RandomRequests
{
    private readonly Randomizer $random;

    /** @var array<string, list<Parameter>> the parameters of each edit, by its name */
    private readonly array $edits;

    /** the song the request is about */
    private int $song = 0;

    /** @param  array<int, list<int>>  $clips  by song */
    public function __construct(int $seed, private readonly string $midi, private readonly array $clips)
    {
        $this->random = new Randomizer(new Mt19937($seed));
        $this->edits = array_column(Catalog::standard()->declarations(), 'parameters', 'name');
    }

    /**
     * One request of a route.
     *
     * @param  string  $uri  as it is registered, such as api/songs/{song}/edits
     * @return Made
     */
    public function of(string $method, string $uri): array
    {
        $path = '/'.preg_replace_callback(
            '/\{(\w+)\}/', fn (array $found): string => rawurlencode($this->id($found[1])), $uri,
        );
        if ($method === 'GET') {
            $query = [];
            foreach (['clips', 'front', 'grid', 'swing', 'tracks', 'ids'] as $name) {
                if ($this->random->getInt(0, 2) === 0) {
                    $query[] = $name.($this->random->getInt(0, 9) === 0 ? '[]' : '').'='.$this->inAddress();
                }
            }

            return [
                'method' => $method, 'path' => $path.($query === [] ? '' : '?'.implode('&', $query)), 'body' => null,
            ];
        }
        if ($this->random->getInt(0, 29) === 0) {
            return [
                'method' => $method, 'path' => $path,
                'body' => $this->pick([
                    '', '{', 'null', '[]', '"text"', "{\"lines\":\"\xFF\"}", str_repeat('[', 600), '1e999',
                ]),
            ];
        }
        $body = $this->body($uri);
        for ($wrong = max(0, $this->random->getInt(-2, 2)); $wrong > 0 && $body !== []; $wrong--) {
            $name = $this->pick(array_keys($body));
            if ($this->random->getInt(0, 3) === 0 && is_array($body[$name]) && $body[$name] !== []) {
                $body[$name][$this->pick(array_keys($body[$name]))] = $this->anything();
            } else {
                $body[$name] = $this->anything();
            }
        }

        return [
            'method' => $method, 'path' => $path,
            'body' => (string) json_encode($body, JSON_INVALID_UTF8_SUBSTITUTE | JSON_PARTIAL_OUTPUT_ON_ERROR),
        ];
    }

    /** @return array<string, mixed> what the route takes, in order */
    private function body(string $uri): array
    {
        $clip = $this->pick($this->clips[$this->song] ?? [1]);
        $standing = ['open' => [$clip], 'front' => $clip, 'revisions' => (object) []];
        $context = [
            'grid' => $this->pick(['1/16', '1/8t', 'bar', '1/4.']), 'swing' => $this->random->getInt(0, 150),
            'caret' => [$this->random->getInt(0, 20_000), 60],
            'range' => [0, 3840], 'playhead' => 960, 'new' => ['length' => '1/8', 'velocity' => 90],
        ];
        $choice = [
            'scope' => 'clip', 'join' => 'all', 'groups' => [['join' => 'any', 'conditions' => ['pitch=60..72']]],
        ];
        $name = $this->pick([
            'Pier '.$this->random->getInt(1, 9999), 'Quay', 'Mole '.$this->random->getInt(1, 9999), "\u{1F30A}", ' ',
            str_repeat('x', 201), "\x01", '"',
        ]);

        return match (true) {
            str_ends_with($uri, '/edits') => $standing + [
                'lines' => $this->lines(), 'selection' => $this->pick(['all', [1, 2, 3], []]), 'context' => $context,
                'dry' => $this->random->getInt(0, 1) === 0,
            ],
            str_ends_with($uri, '/ahead') => $standing + [
                'presses' => ['undo', ['lines' => $this->lines()], ['lines' => $this->lines(), 'then' => ['quantize']]],
                'selection' => $this->pick(['all', [1, 2, 3], []]), 'context' => $context,
            ],
            str_ends_with($uri, '/advice') => $standing + ['selection' => [1, 2], 'context' => $context],
            str_ends_with($uri, '/select') => $standing + [
                'what' => $this->pick(['all', 'length', 'chord-more', 'bar-less', 'place']), 'selection' => [],
                'context' => $context,
            ],
            str_ends_with($uri, '/choose') => $standing + [
                'where' => $this->pick(['pitch=60..72', 'velocity=..40 muted=no', 'part=top', 'beat=1']),
                'context' => $context,
            ],
            str_ends_with($uri, '/match') => $standing + [
                'choice' => $choice, 'selection' => [1], 'context' => $context,
            ],
            str_ends_with($uri, '/history') => $standing + ['step' => $this->random->getInt(0, 5), 'dry' => true],
            str_ends_with($uri, '/undo'), str_ends_with($uri, '/redo') => $standing,
            str_ends_with($uri, 'history/{step}') => ['name' => $name],
            $uri === 'api/songs' => $this->random->getInt(0, 1) === 0 ? ['name' => $name, 'midi' => $this->midi] : [
                'name' => $name, 'tempo' => 120, 'meter' => '3/4', 'key' => 'D dorian', 'sketch' => 'empty',
            ],
            $uri === 'api/songs/{song}' => ['name' => $name],
            str_starts_with($uri, 'api/keymaps') => [
                'name' => $name, 'from' => 'standard', 'bindings' => [['key' => 'Q', 'run' => ['quantize']]],
                'revision' => 1,
                'text' => '{"jactonic":"keymap","version":1,"bindings":[{"key":"Q","run":"quantize"}]}',
            ],
            default => [
                'name' => $name, 'lines' => $this->lines(), 'help' => '', 'folder' => 'Pier', 'choice' => $choice,
                'revision' => 1, 'ids' => [1, 2],
                'text' => '{"jactonic":"recipes","version":1,"recipes":[{"name":"Tight","lines":["quantize"]}]}',
            ],
        };
    }

    /** @return list<string> */
    private function lines(): array
    {
        $lines = [];
        for ($count = max(1, $this->random->getInt(-2, 3)); $count > 0; $count--) {
            $edit = $this->pick(array_keys($this->edits));
            $line = $edit;
            foreach ($this->edits[$edit] as $parameter) {
                if ($this->random->getInt(0, 3) === 0) {
                    $value = $this->random->getInt(0, 15) === 0
                        ? $this->text()
                        : $this->valueFor($parameter->describe());
                    $line .= " {$parameter->name}="
                        .(preg_match('/[\s"]|^$/', $value) === 1 ? '"'.str_replace('"', '', $value).'"' : $value);
                }
            }
            $lines[] = $line;
        }

        return $lines;
    }

    /** @param  array<string, mixed>  $parameter  as the catalog describes it */
    private function valueFor(array $parameter): string
    {
        $options = is_array($parameter['options'] ?? null)
            ? $parameter['options']
            : (is_array($parameter['words'] ?? null) && $this->random->getInt(0, 1) === 0 ? $parameter['words'] : []);
        if ($options !== []) {
            $option = $this->pick($options);

            return is_string($option) ? $option : '';
        }
        [$min, $max] = [
            is_numeric($parameter['min'] ?? null) ? (int) $parameter['min'] : 0,
            is_numeric($parameter['max'] ?? null) ? (int) $parameter['max'] : 127,
        ];

        return match ($parameter['kind'] ?? '') {
            'amount' => $this->pick([
                '1/16', '1/4', 'bar', '12ms', '240tk', 'grid', '-1/8', '4611686018427387904tk', '0tk', '999999bars',
            ]),
            'grid' => $this->pick(['1/16', '1/8t', 'bar', '1/1000000']),
            default => (string) $this->pick([
                $min, $max, $min - 1, $max + 1, $this->random->getInt(min($min, $max), $max),
            ]),
        };
    }

    private function id(string $name): string
    {
        return match ($this->random->getInt(0, 7)) {
            0 => $this->pick([
                '0', '-1', '99999999999999999999', '9223372036854775807', 'x', '%FF', "\xFF", '..', '1.5', '1e3', '٣',
                '',
            ]),
            1 => '999',
            default => match ($name) {
                'map', 'other' => $this->pick(['standard', 'left-hand', '1', '2']),
                'song' => (string) $this->song = $this->pick(array_keys($this->clips)),
                default => (string) $this->random->getInt(1, 4),
            },
        };
    }

    private function inAddress(): string
    {
        return $this->pick([
            '1', '1,2,3', '1/16', '1/8t', '0', '%FF', '99999999999999999999', '-5', '1,,x', 'bar', '%00', '150',
            '4611686018427387904', '1/0',
        ]);
    }

    private function text(): string
    {
        return $this->pick([
            '', '0', '-1', 'x', "\u{1F30A}", '4611686018427387904', '1e9', '1/0', 'C4', '..', '60..', 'NaN', '1/16',
            str_repeat('9', 400), "a\nb", '=',
        ]);
    }

    private function anything(): mixed
    {
        return $this->pick([
            null, true, false, 0, -1, 1, 128, PHP_INT_MAX, PHP_INT_MIN, 4_611_686_018_427_387_904, 1.5, -0.0, 1e300, '',
            'x', "\u{0}", "\xFF", str_repeat('y', 5000),
            [], [null], [1, 'x'], ['a' => 1], [[[]]], array_fill(0, 300, 1), ['pitch' => [60]], (object) [],
        ]);
    }

    /**
     * @template T
     *
     * @param  array<array-key, T>  $values
     * @return T
     */
    private function pick(array $values): mixed
    {
        return array_values($values)[$this->random->getInt(0, count($values) - 1)];
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Keys;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Keys\Binding;
use Jactonic\Core\Keys\By;
use Jactonic\Core\Keys\Keymap;
use Jactonic\Core\Keys\KeymapFile;
use Jactonic\Core\Keys\Keystroke;
use Jactonic\Core\Keys\Surface;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class KeysTest extends TestCase
{
    #[TestWith(['q', 'Q'])]
    #[TestWith(['Shift+Ctrl+z', 'Ctrl+Shift+Z'])]
    #[TestWith(['Alt+=', 'Alt+='])]
    #[TestWith(['Ctrl+-', 'Ctrl+-'])]
    #[TestWith(['Num7', 'Num7'])]
    #[TestWith(['Ctrl+NumAdd', 'Ctrl+NumAdd'])]
    #[TestWith(['F12', 'F12'])]
    #[TestWith(['Shift+Alt+WheelUp', 'Alt+Shift+WheelUp'])]
    #[TestWith(['g 6', 'G 6'])]
    #[TestWith(['Ctrl+K Ctrl+q', 'Ctrl+K Ctrl+Q'])]
    #[TestWith([' Space ', 'Space'])]
    public function test_a_shortcut_is_written_in_one_way(string $said, string $written): void
    {
        self::assertSame($written, (string) Keystroke::parse($said));
        self::assertSame($written, (string) Keystroke::parse($written));
    }

    #[TestWith(['', 'There is no key “”'])]
    #[TestWith(['Hyper+Q', 'before the key stand Ctrl, Alt and Shift'])]
    #[TestWith(['Ctrl+Ctrl+Q', 'each at most once'])]
    #[TestWith(['Ctrl+Enter Q W', 'at most two keys in a row'])]
    #[TestWith(['G WheelUp', 'a turn of the wheel stands alone'])]
    #[TestWith(['F13', 'There is no key “F13”'])]
    #[TestWith(['ä', 'There is no key'])]
    #[TestWith(['Num', 'There is no key “Num”'])]
    public function test_what_is_no_shortcut_is_refused_with_what_would_be(string $said, string $why): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage($why);

        Keystroke::parse($said);
    }

    public function test_a_binding_says_only_what_is_not_usual(): void
    {
        $plain = ['key' => 'Q', 'run' => ['quantize'], 'title' => 'Quantize', 'strip' => 'quantize'];
        $special = $plain + ['where' => 'table', 'by' => 'place', 'held' => true];

        self::assertSame($plain, Binding::fromArray($plain)->toArray());
        self::assertSame($special, Binding::fromArray($special)->toArray());
        self::assertSame(
            [Surface::Table, By::Place, true],
            [Binding::fromArray($special)->where, Binding::fromArray($special)->by, Binding::fromArray($special)->held],
        );
        self::assertSame(
            ['quantize'], Binding::fromArray(['key' => 'Q', 'run' => 'quantize'])->lines, 'one line may stand alone',
        );
        self::assertSame(
            'quantize', Binding::fromArray(['key' => 'Q', 'run' => 'quantize'])->title, 'and is its own title',
        );
    }

    /** @return iterable<string, array{mixed, string}> */
    public static function wrongBindings(): iterable
    {
        yield 'no key' => [['run' => 'mute'], 'A shortcut has a key'];
        yield 'no lines' => [['key' => 'Q', 'run' => []], 'Q: run takes 1 to 50 lines'];
        yield 'a line that is no text' => [['key' => 'Q', 'run' => ['mute', 5]], 'Q: run takes 1 to 50 lines'];
        yield 'too many lines' => [['key' => 'Q', 'run' => array_fill(0, 51, 'mute')], 'Q: run takes 1 to 50 lines'];
        yield 'a place there is not' => [
            ['key' => 'Q', 'run' => 'mute', 'where' => 'moon'], 'Q: where takes everywhere, roll, song, table or songs',
        ];
        yield 'a way there is not' => [
            ['key' => 'Q', 'run' => 'mute', 'by' => 'colour'], 'Q: by takes letter or place',
        ];
        yield 'a title too long' => [
            ['key' => 'Q', 'run' => 'mute', 'title' => str_repeat('x', 121)], 'Q: title takes a text',
        ];
        yield 'a text' => ['Q', 'A shortcut has a key'];
    }

    #[DataProvider('wrongBindings')]
    public function test_a_wrong_binding_says_what_is_wrong_with_it(mixed $value, string $why): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage($why);

        Binding::fromArray($value);
    }

    public function test_a_key_has_one_meaning_in_each_place_and_the_later_one_holds(): void
    {
        $map = self::map('One', ['Q' => 'quantize', 'W' => 'mute'])->with([
            Binding::fromArray(['key' => 'Q', 'run' => 'reverse']),
            Binding::fromArray(['key' => 'Q', 'run' => 'invert', 'where' => 'table']),
        ]);

        self::assertSame(
            [['mute'], ['reverse'], ['invert']],
            array_map(static fn (Binding $binding): array => $binding->lines, $map->bindings()),
        );
    }

    public function test_two_maps_differ_by_what_they_run_not_by_what_they_call_it(): void
    {
        $one = self::map('One', ['Q' => 'quantize', 'W' => 'mute']);
        $two = self::map('Two', ['W' => 'mute', 'E' => 'reverse', 'Q' => 'quantize strength=50']);

        self::assertSame([
            ['key' => 'Q', 'where' => 'everywhere', 'here' => 'quantize', 'there' => 'quantize strength=50'],
            ['key' => 'E', 'where' => 'everywhere', 'here' => null, 'there' => 'reverse'],
        ], $one->differencesTo($two));
        self::assertSame([], $one->differencesTo($one->named('Other')));
    }

    #[TestWith([''])]
    #[TestWith(['   '])]
    public function test_a_map_needs_a_name(string $name): void
    {
        $this->expectException(BadInput::class);

        self::map($name, ['Q' => 'quantize']);
    }

    public function test_a_map_survives_the_way_through_a_file(): void
    {
        $map = self::map(
            'Über alles',
            [
                'Ctrl+Shift+Z' => 'redo', 'G 6' => 'grid value=1/16', '\\' => 'reverse',
                "'" => 'choose where="velocity=..40"',
            ],
        );

        $read = KeymapFile::read(KeymapFile::write($map), static fn (): ?string => null);

        self::assertEquals($map, $read->map);
        self::assertSame([], $read->problems);
    }

    public function test_a_file_is_taken_as_far_as_it_is_known(): void
    {
        $text = KeymapFile::write(self::map('Mixed', ['Q' => 'quantize', 'W' => 'frobnicate']));

        $read = KeymapFile::read(
            $text, static fn (string $line): ?string => $line === 'frobnicate' ? 'There is none.' : null,
        );

        self::assertCount(1, $read->map->bindings());
        self::assertSame(['W: There is none.'], $read->problems);
    }

    /** @param  array<array-key, string>  $lines  by key */
    private static function map(string $name, array $lines): Keymap
    {
        $bindings = [];
        foreach ($lines as $key => $line) {
            $bindings[] = Binding::fromArray(['key' => (string) $key, 'run' => $line]);
        }

        return Keymap::of($name, 'A sentence.', $bindings);
    }

    public function test_a_file_with_more_shortcuts_than_a_map_has_is_refused_before_they_are_read(): void
    {
        $asked = 0;
        try {
            KeymapFile::read(
                (string) json_encode([
                    'jactonic' => 'keymap',
                    'version' => 1,
                    'bindings' => array_fill(0, Keymap::MOST_BINDINGS + 1, ['key' => 'Q', 'run' => ['quantize']]),
                ]),
                static function () use (&$asked): ?string {
                    $asked++;

                    return null;
                });
            self::fail('It was read.');
        } catch (BadInput $error) {
            self::assertSame('The file has 2,001 shortcuts; a map has at most 2,000.', $error->getMessage());
        }
        self::assertSame(0, $asked);
    }

    #[TestWith(['"a"'])]
    #[TestWith(['{}'])]
    #[TestWith(['no JSON'])]
    #[TestWith(['{"jactonic": "recipes", "version": 1, "bindings": []}'])]
    #[TestWith(['{"jactonic": "keymap", "version": 1}'])]
    #[TestWith(['{"jactonic": "keymap", "version": 1, "bindings": 3}'])]
    public function test_what_is_no_map_is_refused_with_how_one_begins(string $text): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage('This is no map of shortcuts. A map is JSON that begins {"jactonic": "keymap"');
        KeymapFile::read($text, static fn (): ?string => null);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Banks;

use Jactonic\Core\Banks\BankFile;
use Jactonic\Core\Banks\BankPreset;
use Jactonic\Core\Errors\BadInput;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class BankFileTest extends TestCase
{
    public function test_the_presets_of_a_sound_font_are_listed_by_their_numbers_with_kits_last(): void
    {
        $bank = self::soundFont([
            'Brushes' => [4, 128], 'Warm keys' => [5, 0], 'Old keys' => [5, 8], 'Reeds' => [0, 0],
        ]);

        self::assertEquals([
            new BankPreset('Reeds', 0, 0, false), new BankPreset('Warm keys', 5, 0, false),
            new BankPreset('Old keys', 5, 8 << 7, false), new BankPreset('Brushes', 4, 0, true),
        ], self::presets($bank));
    }

    public function test_the_instruments_of_downloadable_sounds_are_listed_too(): void
    {
        $instrument = static fn (string $name, int $bank, int $program): string => self::list(
            'ins ',
            self::chunk('insh', pack('VVV', 1, $bank, $program))
                .self::list('INFO', self::chunk('INAM', "{$name}\0")),
        );
        $bank = self::riff('DLS ', self::list(
            'lins', $instrument('Ferry bell', 2 << 8 | 3, 14).$instrument('Deck drums', 0x80000000, 8),
        ).self::list('wvpl', ''));

        self::assertEquals([
            new BankPreset('Ferry bell', 14, 2 << 7 | 3, false), new BankPreset('Deck drums', 8, 0, true),
        ], self::presets($bank));
    }

    public function test_a_name_is_read_as_text_whatever_bytes_it_has(): void
    {
        $names = array_column(self::presets(self::soundFont([
            "Fl\xF6te\0rest" => [1, 0], "\x01\0" => [2, 0], 'Geige ♫' => [3, 0],
        ])), 'title');

        self::assertSame(['Flöte', 'Without a name', 'Geige ♫'], $names);
    }

    #[DataProvider('broken')]
    public function test_what_is_no_bank_or_broken_is_refused_in_words(string $bytes, string $says): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage($says);

        self::presets($bytes);
    }

    /** @return iterable<string, array{string, string}> */
    public static function broken(): iterable
    {
        $whole = self::soundFont(['Reeds' => [0, 0]]);
        yield 'nothing' => ['', 'no bank of instruments'];
        yield 'a MIDI file' => ['MThd'.str_repeat("\0", 20), 'no bank of instruments'];
        yield 'a sound file' => [self::riff('WAVE', self::chunk('data', 'abcd')), 'no bank of instruments'];
        yield 'cut off' => [substr($whole, 0, -4), 'is cut off'];
        yield 'without presets' => [self::riff('sfbk', self::list('sdta', '')), 'no presets, or no samples'];
        yield 'without waves' => [self::riff('DLS ', self::list('lins', '')), 'no instruments, or no waves'];
        yield 'empty' => [self::soundFont([]), 'no instrument in this bank'];
        yield 'a part too long' => [
            self::riff('sfbk', 'LIST'.pack('V', 4000).'sdta'), 'a part of it is longer than the whole',
        ];
        yield 'a part of a preset' => [
            self::riff('sfbk', self::list('sdta', '').self::list('pdta', self::chunk('phdr', str_repeat('a', 40)))),
            'its presets cannot be read',
        ];
        yield 'a program there is not' => [self::soundFont(['Reeds' => [200, 0]]), 'it has a preset 0:200'];
        yield 'an instrument without a head' => [
            self::riff('DLS ', self::list('lins', self::list('ins ', '')).self::list('wvpl', '')),
            'an instrument has no head',
        ];
        yield 'more than is taken' => [
            self::soundFont(array_fill_keys(
                array_map(static fn (int $k): string => "Reeds {$k}", range(0, BankFile::MOST_PRESETS)), [0, 0],
            )), '4,097 presets or more; 4,096 are taken',
        ];
        yield 'more instruments than are taken' => [
            self::riff('DLS ', self::list('wvpl', '').self::list('lins', str_repeat(
                self::list('ins ', self::chunk('insh', str_repeat("\0", 12))), 10_000,
            ))), '4,097 presets or more; 4,096 are taken',
        ];
        yield 'nothing but parts' => [
            self::riff('sfbk', str_repeat(self::chunk('none', ''), 200_000)), 'cut into more parts than any has',
        ];
    }

    public function test_a_bank_that_is_too_large_is_not_looked_at(): void
    {
        $this->expectExceptionMessage('A bank may have 512 MB; this one has 513.');

        BankFile::presets(static fn (): string => self::fail('it was read'), 513 * 1_048_576);
    }

    /** @return list<BankPreset> */
    private static function presets(string $bytes): array
    {
        return BankFile::presets(
            static fn (int $at, int $length): string => substr($bytes, $at, $length), strlen($bytes),
        );
    }

    /** @param  array<string, array{int, int}>  $presets  program and bank by name */
    private static function soundFont(array $presets): string
    {
        $heads = '';
        foreach ($presets + ['EOP' => [0, 0]] as $name => [$program, $bank]) {
            $heads .= pack('a20vvvVVV', $name, $program, $bank, 0, 0, 0, 0);
        }

        return self::riff(
            'sfbk', self::list('INFO', self::chunk('INAM', 'odd'))
                .self::list('sdta', self::chunk('smpl', 'abcd')).self::list('pdta', self::chunk('phdr', $heads)),
        );
    }

    private static function riff(string $form, string $in): string
    {
        return 'RIFF'.pack('V', 4 + strlen($in)).$form.$in;
    }

    private static function list(string $form, string $in): string
    {
        return self::chunk('LIST', $form.$in);
    }

    private static function chunk(string $name, string $in): string
    {
        return $name.pack('V', strlen($in)).$in.(strlen($in) % 2 === 1 ? "\0" : '');
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Banks;

use Closure;
use Jactonic\Core\Errors\BadInput;

/**
 * What is in a bank of instruments: a file of the formats SF2 and SF3 (SoundFont 2.04) or DLS (Downloadable Sounds
 * 2.2), both in RIFF. It is walked chunk by chunk, so that hundreds of MB are never in memory.
 */
final class BankFile
{
    /** How large a bank may be, in bytes. */
    public const MOST_BYTES = 512 * 1024 * 1024;

    /** How many presets it may have: as many as there are programs of 32 banks. */
    public const MOST_PRESETS = 4096;

    /** How many parts are looked at before a file is no bank: one with all its presets has some ten for each. */
    private const MOST_PARTS = 20 * self::MOST_PRESETS;

    private const CHUNK_HEAD = 8;

    private const PRESET_HEAD = 38;

    private const LONGEST_NAME = 80;

    /** The bank number by which SoundFonts hold drums. */
    private const DRUMS = 128;

    /**
     * @param  Closure(int, int): string  $read  gives so many bytes from a place on, as many as there are
     * @param  int  $size  bytes
     */
    private function __construct(
        private readonly Closure $read,
        private readonly int $size,
    ) {
    }

    /** How many parts were looked at. */
    private int $parts = 0;

    /**
     * The presets of a bank, in the order of their numbers.
     *
     * @param  Closure(int, int): string  $read  gives so many bytes from a place on, as many as there are
     * @return non-empty-list<BankPreset>
     *
     * @throws BadInput where it is none, is broken, or larger than is taken
     */
    public static function presets(Closure $read, int $size): array
    {
        if ($size > self::MOST_BYTES) {
            throw new BadInput('A bank may have 512 MB; this one has '.number_format($size / 1_048_576).'.');
        }
        $presets = (new self($read, $size))->found();
        usort($presets, static fn (BankPreset $one, BankPreset $other): int => [
            $one->isKit, $one->number, $one->program,
        ] <=> [$other->isKit, $other->number, $other->program]);

        return $presets === [] ? throw new BadInput('There is no instrument in this bank.') : $presets;
    }

    /** @throws BadInput where there are more presets than are taken; asked before they are read */
    private static function refuseMore(int $count): void
    {
        if ($count > self::MOST_PRESETS) {
            throw new BadInput(
                'This bank has '.number_format($count).' presets or more; '.number_format(self::MOST_PRESETS)
                    .' are taken.',
            );
        }
    }

    /** @return list<BankPreset> */
    private function found(): array
    {
        $head = ($this->read)(0, 12);
        $form = substr($head, 8, 4);
        if (strlen($head) < 12 || ! str_starts_with($head, 'RIFF') || ! in_array($form, ['sfbk', 'DLS '], true)) {
            throw new BadInput('That is no bank of instruments: it takes files of SF2, SF3 or DLS.');
        }
        $end = self::CHUNK_HEAD + self::long($head, 4);
        if ($end > $this->size) {
            throw new BadInput(
                'This bank is cut off: it says that it has '.number_format($end).' bytes, and has '
                    .number_format($this->size).'. Fetch it again.',
            );
        }

        return $form === 'sfbk' ? $this->ofSoundFont($end) : $this->ofDownloadableSounds($end);
    }

    /** @return list<BankPreset> */
    private function ofSoundFont(int $end): array
    {
        $lists = $this->lists(12, $end);
        if (! isset($lists['pdta'], $lists['sdta'])) {
            throw new BadInput('This bank is broken: it has no presets, or no samples.');
        }
        $heads = null;
        foreach ($this->chunks(...$lists['pdta']) as [$name, $at, $length]) {
            if ($name === 'phdr') {
                self::refuseMore(intdiv($length, self::PRESET_HEAD) - 1);
                $heads = ($this->read)($at, $length);
            }
        }
        if ($heads === null || strlen($heads) % self::PRESET_HEAD !== 0) {
            throw new BadInput('This bank is broken: its presets cannot be read.');
        }
        $presets = [];
        // The last one says where the others end.
        for ($at = 0; $at < strlen($heads) - self::PRESET_HEAD; $at += self::PRESET_HEAD) {
            [$program, $bank] = [self::short($heads, $at + 20), self::short($heads, $at + 22)];
            if ($program > 127 || $bank > self::DRUMS) {
                throw new BadInput("This bank is broken: it has a preset {$bank}:{$program}.");
            }
            $presets[] = new BankPreset(
                self::name(substr($heads, $at, 20)), $program, $bank === self::DRUMS ? 0 : $bank << 7,
                $bank === self::DRUMS,
            );
        }

        return $presets;
    }

    /** @return list<BankPreset> */
    private function ofDownloadableSounds(int $end): array
    {
        $lists = $this->lists(12, $end);
        if (! isset($lists['lins'], $lists['wvpl'])) {
            throw new BadInput('This bank is broken: it has no instruments, or no waves.');
        }
        $presets = [];
        foreach ($this->chunks(...$lists['lins']) as [$name, $at, $length]) {
            if ($name !== 'LIST' || ($this->read)($at, 4) !== 'ins ') {
                continue;
            }
            self::refuseMore(count($presets) + 1);
            $title = '';
            $head = null;
            foreach ($this->chunks($at + 4, $at + $length) as [$inner, $from, $bytes]) {
                if ($inner === 'insh') {
                    $head = ($this->read)($from, 12);
                } elseif ($inner === 'LIST' && ($this->read)($from, 4) === 'INFO') {
                    foreach ($this->chunks($from + 4, $from + $bytes) as [$what, $of, $letters]) {
                        $title = $what === 'INAM' ? ($this->read)($of, min($letters, 256)) : $title;
                    }
                }
            }
            if ($head === null || strlen($head) < 12) {
                throw new BadInput('This bank is broken: an instrument has no head.');
            }
            $bank = self::long($head, 4);
            $isKit = ($bank & 0x80000000) !== 0;
            $presets[] = new BankPreset(
                self::name($title), self::long($head, 8) & 127,
                $isKit ? 0 : ($bank >> 8 & 127) << 7 | $bank & 127, $isKit,
            );
        }

        return $presets;
    }

    /** @return array<string, array{int, int}> where what is in each list begins and ends, by its form */
    private function lists(int $from, int $end): array
    {
        $lists = [];
        foreach ($this->chunks($from, $end) as [$name, $at, $length]) {
            if ($name === 'LIST') {
                $lists[($this->read)($at, 4)] = [$at + 4, $at + $length];
            }
        }

        return $lists;
    }

    /**
     * @return iterable<array{string, int, int}> name, where it begins, how long it is
     *
     * @throws BadInput where one reaches over the end
     */
    private function chunks(int $from, int $end): iterable
    {
        for ($at = $from; $at + self::CHUNK_HEAD <= $end;) {
            if (++$this->parts > self::MOST_PARTS) {
                throw new BadInput('This is no bank that can be read: it is cut into more parts than any has.');
            }
            $head = ($this->read)($at, self::CHUNK_HEAD);
            $length = self::long($head, 4);
            if ($at + self::CHUNK_HEAD + $length > $end) {
                throw new BadInput('This bank is broken: a part of it is longer than the whole.');
            }
            yield [substr($head, 0, 4), $at + self::CHUNK_HEAD, $length];
            // Chunks begin at even places.
            $at += self::CHUNK_HEAD + $length + ($length & 1);
        }
    }

    private static function name(string $bytes): string
    {
        $name = explode("\0", $bytes)[0];
        $text = mb_check_encoding($name, 'UTF-8') ? $name : mb_convert_encoding($name, 'UTF-8', 'ISO-8859-1');
        $plain = trim((string) preg_replace('/[\x00-\x1F\x7F]+/u', ' ', $text));

        return mb_substr($plain === '' ? 'Without a name' : $plain, 0, self::LONGEST_NAME);
    }

    private static function short(string $bytes, int $at): int
    {
        return ord($bytes[$at] ?? "\0") | ord($bytes[$at + 1] ?? "\0") << 8;
    }

    private static function long(string $bytes, int $at): int
    {
        return self::short($bytes, $at) | self::short($bytes, $at + 2) << 16;
    }
}

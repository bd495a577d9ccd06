<?php

declare(strict_types=1);

namespace App\Banks;

use App\Models\KeptBank;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Jactonic\Core\Banks\BankFile;
use Jactonic\Core\Banks\BankPreset;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Song\Instrument;

/**
 * Banks of one’s own, in a folder beside the database. A bank comes in pieces into a file of its own; only when it is
 * whole and was read it gets its place: what breaks off before is not listed, and is cleared away.
 */
final class Banks
{
    /** How large a piece may be, in bytes. */
    public const MOST_PIECE = 8 * 1024 * 1024;

    /** What was begun and not gone on with for so long, in seconds, is cleared away. */
    private const LEFT_AFTER = 3600;

    private const TOKEN = '/^[0-9a-f]{24}$/';

    /** @return list<array<string, mixed>> */
    public static function all(): array
    {
        return array_values(
            KeptBank::query()->orderBy('name')->get()->map(static fn (KeptBank $bank): array => $bank->told())->all(),
        );
    }

    /**
     * Begins to take one in.
     *
     * @return string the name its pieces are sent under
     *
     * @throws BadInput where it is larger than is taken
     */
    public function begin(int $size): string
    {
        if ($size < 1 || $size > BankFile::MOST_BYTES) {
            throw new BadInput('A bank has up to 512 MB.');
        }
        $folder = self::folder();
        if (! is_dir($folder) && ! @mkdir($folder, 0o700, true)) {
            throw new BadInput("The folder {$folder} cannot be made. Is there room on the disk?");
        }
        $this->clearLeft();
        if (disk_free_space($folder) < $size) {
            throw new BadInput('There is not enough room on the disk for this bank.');
        }
        $token = bin2hex(random_bytes(12));
        if (@file_put_contents(self::begun($token), '') === false) {
            throw new BadInput("Nothing can be written to {$folder}.");
        }

        return $token;
    }

    /**
     * Takes a piece in, behind those that are there.
     *
     * @return int how many bytes are there now
     *
     * @throws BadInput where it does not go on where the last one ended; nothing is lost
     */
    public function take(string $token, int $at, string $piece): int
    {
        $path = $this->pathOf($token);
        $there = (int) filesize($path);
        // A piece whose answer was lost comes again.
        if ($at + strlen($piece) === $there) {
            return $there;
        }
        if ($at !== $there || $piece === '' || strlen($piece) > self::MOST_PIECE
            || $there + strlen($piece) > BankFile::MOST_BYTES) {
            throw new BadInput("The next piece begins at {$there} and has up to 8 MB.");
        }
        if (@file_put_contents($path, $piece, FILE_APPEND | LOCK_EX) !== strlen($piece)) {
            throw new BadInput('The piece could not be written. Is there room on the disk?');
        }

        return $there + strlen($piece);
    }

    /**
     * Reads what came in, and lists it.
     *
     * @throws BadInput where it is no bank, or a broken one; it is cleared away
     */
    public function finish(string $token, string $name): KeptBank
    {
        $path = $this->pathOf($token);
        try {
            $presets = self::presets($path);
            $checksum = (string) hash_file('sha256', $path);
            $same = KeptBank::query()->where('checksum', $checksum)->first();
            if ($same !== null) {
                throw new BadInput("This bank is here already, as {$same->name}.");
            }
            $size = (int) filesize($path);
            if (! @rename($path, self::pathBy($checksum))) {
                throw new BadInput('The bank could not be kept. Is there room on the disk?');
            }

            return DB::transaction(static fn (): KeptBank => KeptBank::query()->create([
                'name' => self::freeName($name), 'checksum' => $checksum, 'size' => $size,
                'presets' => array_map(static fn (BankPreset $preset): array => [
                    $preset->title, $preset->program, $preset->number, $preset->isKit,
                ], $presets),
            ]));
        } finally {
            @unlink($path);
        }
    }

    public function find(string $name): KeptBank
    {
        return KeptBank::query()->where('name', $name)->firstOrFail();
    }

    /** Takes one away, with its file; tracks that play it have what stands in for it. */
    public function remove(string $name): void
    {
        $bank = $this->find($name);
        $bank->delete();
        @unlink(self::pathBy($bank->checksum));
    }

    public static function pathBy(string $checksum): string
    {
        return self::folder()."/{$checksum}.bank";
    }

    public static function folder(): string
    {
        $folder = config('jactonic.banks');
        $database = config('database.connections.sqlite.database');

        return is_string($folder) ? $folder : dirname(is_string($database) ? $database : '').'/banks';
    }

    /**
     * What is in a file of a bank.
     *
     * @return non-empty-list<BankPreset>
     *
     * @throws BadInput where it is none, or broken
     */
    public static function presets(string $path): array
    {
        $file = fopen($path, 'rb') ?: throw new BadInput('The bank cannot be read.');
        try {
            return BankFile::presets(static function (int $at, int $length) use ($file): string {
                fseek($file, $at);

                return $length > 0 ? (string) stream_get_contents($file, $length) : '';
            }, (int) filesize($path));
        } finally {
            fclose($file);
        }
    }

    /** A name that tracks can say, and that no other bank has. */
    private static function freeName(string $name): string
    {
        $plain = trim(mb_substr(Str::slug(pathinfo($name, PATHINFO_FILENAME)), 0, 56), '-') ?: 'bank';
        $plain = $plain === Instrument::SHIPPED ? 'bank' : $plain;
        $free = $plain;
        for ($k = 2; KeptBank::query()->where('name', $free)->exists(); $k++) {
            $free = "{$plain}-{$k}";
        }

        return $free;
    }

    private function pathOf(string $token): string
    {
        $path = self::begun($token);
        clearstatcache(true, $path);
        if (preg_match(self::TOKEN, $token) !== 1 || ! is_file($path)) {
            throw new BadInput('This bank was not begun, or was left too long. Drop its file again.');
        }

        return $path;
    }

    private static function begun(string $token): string
    {
        return self::folder()."/{$token}.begun";
    }

    private function clearLeft(): void
    {
        foreach (glob(self::folder().'/*.begun') ?: [] as $left) {
            if ((int) @filemtime($left) < time() - self::LEFT_AFTER) {
                @unlink($left);
            }
        }
    }
}

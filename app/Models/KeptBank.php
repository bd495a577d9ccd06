<?php

declare(strict_types=1);

namespace App\Models;

use Jactonic\Core\Banks\BankPreset;

/**
 * A bank of one's own: what is in it, and by which checksum its file is found.
 *
 * @property int $id
 * @property string $name
 * @property string $checksum
 * @property int $size
 * @property list<array{string, int, int, bool}> $presets title, program, number, whether it is a kit
 */
final class KeptBank extends Record
{
    protected $table = 'banks';

    /** @var list<string> */
    protected $fillable = ['name', 'checksum', 'size', 'presets'];

    /** @var array<string, string> */
    protected $casts = ['presets' => 'array'];

    /** @return array<string, mixed> as the browser lists it */
    public function told(): array
    {
        return [
            'name' => $this->name, 'size' => $this->size, 'checksum' => $this->checksum,
            'presets' => array_map(function (array $preset): array {
                [$title, $program, $number, $isKit] = $preset;
                $instrument = (new BankPreset($title, $program, $number, $isKit))->of($this->name);

                return [
                    'name' => (string) $instrument, 'title' => $title, 'number' => $number, 'program' => $program,
                    'isKit' => $isKit,
                ];
            }, $this->presets),
        ];
    }
}

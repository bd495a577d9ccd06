<?php

declare(strict_types=1);

namespace App\Models;

/**
 * What was chosen for the whole program, by name.
 *
 * @property string $name
 * @property string $value
 */
final class Preference extends Record
{
    public const KEYMAP = 'keymap';

    public $incrementing = false;

    protected $primaryKey = 'name';

    protected $keyType = 'string';

    /** @var list<string> */
    protected $fillable = ['name', 'value'];

    public static function read(string $name, string $otherwise): string
    {
        return self::query()->find($name)->value ?? $otherwise;
    }

    public static function keep(string $name, string $value): void
    {
        self::query()->updateOrCreate(['name' => $name], ['value' => $value]);
    }
}

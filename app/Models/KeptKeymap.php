<?php

declare(strict_types=1);

namespace App\Models;

use Jactonic\Core\Keys\Binding;
use Jactonic\Core\Keys\Keymap;

/**
 * A map of shortcuts somebody made. Those that ship are files and never change.
 *
 * @property int $id
 * @property string $name
 * @property string $logic
 * @property string $base
 * @property list<array<string, mixed>> $bindings
 * @property int $revision counts changes of it
 */
final class KeptKeymap extends Record
{
    protected $table = 'keymaps';

    /** @var list<string> */
    protected $fillable = ['name', 'logic', 'base', 'bindings', 'revision'];

    /** @var array<string, string> */
    protected $casts = ['bindings' => 'array'];

    public function map(): Keymap
    {
        return Keymap::of($this->name, $this->logic, array_map(Binding::fromArray(...), $this->bindings));
    }

    public static function keep(Keymap $map, string $base): self
    {
        return self::query()->create(['name' => $map->name, 'logic' => $map->logic, 'base' => $base, 'bindings' => $map->toArray()]);
    }
}

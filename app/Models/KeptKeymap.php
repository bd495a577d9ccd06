<?php

declare(strict_types=1);

namespace App\Models;

use Jactonic\Core\Errors\BadInput;
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

    /** How many are kept: each of them is read to list them. */
    public const MOST = 100;

    /** @throws BadInput where there are as many as are kept */
    public static function keep(Keymap $map, string $base): self
    {
        if (self::query()->count() >= self::MOST) {
            throw new BadInput(
                'There are '.self::MOST.' maps of shortcuts already, which is as many as are kept. Delete one first.',
            );
        }

        return self::query()->create([
            'name' => $map->name, 'logic' => $map->logic, 'base' => $base, 'bindings' => $map->toArray(),
        ]);
    }
}

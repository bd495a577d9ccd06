<?php

declare(strict_types=1);

namespace App\Casts;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Packing\PackedTable;

/** @implements CastsAttributes<Notes, Notes> */
final class NotesCast implements CastsAttributes
{
    /** Notes are immutable, and packing them anew at every look at the model would cost more than the edit. */
    public bool $withoutObjectCaching = true;

    public function get(Model $model, string $key, mixed $value, array $attributes): Notes
    {
        return is_string($value) ? PackedTable::notes($value) : Notes::none();
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): string
    {
        return PackedTable::pack($value instanceof Notes ? $value : Notes::none());
    }
}

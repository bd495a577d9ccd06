<?php

declare(strict_types=1);

namespace App\Casts;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Packing\PackedNotes;

/** @implements CastsAttributes<Notes, Notes> */
final class NotesCast implements CastsAttributes
{
    /** Notes are immutable, and packing them anew at every look at the model would cost more than the edit. */
    public bool $withoutObjectCaching = true;

    public function get(Model $model, string $key, mixed $value, array $attributes): Notes
    {
        return is_string($value) ? PackedNotes::unpack($value) : Notes::none();
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): string
    {
        return PackedNotes::pack($value instanceof Notes ? $value : Notes::none());
    }
}

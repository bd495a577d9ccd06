<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A row of the database.
 *
 * Laravel finds out by reflection over all methods of a model what its traits want done at the start, once for each
 * class and request. That costs more than an edit, so it is named here; a test compares it with what Laravel finds.
 */
abstract class Record extends Model
{
    public $timestamps = false;

    /** @return list<string> methods that set up a new object */
    public static function initializers(): array
    {
        return ['initializeHasAttributes'];
    }

    protected static function bootTraits(): void
    {
        static::$traitInitializers[static::class] = static::initializers();
    }
}

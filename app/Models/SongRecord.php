<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\SoftDeletes;
use Illuminate\Support\Carbon;

/**
 * A song as it is stored. Its tracks, clips and steps are rows of their own.
 *
 * @property int $id
 * @property string $name
 * @property int $ppq
 * @property string $conductor rows as JSON
 * @property string $layout what its file holds beside tracks and conductor
 * @property int $next_id the id for the next note or point
 * @property int $revision counts changes of tracks, clips and conductor
 * @property int|null $step_id the step of the history it stands at
 * @property string $marks JSON: steps of its history by letter
 * @property string|null $step_lines JSON, of the step it stands at, where it was read along
 * @property int|null $step_ran ms of a clock that is never set back, likewise
 * @property Carbon $created_at
 * @property Carbon $updated_at
 * @property Carbon|null $deleted_at
 */
final class SongRecord extends Record
{
    use SoftDeletes;

    public $timestamps = true;

    protected $table = 'songs';

    public static function initializers(): array
    {
        return [...parent::initializers(), 'initializeSoftDeletes'];
    }

    protected static function bootTraits(): void
    {
        parent::bootTraits();
        self::bootSoftDeletes();
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\NotesCast;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Jactonic\Core\Notes\Notes;

/**
 * @property int $id
 * @property int $track_id
 * @property int $start
 * @property int $length
 * @property int $revision
 * @property int|null $step_id
 * @property Notes $notes
 * @property Track $track
 */
final class Clip extends Model
{
    public $timestamps = false;

    /** @var array<string, string> */
    protected $casts = ['notes' => NotesCast::class];

    /** @return BelongsTo<Track, $this> */
    public function track(): BelongsTo
    {
        return $this->belongsTo(Track::class);
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use App\Songs\Voice;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * @property int $id
 * @property int $song_id
 * @property int $number
 * @property string $name
 * @property int $colour
 * @property Voice $voice
 * @property int $channel
 * @property int $volume
 * @property bool $muted
 * @property Song $song
 * @property Collection<int, Clip> $clips
 */
final class Track extends Model
{
    public $timestamps = false;

    /** @var array<string, string> */
    protected $casts = ['voice' => Voice::class, 'muted' => 'boolean'];

    /** @return BelongsTo<Song, $this> */
    public function song(): BelongsTo
    {
        return $this->belongsTo(Song::class);
    }

    /** @return HasMany<Clip, $this> */
    public function clips(): HasMany
    {
        return $this->hasMany(Clip::class);
    }
}

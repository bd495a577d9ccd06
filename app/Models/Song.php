<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\MeterMapCast;
use App\Casts\TempoMapCast;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\SoftDeletes;
use Illuminate\Support\Carbon;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TempoMap;

/**
 * A song: its time, its key, and the MIDI file it came from without the notes, so that all else goes out again.
 *
 * @property int $id
 * @property string $name
 * @property int $ppq
 * @property TempoMap $tempos
 * @property MeterMap $meters
 * @property string|null $key
 * @property string $frame
 * @property Collection<int, Track> $tracks
 * @property Carbon $created_at
 * @property Carbon $updated_at
 * @property Carbon|null $deleted_at
 */
final class Song extends Model
{
    use SoftDeletes;

    /** @var array<string, string> */
    protected $casts = ['tempos' => TempoMapCast::class, 'meters' => MeterMapCast::class];

    /** @return HasMany<Track, $this> */
    public function tracks(): HasMany
    {
        return $this->hasMany(Track::class);
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\MeterMapCast;
use App\Casts\NotesCast;
use App\Casts\TempoMapCast;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TempoMap;

/**
 * @property int $id
 * @property int $track_id
 * @property int $start
 * @property int $length
 * @property int $revision
 * @property int|null $step_id
 * @property Notes $notes
 * @property-read int $channel of its track, where read in its song
 * @property-read string|null $last_lines of the step it stands at, as JSON, likewise
 * @property-read int|null $last_at when that step was last run, likewise
 * @property-read string|null $key of its song, likewise
 * @property-read TempoMap $tempos of its song, likewise
 * @property-read MeterMap $meters of its song, likewise
 */
final class Clip extends Model
{
    public $timestamps = false;

    /** @var array<string, string> */
    protected $casts = ['notes' => NotesCast::class, 'tempos' => TempoMapCast::class, 'meters' => MeterMapCast::class];

    /**
     * A clip with the time and the key of its song, the channel of its track and its last step, in one query: it is what every edit
     * begins with.
     *
     * @throws ModelNotFoundException where there is none, or its song was deleted
     */
    public static function inSong(int $id): self
    {
        /** @var self $clip */
        $clip = self::query()
            ->join('tracks', 'tracks.id', '=', 'clips.track_id')
            ->join('songs', 'songs.id', '=', 'tracks.song_id')
            ->leftJoin('steps', 'steps.id', '=', 'clips.step_id')
            ->whereNull('songs.deleted_at')
            ->where('clips.id', $id)
            ->firstOrFail(['clips.*', 'tracks.channel', 'songs.ppq', 'songs.tempos', 'songs.meters', 'songs.key', 'steps.lines as last_lines', 'steps.at as last_at']);

        return $clip;
    }
}

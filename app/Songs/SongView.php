<?php

declare(strict_types=1);

namespace App\Songs;

use App\Models\Clip;
use App\Models\Song;
use App\Models\Track;
use Illuminate\Support\Facades\DB;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TempoMap;

/** Songs as they go to the browser. */
final class SongView
{
    /** @return array{songs: list<array<string, mixed>>, deleted: list<array<string, mixed>>} */
    public static function list(): array
    {
        $columns = ['id', 'name', 'ppq', 'key', 'tempos', 'updated_at', 'deleted_at'];
        $tracks = DB::table('tracks')->selectRaw('song_id, count(*) as tracks')->groupBy('song_id')->pluck('tracks', 'song_id');
        $line = static fn (Song $song): array => [
            'id' => $song->id,
            'name' => $song->name,
            'tracks' => $tracks[$song->id] ?? 0,
            'tempo' => self::beatsPerMinute($song->tempos),
            'key' => $song->key,
            'updated' => $song->updated_at->toIso8601String(),
            'deleted' => $song->deleted_at?->toIso8601String(),
        ];

        $all = Song::withTrashed()->get($columns);
        [$deleted, $songs] = $all->partition(static fn (Song $song): bool => $song->trashed());

        return [
            'songs' => array_values($songs->sortBy('name', SORT_NATURAL | SORT_FLAG_CASE)->map($line)->all()),
            'deleted' => array_values($deleted->sortByDesc('deleted_at')->map($line)->all()),
        ];
    }

    /** @return array<string, mixed> */
    public static function whole(Song $song): array
    {
        $tracks = $song->load('tracks.clips:id,track_id,start,length,revision')->tracks->sortBy('number');

        return [
            'id' => $song->id,
            'name' => $song->name,
            'ppq' => $song->ppq,
            'key' => $song->key,
            'scale' => $song->key === null ? null : Scale::parse($song->key)->classes(),
            'tempo' => self::beatsPerMinute($song->tempos),
            'tempos' => self::tempos($song->tempos),
            'meters' => self::meters($song->meters),
            'tracks' => array_values($tracks->map(static fn (Track $track): array => [
                'id' => $track->id,
                'name' => $track->name,
                'colour' => $track->colour,
                'voice' => $track->voice->value,
                'channel' => $track->channel,
                'volume' => $track->volume,
                'muted' => $track->muted,
                'clips' => array_values($track->clips->map(static fn (Clip $clip): array => [
                    'id' => $clip->id, 'start' => $clip->start, 'length' => $clip->length, 'revision' => $clip->revision,
                ])->all()),
            ])->all()),
        ];
    }

    /** The tempo at the start in quarter notes a minute, to a hundredth. */
    private static function beatsPerMinute(TempoMap $tempos): float
    {
        return round(60_000_000 / $tempos->stretches[0]['tempo'], 2);
    }

    /** @return list<array{tick: int, seconds: float, secondsPerTick: float}> between which the browser interpolates */
    private static function tempos(TempoMap $tempos): array
    {
        return array_map(static fn (array $stretch): array => [
            'tick' => $stretch['tick'],
            'seconds' => $tempos->secondsAt($stretch['tick']),
            'secondsPerTick' => $stretch['tempo'] / 1_000_000 / $tempos->ppq,
        ], $tempos->stretches);
    }

    /** @return list<array{tick: int, numerator: int, denominator: int}> */
    private static function meters(MeterMap $meters): array
    {
        return array_map(static fn (array $stretch): array => [
            'tick' => $stretch['tick'],
            'numerator' => $stretch['meter']->numerator,
            'denominator' => $stretch['meter']->denominator,
        ], $meters->stretches);
    }
}

<?php

declare(strict_types=1);

namespace App\Songs\Told;

use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\Technique;
use Jactonic\Core\Song\Track;

/** A track as it goes to the browser. */
final class TrackView
{
    /**
     * @param  array<int, Clip>  $clips  those of the track
     * @param  array<int, int>  $revisions  by clip
     * @return array<string, mixed>
     */
    public static function told(Track $track, array $clips, array $revisions): array
    {
        return [
            'id' => $track->id, 'name' => $track->name, 'colour' => $track->colour, 'voice' => $track->voice->value,
            'instrument' => self::instrument($track), 'reverb' => $track->reverb, 'chorus' => $track->chorus,
            'channel' => $track->channel,
            'volume' => $track->volume, 'pan' => $track->pan, 'muted' => $track->muted, 'solo' => $track->solo,
            'transposition' => $track->transposition, 'rows' => self::rows($track),
            'techniques' => self::techniques($track),
            'clips' => array_map(static fn (Clip $clip): array => [
                'id' => $clip->id, 'start' => $clip->start, 'length' => $clip->length, 'offset' => $clip->offset,
                'loop' => $clip->loop,
                'name' => $clip->name, 'muted' => $clip->muted, 'colour' => $clip->colour, 'group' => $clip->group,
                'revision' => $revisions[$clip->id] ?? 1,
            ], $clips),
        ];
    }

    /** @return array<string, int|string|bool>|null null where its light voice sounds */
    private static function instrument(Track $track): ?array
    {
        $plays = $track->sounds();

        return $plays === null ? null : $plays->describe() + ['isChosen' => $track->instrument !== null];
    }

    /**
     * @return list<array<string, mixed>> how its notes may be played, by number from 1, and what plays a note without
     *     one, under 0
     */
    private static function techniques(Track $track): array
    {
        $of = static fn (int $number, Technique $technique): array => [
            'number' => $number, 'name' => $technique->name, 'sign' => $technique->sign, 'key' => $technique->key,
            'program' => $technique->program,
            'controller' => $technique->controller, 'channel' => $technique->channel, 'length' => $technique->length,
            'velocity' => $technique->velocity,
        ];
        $ordinary = $track->techniques->of(0);

        return [
            ...($ordinary === null ? [] : [$of(0, $ordinary)]),
            ...array_map($of, array_keys($track->techniques->all), array_values($track->techniques->all)),
        ];
    }

    /**
     * @return list<array{int, string, int}> the rows with a name, a colour or a place of their own, from the top down:
     *     pitch, name, colour
     */
    private static function rows(Track $track): array
    {
        $rows = $track->rowNames()->rows;

        return array_map(
            static fn (int $pitch, array $row): array => [$pitch, ...$row], array_keys($rows), array_values($rows),
        );
    }
}

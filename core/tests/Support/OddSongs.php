<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Support;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\PointKind;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Techniques;
use Jactonic\Core\Song\Track;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Songs for the laws of all lines: empty ones in every way, loops, curves within notes, and what lies half outside of
 * its clip.
 */
final class OddSongs
{
    private const BAR = 1920;

    /** @return array<string, Song> */
    public static function all(): array
    {
        $songs = [
            'an empty clip' => self::of([new Clip(1, 1, 0, self::BAR)]),
            'a loop without notes' => self::of([new Clip(1, 1, 0, 2 * self::BAR, loop: 960)]),
            'points alone' => self::of(
                [new Clip(1, 1, 480, self::BAR, loop: 480)],
                [
                    1 => new ClipContent(
                        Notes::none(),
                        Points::fromRows([
                            ['id' => 1, 'start' => 0, 'number' => 64, 'value' => 127],
                            ['id' => 2, 'start' => 400, 'number' => 64],
                        ]),
                    ),
                ],
            ),
            'a track without a clip' => self::of([new Clip(1, 2, self::BAR, self::BAR, loop: 960, muted: true)]),
        ];
        foreach ([1, 2, 5] as $number) {
            $songs["song {$number}"] = self::worked($number);
        }

        return $songs;
    }

    /** A note on the last tick of a file of the coarsest resolution: 67 million bars. */
    public static function vast(): Song
    {
        $content = ClipContent::ofNotes(Notes::fromRows([
            ['id' => 1, 'start' => 0, 'length' => 4, 'pitch' => 60],
            ['id' => 2, 'start' => 268_435_455, 'length' => 1, 'pitch' => 64],
        ]));

        return Song::of(
            Conductor::of(1), [new Track(1, 0, 'Kalimba')], [new Clip(1, 1, 0, 268_435_460)], [1 => $content], 10,
        );
    }

    /**
     * Notes with curves, some ringing past the end of their clip or begun before it, points in lanes, loops, two
     * tracks.
     */
    private static function worked(int $number): Song
    {
        $random = new Randomizer(new Mt19937($number));
        $clips = $contents = [];
        $next = 1;
        foreach (range(1, 4) as $id) {
            $loop = [0, 0, 960, 720][($id + $number) % 4];
            $clips[] = $clip = new Clip(
                $id, 1 + intdiv($id, 3), ($id - 1) % 2 * 2 * self::BAR, self::BAR + 240 * $random->getInt(0, 4),
                120 * $random->getInt(0, 2), $loop, group: $id > 2 ? 1 : 0,
            );
            $rows = $points = [];
            for ($k = $random->getInt(3, 9); $k > 0; $k--) {
                $row = [
                    'id' => $next++, 'start' => 60 * $random->getInt(0, 38), 'length' => 30 * $random->getInt(1, 40),
                    'pitch' => 48 + $random->getInt(0, 24), 'velocity' => $random->getInt(1, 127),
                    'group' => $random->getInt(0, 2), 'muted' => $random->getInt(0, 5) === 0 ? 1 : 0,
                    'technique' => $random->getInt(0, 2),
                ];
                $rows[] = $row;
                $ticks = array_unique([
                    0,
                    ...array_map(
                        static fn (): int => $random->getInt(0, $row['length'] - 1), range(1, $random->getInt(1, 4)),
                    ),
                ]);
                foreach ($random->getInt(0, 1) === 0 ? [] : $ticks as $tick) {
                    $points[] = [
                        'id' => $next++, 'start' => $row['start'] + $tick, 'kind' => PointKind::Pressure->value,
                        'value' => $random->getInt(0, 127), 'note' => $row['id'],
                    ];
                }
            }
            foreach (
                array_unique(array_map(static fn (): int => 30 * $random->getInt(0, 70), range(1, 8))) as $k => $tick
            ) {
                $points[] = [
                    'id' => $next++, 'start' => $tick, 'number' => [1, 64][$k % 2], 'value' => [0, 40, 127][$k % 3],
                ];
            }
            $contents[$clip->id] = new ClipContent(Notes::fromRows($rows), Points::fromRows($points));
        }

        return self::of($clips, $contents, $next);
    }

    /**
     * @param  list<Clip>  $clips
     * @param  array<int, ClipContent>  $contents
     */
    private static function of(array $clips, array $contents = [], int $nextId = 100): Song
    {
        $techniques = Techniques::parse('strings');
        $conductor = Conductor::of(480, [
            ConductorEvent::ofTempo(0, 120.0), ConductorEvent::of(ConductorKind::Key, 0, 'D dorian'),
            ConductorEvent::of(ConductorKind::Marker, 960, 'Verse'),
            ConductorEvent::of(ConductorKind::Chord, 0, 'Dm7'), ConductorEvent::ofTempo(self::BAR, 90.0),
            ConductorEvent::of(ConductorKind::Meter, 2 * self::BAR, '7/8'),
        ]);

        return Song::of(
            $conductor,
            [
                new Track(1, 0, 'Kalimba', techniques: $techniques),
                new Track(2, 1, 'Bass', channel: 1, techniques: $techniques),
            ],
            $clips, $contents, $nextId,
        );
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Jactonic\Core\Content\CurveOf;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\PointKind;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Song\ClipContent;

/**
 * Curves within notes as MPE (“MIDI Polyphonic Expression”, M1-100-UM of the MIDI Association), and back: a lower zone
 * with its manager on channel 1 and fifteen member channels, each note on one of them with its bend, pressure and
 * controller 74.
 *
 * Notes that sound together never share a channel while there are enough; the one let go longest ago is taken first.
 */
final readonly class Mpe
{
    private const MEMBERS = 15;

    /**
     * The message that makes the zone: registered number 6 with the count of its members, as controllers and values.
     */
    private const CONFIGURATION = [[101, 0], [100, 6], [6, self::MEMBERS]];

    /** Whether any note of it has a curve. */
    public static function isNeeded(ClipContent $content): bool
    {
        return array_filter($content->points->note) !== [];
    }

    /** Whether points make a zone. */
    public static function isZone(Points $points): bool
    {
        return self::configuration($points) !== null;
    }

    /** What sounds of a track on the channels of a zone. */
    public static function spread(ClipContent $content): ClipContent
    {
        $notes = $content->notes;
        $points = $content->points;
        $curves = self::curves($notes, $points);
        $rows = array_map(
            static fn (array $said): array => [
                'start' => 0, 'number' => $said[0], 'value' => $said[1], 'channel' => 0, 'rank' => 0,
            ],
            self::CONFIGURATION,
        );
        foreach ($points->rows() as $row) {
            if ($row['note'] === 0) {
                $rows[] = ['channel' => 0] + $row;
            }
        }
        $ends = array_fill(1, self::MEMBERS, -1);
        $holds = array_fill(1, self::MEMBERS, []);
        $channels = $notes->channel;
        foreach ($notes->start as $i => $start) {
            if ($notes->muted[$i] === 1) {
                continue;
            }
            // The channel let go longest ago; where all sound, the one that ends first.
            $channel = (int) array_search(min($ends), $ends, true);
            $channels[$i] = $channel;
            $ends[$channel] = max($ends[$channel], $start + $notes->length[$i]);
            foreach (CurveOf::cases() as $of) {
                [$kind, $number] = $of->kind();
                $said = $curves[$i][$of->value] ?? [];
                $first = ($said[0][0] ?? -1) === $start ? null : $of->value($of->rest());
                $holdsIt = $first === ($holds[$channel][$of->value] ?? $of->value($of->rest()));
                $begins = $first === null || $holdsIt ? [] : [[$start, $first]];
                foreach ([...$begins, ...$said] as [$tick, $value]) {
                    $rows[] = [
                        'start' => $tick, 'kind' => $kind->value, 'number' => $number, 'value' => $value,
                        'channel' => $channel,
                    ];
                    $holds[$channel][$of->value] = $value;
                }
            }
        }

        return new ClipContent($notes->with(['channel' => $channels]), self::numbered($rows));
    }

    /**
     * Curves of loudness as the pressure of keys on the channel of the track; other curves are left out.
     */
    public static function asKeyPressure(ClipContent $content): ClipContent
    {
        $notes = $content->notes;
        $rows = array_values(array_filter(
            $content->points->rows(), static fn (array $row): bool => $row['note'] === 0,
        ));
        foreach (self::curves($notes, $content->points) as $i => $curves) {
            foreach ($curves[CurveOf::Loudness->value] ?? [] as [$tick, $value]) {
                $rows[] = [
                    'start' => $tick, 'kind' => PointKind::KeyPressure->value, 'number' => $notes->pitch[$i],
                    'value' => $value, 'channel' => $notes->channel[$i],
                ];
            }
        }

        return new ClipContent($notes, self::numbered($rows));
    }

    /**
     * What was read of a track with its notes on one channel again, and what their channels said as their curves; as it
     * is where it has no zone.
     *
     * @param  int  $channel  0–15, where all of it comes to lie
     */
    public static function gathered(ClipContent $content, int $channel): ClipContent
    {
        $points = $content->points;
        $zone = self::configuration($points);
        if ($zone === null) {
            return $content;
        }
        $notes = $content->notes;
        $rows = [];
        $nextId = $content->highestId() + 1;
        foreach ($points->rows() as $row) {
            if ($row['channel'] === 0 && ! isset($zone[$row['id']])) {
                $rows[] = $row;
            }
        }
        $said = self::byChannel($points);
        foreach ($notes->start as $i => $start) {
            foreach ($notes->channel[$i] === 0 ? [] : CurveOf::cases() as $of) {
                $curve = self::within(
                    $said[$notes->channel[$i]][$of->value] ?? [], $of->value($of->rest()), $start,
                    $start + $notes->length[$i],
                );
                $last = $of->value($of->rest());
                [$kind, $number] = $of->kind();
                foreach ($curve as [$tick, $value]) {
                    if ($value !== $last) {
                        $rows[] = [
                            'id' => $nextId++, 'start' => $tick, 'kind' => $kind->value, 'number' => $number,
                            'value' => $last = $value, 'note' => $notes->id[$i],
                        ];
                    }
                }
            }
        }

        return (new ClipContent($notes, $rows === [] ? Points::none() : Points::fromRows($rows)))->onChannel($channel);
    }

    /**
     * What a channel says while a note sounds: what held when it began, and what came before it ended.
     *
     * @param  list<array{int, int}>  $said  tick and value
     * @return list<array{int, int}>
     */
    private static function within(array $said, int $rest, int $start, int $end): array
    {
        $curve = [[$start, $rest]];
        foreach ($said as [$tick, $value]) {
            if ($tick <= $start) {
                $curve = [[$start, $value]];
            } elseif ($tick < $end) {
                $curve[] = [$tick, $value];
            }
        }

        return $curve;
    }

    /**
     * The curves of notes, by the place of the note: tick and value.
     *
     * @return array<int, array<string, list<array{int, int}>>>
     */
    private static function curves(Notes $notes, Points $points): array
    {
        $places = [];
        foreach ($notes->id as $i => $id) {
            $places[$id][] = $i;
        }
        $curves = [];
        foreach ($points->note as $k => $note) {
            $of = $note === 0 ? null : CurveOf::ofPoint($points->kind[$k], $points->number[$k]);
            if ($of === null) {
                continue;
            }
            // In a loop a note sounds in several rounds: the point belongs to the one it lies in.
            foreach ($places[$note] ?? [] as $i) {
                if (
                    $points->start[$k] >= $notes->start[$i]
                    && $points->start[$k] < $notes->start[$i] + $notes->length[$i]
                ) {
                    $curves[$i][$of->value][] = [$points->start[$k], $points->value[$k]];
                }
            }
        }

        return $curves;
    }

    /** @return array<int, array<string, list<array{int, int}>>> what each channel says of curves: tick and value */
    private static function byChannel(Points $points): array
    {
        $said = [];
        foreach ($points->start as $k => $tick) {
            $of = CurveOf::ofPoint($points->kind[$k], $points->number[$k]);
            if ($of !== null) {
                $said[$points->channel[$k]][$of->value][] = [$tick, $points->value[$k]];
            }
        }

        return $said;
    }

    /**
     * @return array<int, true>|null the ids of the points that make a lower zone at the start; null where there is none
     */
    private static function configuration(Points $points): ?array
    {
        $found = [];
        foreach (self::CONFIGURATION as [$number, $value]) {
            foreach ($points->id as $k => $id) {
                $isCount = $number === 6 && $points->value[$k] > 0 && $points->value[$k] <= self::MEMBERS;
                if (
                    $points->kind[$k] === PointKind::Controller->value && $points->channel[$k] === 0
                    && $points->number[$k] === $number && ($points->value[$k] === $value || $isCount)
                    && $points->note[$k] === 0
                ) {
                    $found[$id] = true;
                    break;
                }
            }
        }

        return count($found) === count(self::CONFIGURATION) ? $found : null;
    }

    /** @param  array<array-key, array<string, int>>  $rows */
    private static function numbered(array $rows): Points
    {
        $numbered = [];
        foreach (array_values($rows) as $k => $row) {
            $numbered[] = ['id' => $k + 1, 'note' => 0] + $row;
        }

        return Points::fromRows($numbered);
    }
}

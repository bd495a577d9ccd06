<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Sounding;
use Jactonic\Core\Time\Bounds;
use Jactonic\Core\Time\Halving;
use Jactonic\Core\Time\MeterMap;

/**
 * Cuts a track of a file into the clips that its marks tell of.
 *
 * Nothing is lost where another program changed the file: what begins outside of all clips comes into clips of its own
 * up to bar lines, a note that lasts longer than its clip makes the clip longer, and a clip whose rounds are not the
 * same any more loops no more. Where clips lie over each other, all goes to the one that begins first.
 */
final readonly class ClipCutter
{
    /**
     * @param  ClipContent  $content  in song time
     * @param  non-empty-list<ClipMark>  $marks
     * @return non-empty-list<array{Clip, ClipContent}> clips without ids, by their start, each with its content in its
     *     own
     *     time
     */
    public static function cut(ClipContent $content, array $marks, MeterMap $meters): array
    {
        usort($marks, static fn (ClipMark $a, ClipMark $b): int => $a->start <=> $b->start);
        $cut = [];
        $behind = 0;
        foreach ($marks as $mark) {
            $cut = [
                ...$cut, ...self::between($content, $behind, $mark->start, $meters),
                self::marked($mark, self::part($content, max($behind, $mark->start), $mark->end())),
            ];
            $behind = max($behind, $mark->end());
        }

        return [...$cut, ...self::between($content, $behind, PHP_INT_MAX, $meters)];
    }

    /**
     * The clip of a mark.
     *
     * @param  ClipContent  $inside  in song time
     * @return array{Clip, ClipContent}
     */
    private static function marked(ClipMark $mark, ClipContent $inside): array
    {
        $clip = new Clip(
            0, 0, $mark->start, $mark->length, loop: $mark->loop, name: $mark->name, grown: $mark->grown,
        );
        $content = $inside->shifted(-$clip->start);
        if ($clip->loop > 0) {
            $round = $content->within($clip->window());
            if (self::sounds($clip, $round) === self::rows($inside)) {
                return [$clip, $round];
            }
        }

        return [$clip->with(['loop' => 0, 'length' => max($clip->length, $content->notes->end())]), $content];
    }

    /**
     * What begins between two clips, in a clip from bar line to bar line.
     *
     * @return list<array{Clip, ClipContent}> none where nothing does
     */
    private static function between(ClipContent $content, int $from, int $to, MeterMap $meters): array
    {
        $inside = self::part($content, $from, $to);
        $starts = [...$inside->notes->start, ...$inside->points->start];
        if ($starts === []) {
            return [];
        }
        $start = max($from, $meters->barStart($meters->barAt(min($starts))));
        $end = max(min($to, Bounds::LAST_TICK, $meters->nextBarLine(max($starts))), $inside->notes->end());

        return [[new Clip(0, 0, $start, $end - $start), $inside->shifted(-$start)]];
    }

    /** What starts from a tick up to another one. */
    private static function part(ClipContent $content, int $from, int $to): ClipContent
    {
        return new ClipContent(
            $content->notes->at(self::places($content->notes->start, $from, $to)),
            $content->points->at(self::places($content->points->start, $from, $to)),
        );
    }

    /**
     * @param  array<int, int>  $starts  ascending
     * @return list<int>
     */
    private static function places(array $starts, int $from, int $to): array
    {
        $first = self::firstFrom($starts, $from);
        $last = self::firstFrom($starts, $to);

        return $last > $first ? range($first, $last - 1) : [];
    }

    /** @param  array<int, int>  $starts  ascending */
    private static function firstFrom(array $starts, int $tick): int
    {
        return Halving::first(count($starts), static fn (int $k): bool => $starts[$k] >= $tick);
    }

    /** @return list<string> what all rounds of a clip let sound */
    private static function sounds(Clip $clip, ClipContent $round): array
    {
        return self::rows(Sounding::allRounds($clip, $round));
    }

    /** @return list<string> notes and points as a file tells them apart, sorted */
    private static function rows(ClipContent $content): array
    {
        $rows = [];
        $notes = $content->notes;
        foreach ($notes->start as $i => $start) {
            $rows[] = "{$start} {$notes->length[$i]} {$notes->pitch[$i]} {$notes->velocity[$i]} {$notes->release[$i]} "
                ."{$notes->channel[$i]}";
        }
        $points = $content->points;
        foreach ($points->start as $i => $start) {
            $rows[] = "point {$start} {$points->kind[$i]} {$points->number[$i]} {$points->value[$i]} "
                ."{$points->channel[$i]}";
        }
        sort($rows);

        return $rows;
    }
}

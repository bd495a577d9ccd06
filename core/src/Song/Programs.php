<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Content\PointKind;
use Jactonic\Core\Content\Points;

/** The programs that lie in the clips of a track as points. */
final class Programs
{
    /** The controllers that choose a bank (MIDI 1.0): its number in the high seven bits, and in the low ones. */
    private const BANK = [0 => 7, 32 => 0];

    /**
     * The song where what is said at the beginning of each clip, up to its first note, is what its track plays now;
     * changes of program behind that stay.
     */
    public static function rewritten(Song $song, Track $track): Song
    {
        foreach ($song->clipsOf($track->id) as $clip) {
            $content = $song->contentOf($clip->id);
            $points = self::of($content, $track->sounds());
            if ($points !== null) {
                $song = $song->withClip($clip, new ClipContent($content->notes, $points));
            }
        }

        return $song;
    }

    /** Whether a program is said by the time the first note sounds. */
    public static function begins(ClipContent $content): bool
    {
        return self::first($content) !== [];
    }

    /** The points with other programs; null where nothing is said at the beginning. */
    private static function of(ClipContent $content, ?Instrument $plays): ?Points
    {
        $places = self::first($content);
        if ($places === []) {
            return null;
        }
        $points = $content->points;
        $value = $points->value;
        $kept = array_keys($points->id);
        foreach ($places as $place) {
            if ($plays === null) {
                $kept = array_values(array_diff($kept, [$place]));
            } else {
                $value[$place] = $points->kind[$place] === PointKind::Program->value
                    ? $plays->program
                    : $plays->number >> self::BANK[$points->number[$place]] & 127;
            }
        }

        return $points->with(['value' => $value])->at($kept);
    }

    /**
     * @return list<int> the places of programs and bank numbers up to the first note; none where no program is among
     *     them
     */
    private static function first(ClipContent $content): array
    {
        $points = $content->points;
        $until = $content->notes->start[0] ?? 0;
        $places = [];
        $isProgram = false;
        foreach ($points->start as $place => $start) {
            if ($start > $until) {
                break;
            }
            $kind = PointKind::from($points->kind[$place]);
            $isProgram = $isProgram || $kind === PointKind::Program;
            if (
                $kind === PointKind::Program
                || ($kind === PointKind::Controller && isset(self::BANK[$points->number[$place]]))
            ) {
                $places[] = $place;
            }
        }

        return $isProgram ? $places : [];
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;

/**
 * What of a track sounds, in song time: all rounds of its clips, cut where a clip ends, muted clips left out,
 * transposed.
 *
 * This is what is exported and, but for the notes one sees, what is heard.
 */
final class Sounding
{
    /** @param  list<int>  $without  clips whose first round is left out, for it is on the screen */
    public static function of(Song $song, Track $track, array $without = []): ClipContent
    {
        $notes = $points = [];
        foreach ($song->clipsOf($track->id) as $clip) {
            $content = $song->contentOf($clip->id);
            if ($clip->muted || ($content->notes->id === [] && $content->points->id === [])) {
                continue;
            }
            foreach (self::inRow($clip, $content, in_array($clip->id, $without, true)) as $heard) {
                [$notes[], $points[]] = [$heard->notes, $heard->points];
            }
        }

        return new ClipContent(
            self::transposed(self::together(Notes::class, $notes), $track->transposition),
            self::together(Points::class, $points),
        );
    }

    /**
     * Each round of a clip as it is written, muted or not, in song time.
     *
     * @return non-empty-list<ClipContent>
     */
    public static function roundsOf(Song $song, Clip $clip): array
    {
        return self::roundsOfContent($clip, $song->contentOf($clip->id));
    }

    /** What a clip with such a content lets sound in all rounds, in song time. */
    public static function allRounds(Clip $clip, ClipContent $content): ClipContent
    {
        return ClipContent::of(self::inRow($clip, $content, false));
    }

    /** @return non-empty-list<ClipContent> what a clip with such a content lets sound, round by round, in song time */
    public static function roundsOfContent(Clip $clip, ClipContent $content): array
    {
        return array_map(
            static fn (array $round): ClipContent => self::heard($content, ...$round),
            self::rounds($clip),
        );
    }

    /**
     * What all rounds of a clip let sound, as few contents as can be: whole rounds are the same one after the other.
     *
     * @param  bool  $isFirstLeftOut  whether the first round is left out
     * @return list<ClipContent>
     */
    private static function inRow(Clip $clip, ClipContent $content, bool $isFirstLeftOut): array
    {
        $times = $clip->rounds();
        $first = $isFirstLeftOut ? 1 : 0;
        $whole = $clip->wholeRounds();
        $parts = [];
        if ($whole > $first) {
            $round = self::heard(
                $content, $clip->offset, $clip->offset + ($clip->loop ?: $clip->length), $clip->shift(),
            );
            $parts[] = new ClipContent(
                self::repeated($round->notes, $first, $whole, $clip->loop),
                self::repeated($round->points, $first, $whole, $clip->loop),
            );
        }
        if ($times > max($first, $whole)) {
            $at = $whole * $clip->loop;
            $parts[] = self::heard($content, $clip->offset, $clip->offset + $clip->length - $at, $clip->shift() + $at);
        }

        return $parts;
    }

    /**
     * @template T of Notes|Points
     *
     * @param  T  $round
     * @param  int  $from  the first round, from 0
     * @param  int  $to  behind the last one
     * @param  int  $every  ticks
     * @return T
     */
    private static function repeated(Notes|Points $round, int $from, int $to, int $every): Notes|Points
    {
        if ($round->id === [] || $to - $from === 1) {
            return $round->shifted($from * $every);
        }
        $columns = $round->columns();
        $starts = [];
        for ($k = $from; $k < $to; $k++) {
            foreach ($columns['start'] as $start) {
                $starts[] = $start + $k * $every;
            }
        }
        foreach ($columns as $name => $values) {
            $columns[$name] = count($values) === 1
                ? array_fill(0, $to - $from, $values[0])
                : array_merge(...array_fill(0, $to - $from, $values));
        }

        return $round::of(['start' => $starts] + $columns);
    }

    /**
     * Which ticks of its content each round of a clip lets sound, and how much later in the song.
     *
     * @return non-empty-list<array{int, int, int}>
     */
    private static function rounds(Clip $clip): array
    {
        if ($clip->loop === 0) {
            return [[$clip->offset, $clip->offset + $clip->length, $clip->shift()]];
        }
        $rounds = [];
        for ($at = 0; $rounds === [] || $at < $clip->length; $at += $clip->loop) {
            $rounds[] = [$clip->offset, $clip->offset + min($clip->loop, $clip->length - $at), $clip->shift() + $at];
        }

        return $rounds;
    }

    private static function notes(Notes $notes, int $from, int $to, int $shift): Notes
    {
        $columns = array_map(static fn (): array => [], Notes::COLUMNS);
        $isWhole = true;
        foreach ($notes->start as $i => $start) {
            if ($start < $from || $start >= $to || $start + $notes->length[$i] > $to) {
                $isWhole = false;
                break;
            }
        }
        if ($isWhole) {
            return $notes->shifted($shift);
        }
        foreach ($notes->start as $i => $start) {
            if ($start >= $from && $start < $to) {
                $row = [
                    'start' => $start + $shift, 'length' => min($notes->length[$i], $to - $start),
                ] + $notes->row($i);
                foreach ($columns as $name => $_) {
                    $columns[$name][] = $row[$name];
                }
            }
        }

        return Notes::of($columns);
    }

    /** What starts from a tick of a content up to another one, so much later; of curves those alone whose note does. */
    private static function heard(ClipContent $content, int $from, int $to, int $shift): ClipContent
    {
        $notes = self::notes($content->notes, $from, $to, $shift);
        $points = $content->points;
        if (
            $points->id === []
            || ($notes->count() === $content->notes->count()
                && $points->start[0] >= $from
                && $points->start[$points->count() - 1] < $to)
        ) {
            return new ClipContent($notes, $points->shifted($shift));
        }
        $heard = array_fill_keys($notes->id, true);
        $places = [];
        foreach ($points->start as $i => $start) {
            if ($start >= $from && $start < $to && ($points->note[$i] === 0 || isset($heard[$points->note[$i]]))) {
                $places[] = $i;
            }
        }

        return new ClipContent($notes, $points->at($places)->shifted($shift));
    }

    /**
     * @template T of Notes|Points
     *
     * @param  class-string<T>  $kind
     * @param  list<T>  $parts
     * @return T
     */
    private static function together(string $kind, array $parts): Notes|Points
    {
        if (count($parts) === 1) {
            return $parts[0];
        }
        $columns = [];
        foreach ($kind::COLUMNS as $name => $_) {
            $columns[$name] = array_merge(
                [], ...array_map(static fn (Notes|Points $part): array => $part->columns()[$name], $parts),
            );
        }

        return $kind::of($columns);
    }

    private static function transposed(Notes $notes, int $semitones): Notes
    {
        return $semitones === 0 ? $notes : $notes->with([
            'pitch' => array_map(static fn (int $pitch): int => max(0, min(127, $pitch + $semitones)), $notes->pitch),
        ]);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Saying\Noun;

/**
 * Doubled notes: with the same start, pitch and channel, both sounding or both muted, in one track. Only such are ever
 * made one.
 */
final class Doubles
{
    /** What happened to one of two. */
    public const GONE = 'taken out that doubled another';

    /**
     * A number that is the same for doubled notes of one track. What differs most lies in its low bits, by which PHP
     * spreads the keys of an array.
     */
    public static function key(int $start, int $pitch, int $channel, int $muted): int
    {
        return ($channel << 1 | $muted) << 38 | $start << 7 | $pitch;
    }

    /** @return array<int, array<int, true>> the keys of all notes there are, by track */
    public static function taken(Notes $notes, Context $context): array
    {
        $taken = [];
        foreach ($notes->start as $i => $start) {
            $taken[$context->clips->trackOf($notes->clip[$i])][
                self::key($start, $notes->pitch[$i], $notes->channel[$i], $notes->muted[$i])
            ] = true;
        }

        return $taken;
    }

    /**
     * Of the selected notes that are doubled with another in the scope one stays: the longest, with the highest
     * velocity of them. A note that is not selected always stays as it is.
     *
     * @param  array<int, int>  $scope
     * @param  array<int, true>  $selected
     * @return array<int, true> the places taken out
     */
    public static function remove(Notes $notes, Draft $draft, array $scope, array $selected, Context $context): array
    {
        $doubles = [];
        foreach ($context->clips->byTrack($scope, $notes->clip) as $part) {
            $doubles += self::removeInTrack($notes, $draft, $part, $selected);
        }

        return $doubles;
    }

    /** How the summary says that notes were put in where there was one already; empty where none was. */
    public static function saidOf(Notes $notes, Notes $added, Context $context): string
    {
        $taken = self::taken($notes, $context);
        $count = 0;
        foreach ($added->start as $k => $start) {
            $track = $context->clips->trackOf($added->clip[$k]);
            $count += isset(
                $taken[$track][self::key($start, $added->pitch[$k], $added->channel[$k], $added->muted[$k])],
            )
                ? 1
                : 0;
        }

        return match (true) {
            $count === 0 => '',
            $count === 1 && $added->count() === 1 => 'onto a note that is there already; tidy makes them one',
            default => Noun::Note->counted($count).' onto others that are there already; tidy makes them one',
        };
    }

    /** How the summary says it; empty where there were none. */
    public static function said(int $count): string
    {
        return $count === 0 ? '' : Noun::Note->counted($count).' '.self::GONE;
    }

    /**
     * @param  array<int, int>  $places
     * @param  array<int, true>  $selected
     * @return array<int, true>
     */
    private static function removeInTrack(Notes $notes, Draft $draft, array $places, array $selected): array
    {
        $doubles = $together = [];
        $last = -1;
        foreach (self::inOrder($places, $draft->start) as $i) {
            if ($draft->start[$i] !== $last) {
                $doubles += isset($together[1]) ? self::removeTogether($notes, $draft, $together, $selected) : [];
                $together = [];
                $last = $draft->start[$i];
            }
            $together[] = $i;
        }

        return $doubles + self::removeTogether($notes, $draft, $together, $selected);
    }

    /**
     * Places in order of their starts; those of one start as they were.
     *
     * @param  array<int, int>  $places
     * @param  array<int, int>  $starts
     * @return array<int, int>
     */
    private static function inOrder(array $places, array $starts): array
    {
        $last = -1;
        foreach ($places as $i) {
            if ($starts[$i] < $last) {
                usort($places, static fn (int $a, int $b): int => $starts[$a] <=> $starts[$b]);

                return $places;
            }
            $last = $starts[$i];
        }

        return $places;
    }

    /**
     * @param  list<int>  $places  of notes that start together
     * @param  array<int, true>  $selected
     * @return array<int, true>
     */
    private static function removeTogether(Notes $notes, Draft $draft, array $places, array $selected): array
    {
        $doubles = $there = [];
        foreach ($places as $i) {
            $key = self::key(0, $draft->pitch[$i], $notes->channel[$i], $notes->muted[$i]);
            $stays = $there[$key] ??= $i;
            if ($stays === $i) {
                continue;
            }
            [$kept, $goes] = match (true) {
                ! isset($selected[$i]) => [$i, $stays],
                ! isset($selected[$stays]) => [$stays, $i],
                $draft->length[$i] > $draft->length[$stays] => [$i, $stays],
                default => [$stays, $i],
            };
            if (! isset($selected[$goes])) {
                continue;
            }
            if (isset($selected[$kept])) {
                $draft->velocity[$kept] = max($draft->velocity[$i], $draft->velocity[$stays]);
            }
            $draft->remove($goes);
            $doubles[$goes] = true;
            $there[$key] = $kept;
        }

        return $doubles;
    }
}

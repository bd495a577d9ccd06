<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

use Jactonic\Core\Notes\Draft;
use Jactonic\Core\Notes\Notes;

/** Notes of the same start and pitch. */
final class Doubles
{
    /** A number that is the same for notes of the same start and pitch, whatever their channel. */
    public static function key(int $start, int $pitch): int
    {
        return $start << 7 | $pitch;
    }

    /** @return array<int, true> the keys of all notes there are */
    public static function taken(Notes $notes): array
    {
        $taken = [];
        foreach ($notes->start as $i => $start) {
            $taken[self::key($start, $notes->pitch[$i])] = true;
        }

        return $taken;
    }

    /**
     * Of the selected notes that share start and pitch with another in the scope one stays: the longest, with the
     * highest velocity of them. A note that is not selected always stays as it is.
     *
     * @param  array<int, int>  $scope
     * @param  array<int, true>  $selected
     * @return array<int, true> the places taken out
     */
    public static function remove(Notes $notes, Draft $draft, array $scope, array $selected): array
    {
        $kept = [];
        $doubles = [];
        foreach ($scope as $i) {
            $key = self::key($draft->start[$i], $draft->pitch[$i]);
            if (! isset($kept[$key])) {
                $kept[$key] = $i;

                continue;
            }
            $other = $kept[$key];
            [$stays, $goes] = match (true) {
                ! isset($selected[$i]) => [$i, $other],
                ! isset($selected[$other]) => [$other, $i],
                $notes->length[$i] > $notes->length[$other] => [$i, $other],
                default => [$other, $i],
            };
            if (! isset($selected[$goes])) {
                continue;
            }
            if (isset($selected[$stays])) {
                $draft->velocity[$stays] = max($draft->velocity[$i], $draft->velocity[$other]);
            }
            $draft->remove($goes);
            $doubles[$goes] = true;
            $kept[$key] = $stays;
        }

        return $doubles;
    }
}

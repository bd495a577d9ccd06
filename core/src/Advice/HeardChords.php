<?php

declare(strict_types=1);

namespace Jactonic\Core\Advice;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Time\TickRange;

/**
 * The chords that some notes of a track pass through, each from its tick on, with the pitch classes that belong to it.
 *
 * Where most notes are struck as chords, a chord lasts until another one is struck. Else they are a line: its chords
 * are those that stand above it, or where none do, those heard bar by bar.
 */
final readonly class HeardChords
{
    /** So many pitch classes struck together are a chord. */
    private const STRUCK = 3;

    /**
     * @param  non-empty-list<int>  $places  in order of time
     * @return list<array{int, list<int>}> tick and pitch classes, in order of time
     *
     * @throws EditRefused where there are more bars than can be looked at
     */
    public static function of(Notes $notes, array $places, Context $context): array
    {
        [$struck, $count] = self::struck($notes, $places, $context);
        if (2 * $count >= count($places)) {
            return $struck;
        }
        $meters = $context->time->meters;
        $first = $notes->start[$places[0]];
        $end = max(array_map(static fn (int $i): int => $notes->start[$i] + $notes->length[$i], $places));
        $bar = $meters->barStart($meters->barAt($first));
        $named = array_values(array_filter(
            $context->chords->all, static fn (array $one): bool => $one[0] > $bar && $one[0] < $end,
        ));
        $before = $context->chords->at($bar);
        if ($before !== null || $named !== []) {
            return array_map(
                static fn (array $one): array => [$one[0], $one[1]->classes()],
                [...($before === null ? [] : [[$bar, $before]]), ...$named],
            );
        }
        $naming = new ChordNaming($meters, static fn () => $context->key, 0);
        $alone = $notes->at($places);

        return array_map(
            static fn (array $one): array => [$one['tick'], $one['match']->name->classes()],
            $naming->names($alone, TickRange::of($bar, $meters->nextBarLine($end - 1)), 'bars'),
        );
    }

    /**
     * @param  array<int, int>  $places
     * @return array{list<array{int, list<int>}>, int} the chords, and how many notes are struck in them
     */
    private static function struck(Notes $notes, array $places, Context $context): array
    {
        $chords = [];
        $count = 0;
        foreach ($context->chords($notes, $places, null) as $chord) {
            $classes = array_values(array_unique(array_map(
                static fn (int $i): int => $notes->pitch[$i] % 12, $chord,
            )));
            sort($classes);
            if (count($classes) < self::STRUCK) {
                continue;
            }
            $count += count($chord);
            if ($chords === [] || $chords[count($chords) - 1][1] !== $classes) {
                $chords[] = [$notes->start[$chord[0]], $classes];
            }
        }

        return [$chords, $count];
    }
}

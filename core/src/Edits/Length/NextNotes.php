<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Length;

use Jactonic\Core\Content\Following;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Time\Amount;

/**
 * What a note is followed by, for the edits that look at the next note: within the selection, or among all notes of the
 * open clips.
 *
 * What follows is always asked within one track.
 */
final class NextNotes
{
    public static function parameter(): Parameter
    {
        return Parameter::choice(
            'scope', 'Which notes count as the next ones.', options: ['selection', 'clip'], default: 'selection',
        );
    }

    /**
     * The places of the notes that count, in order of time.
     *
     * @return array<int, int>
     */
    public static function places(Notes $notes, Selection $selection, Parameters $parameters): array
    {
        return $parameters->choice('scope') === 'clip' ? array_keys($notes->id) : $selection->positions($notes);
    }

    /**
     * For each note the start of the next chord of its track; notes of the last chords are left out.
     *
     * @param  array<int, int>  $places
     * @param  bool  $holds  whether a chord goes on through moments of fewer voices wholly above or below it
     * @return array{array<int, int>, list<non-empty-list<int>>} next starts by place, and the chords that nothing ends
     */
    public static function nextChords(
        Notes $notes, array $places, ?Amount $spread, Context $context, bool $holds = false,
    ): array {
        $next = $last = [];
        foreach ($context->chordsByTrack($notes, $places, $spread) as $chords) {
            [$following, $final] = Following::chords($notes, $chords, $holds);
            $next += $following;
            $last = [...$last, ...$final];
        }

        return [$next, $last];
    }

    /**
     * What follows chords behind the selection: the start of the next one of their track among all notes of the open
     * clips.
     *
     * @param  list<non-empty-list<int>>  $last
     * @return array<int, int> ticks by place, where one follows
     */
    public static function behindChords(
        Notes $notes, array $last, ?Amount $spread, Context $context, bool $holds,
    ): array {
        $next = [];
        if ($last === []) {
            return $next;
        }
        foreach ($context->chordsByTrack($notes, array_keys($notes->id), $spread) as $chords) {
            $numbers = [];
            foreach ($chords as $k => $chord) {
                $numbers += array_fill_keys($chord, $k);
            }
            foreach ($last as $chord) {
                if (isset($numbers[$chord[0]])) {
                    $from = 1 + max(array_map(static fn (int $i): int => $numbers[$i], $chord));
                    $start = Following::after($notes, $chord, $chords, $from, $holds);
                    $next += $start === null ? [] : array_fill_keys($chord, $start);
                }
            }
        }

        return $next;
    }

    /**
     * For each note the start of the next, later note of its pitch in its track; the last of each pitch is left out.
     *
     * @param  array<int, int>  $places
     * @return array{array<int, int>, list<non-empty-list<int>>} next starts by place, and the places of the last notes,
     *     each by itself
     */
    public static function nextOfPitch(Notes $notes, array $places, Context $context): array
    {
        $next = $last = [];
        foreach ($context->clips->byTrack($places, $notes->clip) as $part) {
            [$following, $final] = Following::ofPitch($notes, $part);
            $next += $following;
            $last = [...$last, ...array_map(static fn (int $i): array => [$i], $final)];
        }

        return [$next, $last];
    }

    /**
     * What follows notes behind the selection: the start of the next one of their pitch on their track.
     *
     * @param  list<non-empty-list<int>>  $last
     * @return array<int, int> ticks by place, where one follows
     */
    public static function behindNotes(Notes $notes, array $last, Context $context): array
    {
        return $last === []
            ? []
            : array_intersect_key(
                self::nextOfPitch($notes, array_keys($notes->id), $context)[0],
                array_fill_keys(array_merge(...$last), true),
            );
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Length;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Chords;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Following;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Doubles;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\Amount;

/** Takes overlaps away: ends go back to the start of the next note, doubled notes become one. Nothing gets longer. */
final readonly class Untangle implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'untangle',
            'Untangle',
            Group::Length,
            'Shortens notes that run into later ones and makes doubled notes one.',
            [
                NextNotes::parameter(),
                Parameter::choice(
                    'by', 'Only notes of the same pitch get in the way, or any later chord.', options: ['pitch', 'any'],
                    default: 'any',
                ),
                Parameter::spread(),
            ],
            synonyms: ['overlap', 'remove overlaps', 'monophonic', 'doubles'],
            uses: [
                'untangle by=pitch' => 'Untangle each pitch by itself',
                'untangle scope=clip' => 'Untangle from all notes around',
            ],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $scope = NextNotes::places($notes, $selection, $parameters);
        $places = $selection->positions($notes);
        $draft = new Draft($notes);
        $doubles = Doubles::remove($notes, $draft, $scope, array_fill_keys($places, true), $context);

        $left = array_values(array_filter($scope, static fn (int $i): bool => ! isset($doubles[$i])));
        $next = $this->next($notes, $left, $parameters, $context);
        $shortened = array_filter(
            $places, static fn (int $i): bool => ! isset($doubles[$i]) && self::runsOver($notes, $i, $next),
        );
        foreach ($shortened as $i) {
            $draft->setTimes($i, $notes->start[$i], $next[$i] - $notes->start[$i]);
        }

        return $draft->change($selection, $shortened === [] && $doubles === []
            ? $this->saidOfNothing($notes, $places, $parameters, $context)
            : Said::each(Noun::Note, [[count($shortened), 'shortened'], [count($doubles), Doubles::GONE]]));
    }

    /**
     * What each note may not run into: where the next one starts, by place.
     *
     * @param  array<int, int>  $places
     * @return array<int, int>
     */
    private function next(Notes $notes, array $places, Parameters $parameters, Context $context): array
    {
        // The next note of the pitch always gets in the way: two hits of one chord may be a flam.
        [$next] = NextNotes::nextOfPitch($notes, $places, $context);
        if ($parameters->choice('by') === 'any') {
            foreach ($this->nextChords($notes, $places, $parameters->spread(), $context) as $i => $start) {
                $next[$i] = min($next[$i] ?? $start, $start);
            }
        }

        return $next;
    }

    /** @param  array<int, int>  $next  starts by place */
    private static function runsOver(Notes $notes, int $place, array $next): bool
    {
        return isset($next[$place]) && $next[$place] < $notes->start[$place] + $notes->length[$place];
    }

    /**
     * Notes that run into others which are not selected are told of, for they are seen to.
     *
     * @param  array<int, int>  $places
     */
    private function saidOfNothing(Notes $notes, array $places, Parameters $parameters, Context $context): Said
    {
        $next = $this->next($notes, array_keys($notes->id), $parameters, $context);
        $over = count(array_filter($places, static fn (int $i): bool => self::runsOver($notes, $i, $next)));

        return Said::nothing(match ($over) {
            0 => 'Nothing changed: no note runs into a later one.',
            1 => 'Nothing changed: 1 note runs into one that is not selected; untangle scope=clip shortens it.',
            default => "Nothing changed: {$over} notes run into others that are not selected; untangle scope=clip "
                .'shortens them.',
        });
    }

    /**
     * The start of the next chord by place. A hit that ends because its pitch is hit again sounds on in the next one,
     * so taking flams apart changes nothing about what is one chord.
     *
     * @param  array<int, int>  $places
     * @return array<int, int>
     */
    private function nextChords(Notes $notes, array $places, ?Amount $spread, Context $context): array
    {
        $next = [];
        foreach ($context->clips->byTrack($places, $notes->clip) as $part) {
            $starts = $ends = $held = [];
            foreach (array_reverse($part) as $i) {
                $start = $notes->start[$i];
                $end = $start + $notes->length[$i];
                [$again, $until] = $held[$notes->pitch[$i]] ?? [PHP_INT_MAX, 0];
                $starts[$i] = $start;
                $ends[$i] = $end >= $again ? max($end, $until) : $end;
                $held[$notes->pitch[$i]] = [$start, $ends[$i]];
            }
            [$following] = Following::chords(
                $notes, Chords::group(array_reverse($starts, true), $ends, $spread, $context->time),
            );
            $next += $following;
        }

        return $next;
    }
}

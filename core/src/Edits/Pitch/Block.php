<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Pitch;

use Jactonic\Core\Advice\HeardChords;
use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\InLoops;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/**
 * Gathers what was played of each chord into one that is held until the next: each pitch once, from where the chord is
 * first played. It is what an arpeggio was before, and the pad under a rhythm.
 */
final readonly class Block implements Edit
{
    /** A chord may be played up to this part of a quarter note early. */
    private const EARLY = 16;

    public function declaration(): Declaration
    {
        return new Declaration(
            'block',
            'Block chords',
            Group::Pitch,
            'Gathers broken or repeated chords into held ones: each pitch of a chord once, until the next chord.',
            [
                Parameter::choice(
                    'tones', 'All tones of each chord, or only the lowest or the highest.',
                    options: ['all', 'lowest', 'highest'], default: 'all',
                ),
            ],
            synonyms: ['gather', 'held chords', 'pad', 'sustain chords', 'arpeggio back', 'broken chords together'],
            uses: [
                'block tones=lowest' => 'The lowest note of each chord, held',
                'block tones=highest' => 'The highest note of each chord, held',
            ],
            isHeard: true,
            inLoops: InLoops::LeaveOut,
            bare: ['tones'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $draft = new Draft($notes);
        $added = $kept = [];
        $count = $gathered = $taken = 0;
        $which = $parameters->choice('tones');
        $selected = $selection->positions($notes);
        foreach ($context->clips->byTrack($selected, $notes->clip) as $places) {
            $places = array_values($places);
            $chords = $this->chords($notes, $places, $context, $which);
            if ($chords === []) {
                array_push($kept, ...array_map(static fn (int $i): int => $notes->id[$i], $places));

                continue;
            }
            foreach ($chords as $k => [$tones, $members]) {
                $start = $notes->start[$members[0]];
                $end = isset($chords[$k + 1])
                    ? $notes->start[$chords[$k + 1][1][0]]
                    : self::end($notes, $members, $context);
                foreach ($tones as $i) {
                    $added[] = $draft->addPiece($i, [
                        'start' => $start, 'length' => max(1, $end - $start), 'playedStart' => 0, 'playedEnd' => 0,
                        'looseStart' => 0,
                    ]);
                }
                $count++;
                $taken += count($members);
            }
            $gathered += count($places);
            array_map($draft->remove(...), $places);
        }
        $outside = $gathered - $taken;
        $repeats = $taken - count($added);

        return $draft->change(
            $count === 0 ? $selection : Selection::of([...$kept, ...$added]),
            $count === 0
                ? Said::nothing('Nothing gathered: no chord is heard in what is selected.')
                : Said::did($count, Noun::Chord, 'held')->with(
                    'of '.Noun::Note->counted($gathered),
                    $repeats > 0 ? Noun::Note->counted($repeats).' left out '
                        .($which === 'all' ? 'that the chord has already' : 'that are not the '.$which) : '',
                    $kept !== [] ? Noun::Note->counted(count($kept)).' in no chord left as they are' : '',
                    $outside > 0 ? Noun::Note->counted($outside).' left out that are none of its tones' : '',
                ),
        );
    }

    /**
     * The chords with what is played of each.
     *
     * @param  non-empty-list<int>  $places  of the notes of a track, in order of time
     * @return list<array{non-empty-list<int>, non-empty-list<int>}> the places of the tones that are held, and of all
     *     that is played of it, in order of time
     */
    private function chords(Notes $notes, array $places, Context $context, string $which): array
    {
        $early = intdiv($context->time->ppq(), self::EARLY);
        $harmony = HeardChords::of($notes, $places, $context);
        $members = [];
        $k = 0;
        foreach ($places as $i) {
            while (isset($harmony[$k + 1]) && $harmony[$k + 1][0] - $early <= $notes->start[$i]) {
                $k++;
            }
            if (
                isset($harmony[$k]) && $harmony[$k][0] - $early <= $notes->start[$i]
                && in_array($notes->pitch[$i] % 12, $harmony[$k][1], true)
            ) {
                $members[$k][] = $i;
            }
        }

        return array_map(static function (array $played) use ($notes, $which): array {
            $tones = [];
            foreach ($played as $i) {
                $tones[$notes->pitch[$i]] ??= $i;
            }
            ksort($tones);
            $tones = array_values($tones);

            return [match ($which) {
                'lowest' => [$tones[0]],
                'highest' => [$tones[count($tones) - 1]],
                default => $tones,
            }, $played];
        }, array_values($members));
    }

    /**
     * Where the last chord ends: with what is played of it, and not before the bar does.
     *
     * @param  non-empty-list<int>  $members
     */
    private static function end(Notes $notes, array $members, Context $context): int
    {
        $ends = array_map(static fn (int $i): int => $notes->start[$i] + $notes->length[$i], $members);

        return max(...$ends, ...[$context->time->meters->nextBarLine($notes->start[$members[count($members) - 1]])]);
    }
}

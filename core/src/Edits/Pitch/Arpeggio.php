<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Pitch;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Following;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\InLoops;
use Jactonic\Core\Edits\Values\Ramped;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Parameters\StepPattern;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\GridLines;
use Jactonic\Core\Time\Rounding;
use Jactonic\Core\Time\Timeline;

/**
 * Plays held chords tone by tone, on the lines of a grid, for as long as each chord is held.
 *
 * What is one chord is found as everywhere: a strum is one, and one that was pushed begins on the line it lies nearest
 * to. The run begins anew with each chord, so that it follows the harmony.
 */
final readonly class Arpeggio implements Edit
{
    private const OCTAVE = 12;

    private const HIGHEST = 127;

    public function declaration(): Declaration
    {
        return new Declaration(
            'arpeggio',
            'Arpeggio',
            Group::Pitch,
            'Plays held chords tone by tone on the lines of a grid, in their place.',
            [
                Parameter::choice(
                    'order', 'Which way the tones go: up, down, there and back, or as they were played.',
                    options: ['up', 'down', 'up-down', 'down-up', 'played'], default: 'up',
                ),
                Parameter::grid('grid', 'On which lines.', absent: 'the current grid'),
                Parameter::wholeNumber(
                    'swing', 'Delay of every second line: 100 is the triplet feel, 150 dotted.', min: 0,
                    max: Grid::MAX_SWING, absent: 'current',
                ),
                Parameter::wholeNumber(
                    'octaves', 'Over how many octaves.', min: 1, max: 4, unit: 'octaves', default: 1,
                ),
                Parameter::steps(
                    'pattern', 'What is played step by step: x the next tone, 1 to 9 a tone, . a rest, - held on.',
                    absent: 'the next tone on every step',
                ),
                Parameter::wholeNumber(
                    'gate', 'How much of its step a tone lasts.', min: 1, max: 200, unit: '%', default: 100,
                ),
                Parameter::wholeNumber(
                    'ramp', 'The velocity of the last step, as a share of the first.', min: 0, max: 400, unit: '%',
                    default: 100,
                ),
                Parameter::accents(
                    'accents', 'Velocities in a row, which repeat; 0 leaves a step empty.',
                    absent: 'as loud as the tones are',
                ),
                Parameter::spread(),
            ],
            synonyms: ['arpeggiate', 'arp', 'broken chords', 'run', 'tone by tone', 'alberti'],
            uses: [
                'arpeggio order=up-down octaves=2' => 'Arpeggio there and back over two octaves',
                'arpeggio pattern=1323' => 'Arpeggio of the first, third, second and third tone',
                'arpeggio gate=50' => 'Short arpeggio',
            ],
            isHeard: true,
            inLoops: InLoops::LeaveOut,
            bare: ['order', 'grid', 'octaves'],
            wanted: 'octaves',
            counts: 'octaves',
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $lines = $context->time->gridLines($context->grid($parameters));
        $draft = new Draft($notes);
        $added = [];
        $count = 0;
        $kept = [];
        $places = $selection->positions($notes);
        foreach ($context->chordsByTrack($notes, $places, $parameters->spread()) as $chords) {
            foreach ($chords as $k => $chord) {
                $tones = $this->tones($notes, $chord, $parameters);
                if (count($tones) < 2 && ! $parameters->has('pattern')) {
                    array_push($kept, ...array_map(static fn (int $i): int => $notes->id[$i], $chord));

                    continue;
                }
                $until = Following::after($notes, $chord, $chords, $k + 1, holds: true);
                $steps = self::steps($lines, $notes, $chord, $until);
                array_push($added, ...$this->play(
                    $notes, $draft, $tones, $steps, $parameters, $context->time,
                ));
                array_map($draft->remove(...), $chord);
                $count++;
            }
        }

        return $draft->change(
            Selection::of([...$kept, ...$added]),
            $count === 0
                ? Said::nothing('Nothing played tone by tone: no two of the selected notes sound as a chord. With '
                    .'octaves=2 single notes take part.')
                : Said::did($count, Noun::Chord, 'played tone by tone')->with(
                    Noun::Note->counted(count($added))." on {$lines->grid}",
                    match (count($kept)) {
                        0 => '',
                        1 => '1 note alone left as it is',
                        default => count($kept).' notes alone left as they are',
                    },
                ),
        );
    }

    /**
     * @param  non-empty-list<array{int, int}>  $tones
     * @param  non-empty-list<int>  $steps  the lines, and the one it ends at
     * @return list<int> the ids of the notes put in
     */
    private function play(
        Notes $notes, Draft $draft, array $tones, array $steps, Parameters $parameters, Timeline $time,
    ): array {
        $pattern = $parameters->has('pattern') ? $parameters->steps('pattern') : [StepPattern::NEXT];
        $signAt = static fn (int $step): string => $pattern[$step % count($pattern)];
        $last = count($steps) - 2;
        $added = [];
        $run = 0;
        for ($k = 0; $k <= $last; $k++) {
            $sign = $signAt($k);
            if ($sign === StepPattern::REST || $sign === StepPattern::TIE) {
                continue;
            }
            [$place, $pitch] = $sign === StepPattern::NEXT
                ? $tones[$run++ % count($tones)]
                : self::tone($tones, (int) $sign);
            $velocity = $this->velocity($notes->velocity[$place], $k, $last, $parameters);
            if ($velocity === 0) {
                continue;
            }
            $end = $k + 1;
            while ($end <= $last && $signAt($end) === StepPattern::TIE) {
                $end++;
            }
            $room = $steps[$end] - $steps[$k];
            $length = Rounding::quotient($room * $parameters->int('gate'), 100);
            $added[] = $draft->addPiece($place, [
                'start' => $steps[$k], 'length' => max($time->leastLength($room), $length), 'pitch' => $pitch,
                'velocity' => $velocity,
                'playedStart' => 0, 'playedEnd' => 0, 'looseStart' => 0, 'looseVelocity' => 0,
            ]);
        }

        return $added;
    }

    /**
     * The tones of a chord in their order, each octave behind the other.
     *
     * @param  non-empty-list<int>  $chord
     * @return non-empty-list<array{int, int}> the place of each and its pitch
     */
    private function tones(Notes $notes, array $chord, Parameters $parameters): array
    {
        $order = $parameters->choice('order');
        if ($order !== 'played') {
            usort($chord, static fn (int $a, int $b): int => $notes->pitch[$a] <=> $notes->pitch[$b]);
        }
        $tones = $seen = [];
        for ($octave = 0; $octave < $parameters->int('octaves'); $octave++) {
            foreach ($chord as $i) {
                $pitch = $notes->pitch[$i] + self::OCTAVE * $octave;
                if ($pitch <= self::HIGHEST && ! isset($seen[$pitch])) {
                    $tones[] = [$i, $pitch];
                    $seen[$pitch] = true;
                }
            }
        }
        $down = array_reverse($tones);
        $tones = match ($order) {
            'down' => $down,
            // The turning tones sound once.
            'up-down' => [...$tones, ...array_slice($down, 1, -1)],
            'down-up' => [...$down, ...array_slice($tones, 1, -1)],
            default => $tones,
        };

        return $tones !== [] ? $tones : [[$chord[0], $notes->pitch[$chord[0]]]];
    }

    /**
     * A tone by its number from 1; those past the last one lie octaves higher.
     *
     * @param  non-empty-list<array{int, int}>  $tones
     * @return array{int, int}
     */
    private static function tone(array $tones, int $number): array
    {
        [$place, $pitch] = $tones[($number - 1) % count($tones)];
        $higher = $pitch + self::OCTAVE * intdiv($number - 1, count($tones));

        return [$place, $higher > self::HIGHEST ? $pitch : $higher];
    }

    /**
     * The lines a chord is played on, and the one it ends at: from the line nearest to its start on, one step at least.
     *
     * @param  non-empty-list<int>  $chord
     * @param  int|null  $next  where the chord begins that it gives way to
     * @return non-empty-list<int>
     *
     * @throws EditRefused where there are more of them than there may be notes
     */
    private static function steps(GridLines $lines, Notes $notes, array $chord, ?int $next): array
    {
        $end = max(array_map(static fn (int $i): int => $notes->start[$i] + $notes->length[$i], $chord));
        $end = min($end, $next ?? $end);
        $line = $lines->nearest($notes->start[$chord[0]]);
        $until = $lines->nearest($end);
        if ($lines->estimate($line, $until) > 2 * Draft::MOST_NOTES) {
            throw Draft::tooMany();
        }
        $steps = [$line];
        do {
            $steps[] = $line = $lines->next($line);
        } while ($line < $until);

        return $steps;
    }

    /** 0 for a step that is left empty. */
    private function velocity(int $velocity, int $step, int $last, Parameters $parameters): int
    {
        if ($parameters->has('accents')) {
            $accents = $parameters->list('accents');
            $velocity = $accents[$step % count($accents)];
        }
        $ramp = $parameters->int('ramp');

        return $velocity === 0 ? 0 : Ramped::velocity($velocity, $step, $last, $ramp);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Timing;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Edits\Values\PointLevels;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Saying\Wording;
use Jactonic\Core\Time\Amount;

/**
 * Small random offsets of time, velocity and length.
 *
 * They are measured from where a note was played or quantized, so humanizing twice is no wilder than once; and the
 * played moment stays where it was, so `as-played` takes it back as it does a quantize. The same seed gives the same
 * result; other tracks and other pitches get other offsets, whatever else is selected.
 */
final readonly class Humanize implements Edit
{
    /** The middle of what a number of 16 bits can be. */
    private const HALF = 32767.5;

    public function declaration(): Declaration
    {
        $help = 'Gives starts, velocities and lengths small random offsets, as hands would.';

        return new Declaration('humanize', 'Humanize', Group::Timing, $help, [
            Parameter::amount(
                'time', 'The largest offset of a start; none where velocity or length alone are said.', absent: '10ms',
            ),
            Parameter::wholeNumber(
                'velocity',
                'The largest offset of a velocity, of bend by its range; none where length alone is said.',
                min: 0, max: 127, absent: '8',
            ),
            Parameter::wholeNumber(
                'length', 'The largest change of a length.', min: 0, max: 100, unit: '%', absent: 'none',
            ),
            Parameter::wholeNumber(
                'lean', 'Shifts the time offsets: −100 only early, 100 only late.', min: -100, max: 100, unit: '%',
                default: 0,
            ),
            Parameter::choice(
                'shape', 'Even makes all offsets as likely, bell makes small ones likelier.', options: ['even', 'bell'],
                default: 'bell',
            ),
            Parameter::choice(
                'chords', 'Together moves the notes of a chord alike.', options: ['loose', 'together'],
                default: 'loose',
            ),
            Parameter::seed('The same number gives the same offsets, new others each time.'),
            Parameter::spread(),
            Parameter::lane(),
        ], subject: Subject::Levels, synonyms: ['random', 'randomize', 'loosen', 'feel', 'groove', 'jitter'], uses: [
            'humanize lean=60' => 'Lay back', 'humanize lean=-60' => 'Push ahead',
            'humanize velocity=12' => 'Vary the dynamics only',
        ], bare: ['time']);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        if (! $parameters->lane()->isOfNotes()) {
            return $this->points(
                PointLevels::chosen($notes, $selection, $context, $parameters), $selection, $context, $parameters,
            );
        }
        $places = $selection->positions($notes);
        $velocity = $this->velocity($parameters);
        $length = $parameters->has('length') ? $parameters->int('length') / 100 : 0;
        [$ofStart, $ofVelocity, $ofLength] = $this->offsets($notes, $places, $context, $parameters);
        $shifts = $this->shifts($notes, $places, $ofStart, $context, $parameters);
        $draft = new Draft($notes);
        [$changed, $largest, $at] = [0, 0, 0];
        foreach ($places as $i) {
            $start = $notes->start[$i];
            $newStart = $start - $notes->looseStart[$i] + $shifts[$i];
            $newLength = max(
                $context->time->leastLength($notes->length[$i]),
                (int) round($notes->length[$i] * (1 + $ofLength[$i] * $length)),
            );
            $draft->setTimes($i, $newStart, $newLength);
            $draft->looseStart[$i] = $shifts[$i];
            $base = $notes->velocity[$i] - $notes->looseVelocity[$i];
            $draft->velocity[$i] = max(1, min(127, $base + (int) round($ofVelocity[$i] * $velocity)));
            $draft->looseVelocity[$i] = $draft->velocity[$i] - $base;
            $changed += $newStart !== $start || $newLength !== $notes->length[$i]
                || $draft->velocity[$i] !== $notes->velocity[$i]
                ? 1
                : 0;
            if (abs($newStart - $start) > $largest) {
                $largest = abs($newStart - $start);
                $at = $start;
            }
        }

        return $draft->change($selection, $changed === 0
            ? Said::nothing('Nothing changed: the notes lie there already.')
            : Said::did($changed, Noun::Note, 'humanized')
                ->with($largest > 0 ? "largest move {$this->clock($context, $at, $largest)}" : ''));
    }

    /** Who says how much velocities or lengths may vary, and nothing of time, means these alone. */
    private function largestMove(Parameters $parameters): Amount
    {
        return match (true) {
            $parameters->has('time') => $parameters->amount('time'),
            $parameters->has('velocity') || $parameters->has('length') => Amount::parse('0tk'),
            default => Amount::parse('10ms'),
        };
    }

    private function velocity(Parameters $parameters): int
    {
        return match (true) {
            $parameters->has('velocity') => $parameters->int('velocity'),
            $parameters->has('length') && ! $parameters->has('time') => 0,
            default => 8,
        };
    }

    private function clock(Context $context, int $at, int $ticks): string
    {
        return Wording::milliseconds($context->time->milliseconds($at, $ticks));
    }

    /** Of a lane of points the times and the values, measured from where they are. */
    private function points(PointLevels $levels, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $rows = Notes::fromRows(array_map(
            static fn (int $i): array => ['start' => $levels->start[$i]], array_values($levels->places),
        ));
        [$ofStart, $ofValue] = $this->offsets($rows, array_keys($rows->id), $context, $parameters);
        $shifts = $this->shifts($rows, array_keys($rows->id), $ofStart, $context, $parameters);
        $most = $this->velocity($parameters) * ($levels->lane->most() - $levels->lane->least()) / 127;
        foreach (array_values($levels->places) as $k => $i) {
            $levels->set($i, $levels->value[$i] + (int) round($ofValue[$k] * $most));
            $levels->move($i, $levels->start[$i] + $shifts[$k]);
        }

        return $levels->change($selection, 'humanized', count($levels->places));
    }

    /**
     * Three numbers from −1 to 1 for each note, for its start, velocity and length. They depend on the seed and on the
     * note alone, so one size does not change what the others do.
     *
     * @param  array<int, int>  $places
     * @return array{array<int, float>, array<int, float>, array<int, float>} each by place
     */
    private function offsets(Notes $notes, array $places, Context $context, Parameters $parameters): array
    {
        $seed = $parameters->int('seed');
        $bell = $parameters->choice('shape') === 'bell';
        $clips = $context->clips;
        $starts = $velocities = $lengths = [];
        foreach ($places as $i) {
            $track = $clips->trackOf($notes->clip[$i]);
            $note = "{$seed} {$track} {$notes->pitch[$i]} {$notes->channel[$i]} "
                .($notes->start[$i] - $notes->looseStart[$i]);
            /** @var array<int, int> $drawn */
            $drawn = unpack('v8', hash('xxh128', $note, true));
            // The mean of two even numbers stays within their bounds and gathers around the middle.
            $starts[$i] = ($bell ? ($drawn[1] + $drawn[2]) / 2 : $drawn[1]) / self::HALF - 1;
            $velocities[$i] = ($bell ? ($drawn[3] + $drawn[4]) / 2 : $drawn[3]) / self::HALF - 1;
            $lengths[$i] = ($bell ? ($drawn[5] + $drawn[6]) / 2 : $drawn[5]) / self::HALF - 1;
        }

        return [$starts, $velocities, $lengths];
    }

    /**
     * How many ticks each start lies from where it was played or quantized.
     *
     * @param  array<int, int>  $places
     * @param  array<int, float>  $offsets  from −1 to 1, by place
     * @return array<int, int> by place
     */
    private function shifts(
        Notes $notes, array $places, array $offsets, Context $context, Parameters $parameters,
    ): array {
        $time = $this->largestMove($parameters);
        $lean = $parameters->int('lean') / 200;
        $shiftOf = static fn (int $i): int => (int) round(
            $time->ticksAt($notes->start[$i], $context->time) * ($offsets[$i] * (1 - abs($lean)) + $lean),
        );
        $shifts = [];
        if ($parameters->choice('chords') === 'loose') {
            foreach ($places as $i) {
                $shifts[$i] = max($shiftOf($i), $notes->looseStart[$i] - $notes->start[$i]);
            }

            return $shifts;
        }
        foreach ($context->chords($notes, $places, $parameters->spread()) as $chord) {
            $shift = $shiftOf($chord[0]);
            // At the start of the song a chord is held back as a whole.
            $room = min(array_map(static fn (int $i): int => $notes->start[$i] - $notes->looseStart[$i], $chord));
            foreach ($chord as $i) {
                $shifts[$i] = max($shift, -$room);
            }
        }

        return $shifts;
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Timing;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Chords;
use Jactonic\Core\Notes\Draft;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Time\Amount;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Small random offsets of time, velocity and length. The same seed gives the same result, whatever else is chosen.
 *
 * The played moment stays where it was, so `as-played` takes a humanizing back as it does a quantize.
 */
final readonly class Humanize implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('humanize', 'Humanize', Group::Timing, 'Gives starts, velocities and lengths small random offsets, as hands would.', [
            Parameter::amount('time', '10ms', 'The largest offset of a start.'),
            Parameter::wholeNumber('velocity', 0, 127, '', 8, 'The largest offset of a velocity.'),
            Parameter::wholeNumber('length', 0, 100, '%', 0, 'The largest change of a length.'),
            Parameter::wholeNumber('lean', -100, 100, '%', 0, 'Shifts the time offsets: −100 only early, 100 only late.'),
            Parameter::choice('shape', ['even', 'bell'], 'bell', 'Even makes all offsets as likely, bell makes small ones likelier.'),
            Parameter::choice('chords', ['loose', 'together'], 'loose', 'Together moves the notes of a chord alike.'),
            Parameter::wholeNumber('seed', 0, 999_999, '', 1, 'Another number gives another take.'),
            Parameter::spread(),
        ], synonyms: ['random', 'randomize', 'loosen', 'feel', 'groove', 'jitter'], uses: [
            'humanize lean=60' => 'Lay back', 'humanize lean=-60' => 'Push ahead', 'humanize time=0ms velocity=12' => 'Vary the dynamics only',
        ]);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $places = $selection->positions($notes);
        $time = $parameters->amount('time');
        $velocity = $parameters->int('velocity');
        $length = $parameters->int('length') / 100;
        $lean = $parameters->int('lean') / 200;
        $random = new Randomizer(new Mt19937($parameters->int('seed')));
        $draw = $this->drawer($random, $parameters->choice('shape') === 'bell');
        $leaders = $parameters->choice('chords') === 'together' ? $this->leaders($notes, $places, $parameters->amount('spread'), $context) : [];

        $draft = new Draft($notes);
        $offsets = [];
        [$changed, $largest, $at] = [0, 0, 0];
        foreach ($places as $i) {
            // All three are drawn for every note, so that one size does not change what the others do.
            $offsets[$i] = [$draw(), $draw(), $draw()];
            $start = $notes->start[$i];
            $size = $time->ticksAt($start, $context);
            $late = $offsets[$leaders[$i] ?? $i][0] * (1 - abs($lean)) + $lean;
            $newStart = max(0, $start + (int) round($size * $late));
            $newLength = max(1, (int) round($notes->length[$i] * (1 + $offsets[$i][2] * $length)));
            $draft->setTimes($i, $newStart, $newLength);
            $draft->velocity[$i] = max(1, min(127, $notes->velocity[$i] + (int) round($offsets[$i][1] * $velocity)));
            $changed += $newStart !== $start || $newLength !== $notes->length[$i] || $draft->velocity[$i] !== $notes->velocity[$i] ? 1 : 0;
            if (abs($newStart - $start) > $largest) {
                $largest = abs($newStart - $start);
                $at = $start;
            }
        }

        return $draft->change($selection, Wording::sentence([
            Wording::notes($changed).' humanized',
            $largest > 0 ? 'largest move '.Wording::milliseconds($context->milliseconds($at, $largest)) : '',
        ]));
    }

    /** @return callable(): float numbers from −1 to 1 */
    private function drawer(Randomizer $random, bool $bell): callable
    {
        $even = static fn (): float => $random->getInt(-1_000_000, 1_000_000) / 1_000_000;

        // The mean of three even numbers stays within their bounds and gathers around the middle.
        return $bell ? static fn (): float => ($even() + $even() + $even()) / 3 : $even;
    }

    /**
     * The first note of each note's chord, by place.
     *
     * @param  array<int, int>  $places
     * @return array<int, int>
     */
    private function leaders(Notes $notes, array $places, Amount $spread, Context $context): array
    {
        $leaders = [];
        foreach (Chords::of($notes, $places, $spread, $context) as $chord) {
            foreach ($chord as $i) {
                $leaders[$i] = $chord[0];
            }
        }

        return $leaders;
    }
}

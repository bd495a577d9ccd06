<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Timing;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Chords;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\GridLines;

/**
 * Moves starts, ends or lengths toward the lines of a grid, and keeps the moment they were played.
 *
 * Because it measures from that moment unless told otherwise, quantizing twice is quantizing once, and a stronger or
 * weaker quantize after another one starts from the take again.
 */
final readonly class Quantize implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('quantize', 'Quantize', Group::Timing, 'Moves notes toward the lines of the grid; the played moment is kept.', [
            Parameter::grid('grid', 'The lines to move to.'),
            Parameter::wholeNumber('swing', 0, Grid::MAX_SWING, '', null, 'Delay of every second line: 100 is the triplet feel, 150 dotted.', absent: 'current'),
            Parameter::wholeNumber('strength', 0, 100, '%', 100, 'How much of the way to go.'),
            Parameter::choice('what', ['start', 'end', 'both', 'length'], 'start', 'Which edge moves; length makes it a whole number of steps.'),
            Parameter::wholeNumber('reach', 0, 100, '%', 100, 'Only notes this near a line move, in % of half the gap between lines.'),
            Parameter::amount('slack', '0tk', 'Notes nearer to the line than this stay as they are.'),
            Parameter::choice('from', ['played', 'now'], 'played', 'Measure from the moment a note was played or from where it is now.'),
            Parameter::choice('chords', ['loose', 'together'], 'loose', 'Together moves a chord by the shift of its earliest note, so a strum keeps its shape.'),
            Parameter::spread(),
        ], synonyms: ['snap', 'timing', 'tighten', 'correct timing', 'grid', 'straighten', 'swing'], uses: [
            'quantize strength=50' => 'Half way to the grid', 'quantize chords=together' => 'Quantize, strums kept', 'quantize what=both' => 'Quantize starts and ends', 'quantize swing=60' => 'Quantize with swing',
        ], onClips: true, onPoints: true);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $grid = $context->grid($parameters);
        $lines = $context->time->gridLines($grid);
        $places = $selection->positions($notes);
        $what = $parameters->choice('what');
        $together = $parameters->choice('chords') === 'together';
        $snap = new Snap(
            $lines, $parameters->int('strength'), $parameters->int('reach'),
            $parameters->amount('slack'), $context,
        );

        $draft = new Draft($notes);
        if ($what === 'length') {
            $this->snapLengths($notes, $draft, $places, $parameters, $snap);
        } else {
            $chords = $together ? $this->chords($notes, $places, $parameters, $context) : null;
            $starts = $what === 'end' ? [] : $this->targets($this->startsFrom($notes, $places, $parameters), $chords, $snap);
            $ends = $what === 'start' ? null : $this->targets($this->endsFrom($notes, $places, $parameters), $chords, $snap);
            $this->place($notes, $draft, $places, $starts, $ends, $lines);
        }

        return $draft->change($selection, $this->summary($notes, $draft, $places, $grid, $snap, $context));
    }

    /**
     * Where starts are measured from.
     *
     * @param  array<int, int>  $places
     * @return array<int, int> ticks by place
     */
    private function startsFrom(Notes $notes, array $places, Parameters $parameters): array
    {
        [$starts, $playedStarts] = [$notes->start, $notes->playedStart];
        if ($parameters->choice('from') === 'now') {
            return array_intersect_key($starts, array_flip($places));
        }
        $from = [];
        foreach ($places as $i) {
            $from[$i] = $starts[$i] + $playedStarts[$i];
        }

        return $from;
    }

    /**
     * Where ends are measured from.
     *
     * @param  array<int, int>  $places
     * @return array<int, int> ticks by place
     */
    private function endsFrom(Notes $notes, array $places, Parameters $parameters): array
    {
        $played = $parameters->choice('from') === 'played';
        $from = [];
        foreach ($places as $i) {
            $end = $notes->start[$i] + $notes->length[$i];
            $from[$i] = $played ? $end + $notes->playedEnd[$i] : $end;
        }

        return $from;
    }

    /**
     * @param  array<int, int>  $places
     * @return list<non-empty-list<int>>
     */
    private function chords(Notes $notes, array $places, Parameters $parameters, Context $context): array
    {
        $starts = $this->startsFrom($notes, $places, $parameters);
        $ends = $this->endsFrom($notes, $places, $parameters);
        $chords = [];
        foreach ($context->clips->byTrack($places, $notes->clip) as $part) {
            $ofPart = array_intersect_key($starts, array_flip($part));
            asort($ofPart);
            array_push($chords, ...Chords::group($ofPart, $ends, $parameters->spread(), $context->time));
        }

        return $chords;
    }

    /**
     * Where edges go. What slack or reach leave out lies where it is measured from: where it was played.
     *
     * @param  array<int, int>  $from  ticks by place
     * @param  list<non-empty-list<int>>|null  $chords  null where each note moves by itself
     * @return array<int, int> ticks by place
     */
    private function targets(array $from, ?array $chords, Snap $snap): array
    {
        $targets = [];
        if ($chords === null) {
            foreach ($from as $i => $tick) {
                $targets[$i] = $snap->to($tick) ?? $tick;
            }

            return $targets;
        }
        foreach ($chords as $chord) {
            $first = $from[$chord[0]];
            $target = $snap->to($first) ?? $first;
            foreach ($chord as $i) {
                $targets[$i] = $from[$i] + $target - $first;
            }
        }

        return $targets;
    }

    /**
     * @param  array<int, int>  $places
     * @param  array<int, int>  $starts
     * @param  array<int, int>|null  $ends  null where lengths stay
     */
    private function place(Notes $notes, Draft $draft, array $places, array $starts, ?array $ends, GridLines $lines): void
    {
        $oldStarts = $notes->start;
        $oldLengths = $notes->length;
        // Written to plain variables: an array in a property is slower to write, and this runs once for each note.
        [$newStarts, $newLengths, $playedStarts, $playedEnds, $loose] = [$draft->start, $draft->length, $draft->playedStart, $draft->playedEnd, $draft->looseStart];
        foreach ($places as $i) {
            $oldStart = $oldStarts[$i];
            $start = $starts[$i] ?? $oldStart;
            if ($start < 0) {
                $start = 0;
            }
            $moved = $endMoved = $start - $oldStart;
            if ($ends !== null) {
                $oldEnd = $oldStart + $oldLengths[$i];
                $end = $ends[$i] ?? $oldEnd;
                $endMoved = ($end > $start ? $end : $lines->next($start)) - $oldEnd;
                if ($endMoved !== $moved) {
                    $newLengths[$i] += $endMoved - $moved;
                }
            }
            if ($moved !== 0) {
                $newStarts[$i] = $start;
                $playedStarts[$i] -= $moved;
                $loose[$i] = 0;
            }
            if ($endMoved !== 0) {
                $playedEnds[$i] -= $endMoved;
            }
        }
        [$draft->start, $draft->length, $draft->playedStart, $draft->playedEnd, $draft->looseStart] = [$newStarts, $newLengths, $playedStarts, $playedEnds, $loose];
    }

    /**
     * A length becomes the nearest whole number of steps, at least one.
     *
     * @param  array<int, int>  $places
     */
    private function snapLengths(Notes $notes, Draft $draft, array $places, Parameters $parameters, Snap $snap): void
    {
        $played = $parameters->choice('from') === 'played';
        foreach ($places as $i) {
            $length = $notes->length[$i] + ($played ? $notes->playedEnd[$i] - $notes->playedStart[$i] : 0);
            $target = $snap->length(max(1, $length), $notes->start[$i]) ?? max(1, $length);
            if ($target !== $notes->length[$i]) {
                $draft->setTimes($i, $notes->start[$i], $target);
            }
        }
    }

    /** @param  array<int, int>  $places */
    private function summary(Notes $notes, Draft $draft, array $places, Grid $grid, Snap $snap, Context $context): string
    {
        $changed = 0;
        $largest = 0;
        $at = 0;
        [$oldStarts, $oldLengths, $newStarts, $newLengths] = [$notes->start, $notes->length, $draft->start, $draft->length];
        foreach ($places as $i) {
            $startMoved = $newStarts[$i] - $oldStarts[$i];
            $endMoved = $startMoved + $newLengths[$i] - $oldLengths[$i];
            if ($startMoved !== 0 || $endMoved !== 0) {
                $changed++;
                $moved = max($startMoved, -$startMoved, $endMoved, -$endMoved);
                if ($moved > $largest) {
                    $largest = $moved;
                    $at = $oldStarts[$i];
                }
            }
        }
        $swing = $grid->swing > 0 ? " swing {$grid->swing}" : '';
        $same = count($places) - $changed - $snap->outOfReach;
        if ($changed === 0 && $same === count($places)) {
            return count($places) === 1 ? "The note is on {$grid}{$swing} already." : "All {$same} notes are on {$grid}{$swing} already.";
        }

        return Wording::sentence([
            Wording::notes($changed).' quantized '.($snap->strength < 100 ? "{$snap->strength} % of the way " : '')."to {$grid}{$swing}",
            Wording::were($same, 'already there'),
            $snap->outOfReach > 0 ? "{$snap->outOfReach} left alone" : '',
            $changed > 0 ? 'largest move '.Wording::milliseconds($context->time->milliseconds($at, $largest)) : '',
        ]);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Timing;

use Jactonic\Core\Content\Chords;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Spans\ArrangesSpans;
use Jactonic\Core\Edits\Spans\SpanEdit;
use Jactonic\Core\Edits\Spans\Spans;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Saying\Wording;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\GridLines;

/**
 * Moves starts, ends or lengths toward the lines of a grid, and keeps the moment they were played.
 *
 * Because it measures from that moment unless told otherwise, quantizing twice is quantizing once, and a stronger or
 * weaker quantize after another one starts from the take again.
 */
final readonly class Quantize implements SpanEdit
{
    use ArrangesSpans;

    public function declaration(): Declaration
    {
        return new Declaration(
            'quantize',
            'Quantize',
            Group::Timing,
            'Moves notes toward the lines of the grid; the played moment is kept.',
            [
                Parameter::grid('grid', 'The lines to move to.'),
                Parameter::wholeNumber(
                    'swing', 'Delay of every second line: 100 is the triplet feel, 150 dotted.', min: 0,
                    max: Grid::MAX_SWING, absent: 'current',
                ),
                Parameter::wholeNumber(
                    'strength', 'How much of the way to go.', min: 0, max: 100, unit: '%', default: 100,
                ),
                Parameter::choice(
                    'what', 'Which edge moves; length makes it a whole number of steps.',
                    options: ['start', 'end', 'both', 'length'], default: 'start',
                ),
                Parameter::wholeNumber(
                    'reach', 'Only notes this near a line move, in % of half the gap between lines.', min: 0, max: 100,
                    unit: '%', default: 100,
                ),
                Parameter::amount('slack', 'Notes nearer to the line than this stay as they are.', default: '0tk'),
                Parameter::choice(
                    'from', 'Measure from the moment a note was played or from where it is now.',
                    options: ['played', 'now'], default: 'played',
                ),
                Parameter::choice(
                    'chords', 'Together moves a chord by the shift of its earliest note, so a strum keeps its shape.',
                    options: ['loose', 'together'], default: 'loose',
                ),
                Parameter::spread(),
            ],
            synonyms: ['snap', 'timing', 'tighten', 'correct timing', 'grid', 'straighten', 'swing'],
            uses: [
                'quantize strength=50' => 'Half way to the grid',
                'quantize chords=together' => 'Quantize, strums kept',
                'quantize what=both' => 'Quantize starts and ends',
                'quantize swing=60' => 'Quantize with swing',
                'quantize from=now' => 'Quantize from where they are',
            ],
            onClips: true,
            onPoints: true,
            bare: ['grid', 'strength'], wanted: 'strength',
        );
    }

    public function arrange(Spans $spans, Context $context, Parameters $parameters): Said
    {
        $grid = $context->grid($parameters);
        $lines = $context->time->gridLines($grid);
        $what = $parameters->choice('what');
        $together = $parameters->choice('chords') === 'together';
        $snap = new Snap(
            $lines, $parameters->int('strength'), $parameters->int('reach'),
            $parameters->amount('slack'), $context,
        );

        [$oldStarts, $oldLengths] = [$spans->start, $spans->length];
        $measured = $this->measured($spans, $parameters);
        if ($what === 'length') {
            $left = $this->snapLengths($spans, $parameters, $snap);
        } else {
            $chords = $together ? $this->chords($spans, $parameters, $context) : null;
            [$starts, $left] = $what === 'end'
                ? [[], null]
                : $this->targets($this->startsFrom($spans, $parameters), $chords, $snap);
            [$ends, $leftEnds] = $what === 'start'
                ? [null, null]
                : $this->targets($this->endsFrom($spans, $parameters), $chords, $snap);
            $this->place($spans, $starts, $ends, $lines);
            $left = array_intersect_key($left ?? $leftEnds ?? [], $leftEnds ?? $left ?? []);
        }

        $said = $this->said($spans, $oldStarts, $oldLengths, $left, $grid, $snap, $context);

        return $said->didNothing() ? $said : $said->with($measured);
    }

    /** From where it was measured, in words; empty where that makes no difference. */
    private function measured(Spans $spans, Parameters $parameters): string
    {
        $ofStarts = $parameters->choice('what') === 'start';
        foreach ($spans->places as $i) {
            if ($spans->playedStart[$i] !== 0 || (! $ofStarts && $spans->playedEnd[$i] !== 0)) {
                return $parameters->choice('from') === 'played'
                    ? 'measured from where they were played'
                    : 'measured from where they lay';
            }
        }

        return '';
    }

    /**
     * Where starts are measured from.
     *
     * @return array<int, int> ticks by place
     */
    private function startsFrom(Spans $spans, Parameters $parameters): array
    {
        [$starts, $playedStarts] = [$spans->start, $spans->playedStart];
        if ($parameters->choice('from') === 'now') {
            return array_intersect_key($starts, array_flip($spans->places));
        }
        $from = [];
        foreach ($spans->places as $i) {
            $from[$i] = $starts[$i] + $playedStarts[$i];
        }

        return $from;
    }

    /**
     * Where ends are measured from.
     *
     * @return array<int, int> ticks by place
     */
    private function endsFrom(Spans $spans, Parameters $parameters): array
    {
        $played = $parameters->choice('from') === 'played';
        $from = [];
        foreach ($spans->places as $i) {
            $end = $spans->end($i);
            $from[$i] = $played ? $end + $spans->playedEnd[$i] : $end;
        }

        return $from;
    }

    /** @return list<non-empty-list<int>> */
    private function chords(Spans $spans, Parameters $parameters, Context $context): array
    {
        $starts = $this->startsFrom($spans, $parameters);
        $ends = $this->endsFrom($spans, $parameters);
        $chords = [];
        foreach ($spans->byTrack($spans->places) as $part) {
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
     * @return array{array<int, int>, array<int, true>} ticks by place, and the places that are left out
     */
    private function targets(array $from, ?array $chords, Snap $snap): array
    {
        $targets = $left = [];
        if ($chords === null) {
            foreach ($from as $i => $tick) {
                $target = $snap->to($tick);
                $targets[$i] = $target ?? $tick;
                if ($target === null) {
                    $left[$i] = true;
                }
            }

            return [$targets, $left];
        }
        foreach ($chords as $chord) {
            $first = $from[$chord[0]];
            $target = $snap->to($first);
            foreach ($chord as $i) {
                $targets[$i] = $from[$i] + ($target ?? $first) - $first;
            }
            $left += $target === null ? array_fill_keys($chord, true) : [];
        }

        return [$targets, $left];
    }

    /**
     * @param  array<int, int>  $starts
     * @param  array<int, int>|null  $ends  null where lengths stay
     */
    private function place(Spans $spans, array $starts, ?array $ends, GridLines $lines): void
    {
        [$oldStarts, $oldLengths] = [$spans->start, $spans->length];
        // Written to plain variables: an array in a property is slower to write, and this runs once for each note.
        [$newStarts, $newLengths, $playedStarts, $playedEnds, $loose] = [
            $spans->start, $spans->length, $spans->playedStart, $spans->playedEnd, $spans->looseStart,
        ];
        foreach ($spans->places as $i) {
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
        [
            $spans->start, $spans->length, $spans->playedStart, $spans->playedEnd, $spans->looseStart,
        ] = [$newStarts, $newLengths, $playedStarts, $playedEnds, $loose];
    }

    /**
     * A length becomes the nearest whole number of steps, at least one.
     *
     * @return array<int, true> the places that are left out
     */
    private function snapLengths(Spans $spans, Parameters $parameters, Snap $snap): array
    {
        $left = [];
        $played = $parameters->choice('from') === 'played';
        foreach ($spans->places as $i) {
            $length = $spans->length[$i] + ($played ? $spans->playedEnd[$i] - $spans->playedStart[$i] : 0);
            $target = $snap->length(max(1, $length), $spans->start[$i]);
            if ($target === null) {
                $target = max(1, $length);
                $left[$i] = true;
            }
            $spans->playedEnd[$i] -= $target - $spans->length[$i];
            $spans->length[$i] = $target;
        }

        return $left;
    }

    /**
     * @param  array<int, int>  $oldStarts  by place
     * @param  array<int, int>  $oldLengths
     * @param  array<int, true>  $left  the places that slack or reach leave out
     */
    private function said(
        Spans $spans, array $oldStarts, array $oldLengths, array $left, Grid $grid, Snap $snap, Context $context,
    ): Said {
        $changed = $back = 0;
        [$largest, $milliseconds] = [0, 0.0];
        $isSteady = count($context->time->tempo->stretches) === 1;
        [$newStarts, $newLengths] = [$spans->start, $spans->length];
        foreach ($spans->places as $i) {
            $startMoved = $newStarts[$i] - $oldStarts[$i];
            $endMoved = $startMoved + $newLengths[$i] - $oldLengths[$i];
            if ($startMoved !== 0 || $endMoved !== 0) {
                // What is left out lies where it was played, and may come back there.
                isset($left[$i]) ? $back++ : $changed++;
                $moved = max($startMoved, -$startMoved, $endMoved, -$endMoved);
                // The largest move is the one that takes longest: where tempos differ each is looked at.
                if ($moved > $largest || ! $isSteady) {
                    $largest = max($largest, $moved);
                    $oldEnd = $oldStarts[$i] + $oldLengths[$i];
                    $milliseconds = max(
                        $milliseconds, $context->time->apart($oldStarts[$i], $newStarts[$i]),
                        $endMoved === $startMoved ? 0.0 : $context->time->apart($oldEnd, $oldEnd + $endMoved),
                    );
                }
            }
        }
        $swing = $grid->swing > 0 ? " swing {$grid->swing}" : '';
        $alone = count($left) - $back;
        $same = count($spans->places) - $changed - count($left);
        if ($changed === 0 && $same === count($spans->places)) {
            $beside = array_filter($spans->places, static fn (int $i): bool => $snap->isBeside($newStarts[$i]));
            if ($snap->strength < 100 && $beside !== []) {
                return Said::nothing(
                    "Nothing moved: {$snap->strength} % of the way to {$grid}{$swing} is less than a tick, or they "
                        .'went so far already.',
                );
            }

            return Said::nothing(
                ($same === 1 ? "The {$spans->noun->value} is" : "All {$spans->counted($same)} are")
                    ." on {$grid}{$swing} already.",
            );
        }

        return Said::of(
            $spans->counted($changed),
            'quantized '.($snap->strength < 100 ? "{$snap->strength} % of the way " : '')."to {$grid}{$swing}",
        )->with(
            Wording::were($same, 'already there'),
            $alone > 0 ? "{$alone} left alone" : '',
            $back > 0 ? "{$back} left out and put back as played" : '',
            $changed + $back === 0
                ? ''
                : 'largest move '.Wording::milliseconds($milliseconds),
        );
    }
}

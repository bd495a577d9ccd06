<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Timing;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\AddsUp;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Spans\ArrangesSpans;
use Jactonic\Core\Edits\Spans\SpanEdit;
use Jactonic\Core\Edits\Spans\Spans;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\HowFar;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\Amount;
use Jactonic\Core\Time\GridLines;

/** Moves notes, or one of their edges, by an amount of time. The played moment goes along: it is meant. */
final readonly class Nudge implements AddsUp, SpanEdit
{
    use ArrangesSpans;

    public function declaration(): Declaration
    {
        return new Declaration(
            'nudge',
            'Nudge',
            Group::Timing,
            'Moves notes, or one edge of them, earlier or later.',
            [
                Parameter::signedAmount('by', 'How far; with a minus it goes earlier.', default: 'grid'),
                Parameter::choice(
                    'edge',
                    'Move the whole note, one edge alone, or the border between two notes of a pitch that touch.',
                    options: ['note', 'start', 'end', 'border'], default: 'note',
                ),
            ],
            uses: [
                'nudge by=step' => 'Later by the nudge amount',
                'nudge by=-step' => 'Earlier by the nudge amount',
                'nudge by=1/2' => 'Later by a half note',
                'nudge edge=end by=10ms' => 'Longer by 10 ms',
                'nudge edge=end by=-10ms' => 'Shorter by 10 ms',
            ],
            onClips: true,
            onPoints: true,
            bare: ['by'],
        );
    }

    /** In one direction; the other way is another gesture, which begins where this one was stopped. */
    public function combined(array $first, array $second): ?array
    {
        $others = array_diff_key($first, ['by' => '']);
        if ($others !== array_diff_key($second, ['by' => '']) || ($others['edge'] ?? '') === 'border') {
            return null;
        }
        $by = Amount::parse($first['by'] ?? 'grid');
        // From line to line nothing is rounded.
        $sum = $by->gridSteps() === null ? $by->plus(Amount::parse($second['by'] ?? 'grid')) : null;

        return $sum === null ? null : ['by' => (string) $sum] + $others;
    }

    public function arrange(Spans $spans, Context $context, Parameters $parameters): Said
    {
        $by = $parameters->amount('by')->settled($context->time);
        $edge = $parameters->choice('edge');
        if ($edge === 'border') {
            return $this->borders($by, $spans, $context);
        }
        $places = $spans->places;
        [$starts, $lengths] = [$spans->start, $spans->length];
        // In a loop there is no end of the way: what leaves the round at one end comes in at the other.
        $round = $edge !== 'note' || $context->clips->rounds === [] ? [] : array_fill_keys(array_filter(
            $places, static fn (int $i): bool => $spans->roundOf($i)?->has($starts[$i]) === true,
        ), true);
        $isCut = $edge !== 'end' && count($round) < count($places);
        $moved = $this->move($by, $starts[$places[0]], $isCut, $context);
        $lines = $context->time->gridLines();
        $stopped = 0;
        [$newStarts, $newLengths] = [$starts, $lengths];
        foreach ($places as $i) {
            $start = $starts[$i];
            if ($edge === 'note') {
                $newStarts[$i] = isset($round[$i])
                    ? $spans->roundOf($i)?->wrapped($moved($start)) ?? $start
                    : max(0, $moved($start));
            } elseif ($edge === 'start') {
                $end = $start + $lengths[$i];
                $to = max(0, $moved($start));
                $stopped += $to < $end ? 0 : 1;
                $newStarts[$i] = $to < $end ? $to : self::lastLineIn($lines, $start, $end);
                $newLengths[$i] = $end - $newStarts[$i];
            } else {
                $end = $start + $lengths[$i];
                $to = $moved($end);
                $stopped += $to > $start ? 0 : 1;
                $newLengths[$i] = ($to > $start ? $to : self::firstLineIn($lines, $start, $end)) - $start;
            }
        }
        [$spans->start, $spans->length] = [$newStarts, $newLengths];

        return $this->said($spans, $starts, $lengths, $edge, $context)->with(
            $stopped > 0 ? "{$stopped} stopped so that something is left" : '',
        );
    }

    /** Where an end stops that would leave nothing: at the first line inside, or where it is. */
    private static function firstLineIn(GridLines $lines, int $start, int $end): int
    {
        return min($end, $lines->next($start));
    }

    /** Where a start stops that would leave nothing: at the last line inside, or where it is. */
    private static function lastLineIn(GridLines $lines, int $start, int $end): int
    {
        $lines->around($end - 1);

        return max($start, $lines->before);
    }

    /**
     * Moves each border between two selected notes of one pitch and track that touch, all by one distance; one that
     * cannot go the whole way stops on the last line that leaves something of both.
     */
    private function borders(Amount $by, Spans $spans, Context $context): Said
    {
        [$starts, $lengths] = [$spans->start, $spans->length];
        $lines = $context->time->gridLines();
        $open = $borders = [];
        foreach ($spans->places as $i) {
            $row = $spans->row($i);
            $before = $open["{$row} {$starts[$i]}"] ?? null;
            $open["{$row} ".($starts[$i] + $lengths[$i])] = $i;
            $borders = $before === null ? $borders : [...$borders, [$before, $i]];
        }
        [$count, $stopped, $farthest, $far] = [0, 0, 0, 0.0];
        // The one that goes first makes room for the one behind it.
        foreach ($by->isNegative() ? $borders : array_reverse($borders) as [$before, $behind]) {
            $start = $starts[$behind];
            [$from, $until] = [$spans->start[$before], $spans->end($behind)];
            $to = $this->move($by, $start, false, $context)($start);
            $border = match (true) {
                $to >= $until => self::lastLineIn($lines, $start, $until),
                $to <= $from => self::firstLineIn($lines, $from, $start),
                default => $to,
            };
            $this->setEdges($spans, $before, $from, $border);
            $this->setEdges($spans, $behind, $border, $until);
            $count += $border === $start ? 0 : 1;
            $stopped += $border === $to ? 0 : 1;
            $milliseconds = $context->time->apart($start, $border);
            if ($milliseconds > $far) {
                [$farthest, $far] = [$border - $start, $milliseconds];
            }
        }

        return match (true) {
            $borders === [] => Said::nothing(
                "Nothing moved: no two of the selected {$spans->noun->many()} touch in one row.",
            ),
            $count === 0 => Said::nothing(
                "Nothing moved: no line lies inside the {$spans->noun->many()}; a finer grid has more.",
            ),
            default => Said::of(
                $count === 1 ? "The border of {$spans->counted(2)}" : "{$count} borders", 'moved',
                HowFar::ticks($farthest, ($farthest <=> 0) * $far),
            )->with($stopped > 0 ? "{$stopped} stopped so that something is left" : ''),
        };
    }

    /**
     * Where an edge goes. By the grid it goes by lines; a move that would put the earliest one before 0 is cut to what
     * fits, for all alike.
     *
     * @return callable(int): int
     */
    private function move(Amount $by, int $first, bool $isCut, Context $context): callable
    {
        $steps = $by->gridSteps();
        $numbers = $steps === null ? null : $context->time->gridLines()->numbers();
        $moved = $numbers !== null
            ? static fn (int $tick): int => $numbers->moved($tick, $steps)
            : static fn (int $tick): int => $by->shift($tick, $context->time);
        if (! $isCut || $moved($first) >= 0) {
            return $moved;
        }
        if ($by->isClock()) {
            $seconds = -$context->time->tempo->secondsAt($first);

            return static fn (int $tick): int => $context->time->tempo->shift($tick, $seconds);
        }

        return static fn (int $tick): int => $tick - $first;
    }

    private function setEdges(Spans $spans, int $place, int $start, int $end): void
    {
        $spans->start[$place] = $start;
        $spans->length[$place] = $end - $start;
    }

    /**
     * @param  array<int, int>  $starts  where they were, by place
     * @param  array<int, int>  $lengths
     */
    private function said(Spans $spans, array $starts, array $lengths, string $edge, Context $context): Said
    {
        [$count, $far, $farthest, $isEven] = [0, -1.0, 0, true];
        $ofEnds = $edge === 'end';
        $last = null;
        foreach ($spans->places as $i) {
            $moved = $ofEnds ? $spans->length[$i] - $lengths[$i] : $spans->start[$i] - $starts[$i];
            if ($moved === 0) {
                continue;
            }
            $count++;
            $isEven = $isEven && ($last ?? $moved) === $moved;
            // Where all go alike the first one says how far; in a bar of another tempo that may last longer.
            if ($last !== $moved) {
                $from = $ofEnds ? $starts[$i] + $lengths[$i] : $starts[$i];
                $milliseconds = $context->time->apart($from, $from + $moved);
                [$far, $farthest] = $milliseconds > $far ? [$milliseconds, $moved] : [$far, $farthest];
            }
            $last = $moved;
        }
        $all = $spans->noun->many();
        if ($count === 0) {
            return Said::nothing(match (true) {
                $edge !== 'note' => "Nothing moved: no line lies inside the {$all}, or they are at the start of the "
                    .'song. A finer grid has more lines.',
                $spans->roundOf($spans->places[0]) !== null => "Nothing moved: the {$all} come to lie where they are, "
                    .'round and round in the loop.',
                default => "Nothing moved: the earliest {$spans->noun->value} is at the start of the song.",
            });
        }

        return Said::of(
            $edge === 'note' ? $spans->counted($count) : $spans->noun->partOf($edge, $count),
            $isEven ? 'moved' : 'moved, the farthest', HowFar::ticks($farthest, ($farthest <=> 0) * $far),
        );
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Clips\ChosenClips;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\InLoops;
use Jactonic\Core\Edits\Spans\ArrangesSpans;
use Jactonic\Core\Edits\Spans\SpanEdit;
use Jactonic\Core\Edits\Spans\Spans;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\Bounds;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\LineNumbers;
use Jactonic\Core\Time\Rounding;
use Jactonic\Core\Time\TickRange;

/**
 * Copies notes one span after the other and selects the copies.
 *
 * The span runs from line to line and every note goes on by lines, so copies never drift, never fall into the phrase
 * and stay on swung lines. A push up to a 64th before a line belongs to that line; a release as late is forgiven.
 */
final readonly class Repeat implements SpanEdit
{
    use ArrangesSpans;

    private const MOST_TIMES = 64;

    private const NONE = 'none';

    public function declaration(): Declaration
    {
        return new Declaration(
            'repeat',
            'Repeat',
            Group::Building,
            'Copies the selection right behind itself, on the grid, and selects the copies.',
            [
                Parameter::wholeNumber(
                    'times', 'How many copies.', min: 1, max: self::MOST_TIMES, unit: 'times', default: 1,
                ),
                Parameter::moment(
                    'until', 'Where the last copy ends instead, cut off there.', more: [self::NONE],
                    default: self::NONE,
                ),
                Parameter::amount('every', 'How far one copy lies behind the other.', absent: 'what is repeated'),
                Parameter::choice(
                    'span', 'What is repeated: the span of the notes, or the range with its silence.',
                    options: ['selection', 'range'], absent: 'range where there is one',
                ),
                Parameter::choice(
                    'round', 'Where copies may begin.', options: ['none', 'grid', 'bar'], default: 'grid',
                ),
            ],
            synonyms: ['loop', 'copy on', 'again', 'duplicate after', 'multiply'],
            uses: [
                'repeat times=3' => 'Four times in all',
                'repeat round=bar' => 'Repeat on the next bar',
                'repeat until=range-end' => 'Repeat to the end of the range',
                'repeat every=4bar' => 'Again four bars later',
            ],
            onClips: true,
            onPoints: true,
            inLoops: InLoops::Refuse,
            bare: ['times', 'until'],
            counts: 'times',
        );
    }

    public function arrange(Spans $spans, Context $context, Parameters $parameters): Said
    {
        $range = $this->range($context, $parameters);
        $places = $this->within($spans, $range);
        $lines = match ($parameters->choice('round')) {
            'grid' => $context->time->gridLines(),
            'bar' => $context->time->gridLines(Grid::parse('bar')),
            default => null,
        };
        $numbers = $lines?->numbers();
        [$place, $behind] = self::course($spans, $places, $range, $numbers, $parameters, $context);
        $until = $parameters->value('until') === self::NONE ? null : $context->moment($parameters, 'until');
        $times = $until === null
            ? $parameters->int('times')
            : self::timesUntil(
                $until, static fn (int $k): int => self::line($place($places[0], $k), $numbers, $context), $context,
            );
        $this->refuseTooMany($spans, count($places), $times);
        for ($k = 1; $k <= $times; $k++) {
            $spans->beginCopies();
            foreach ($places as $i) {
                $start = max(0, $place($i, $k));
                if ($until === null || self::line($start, $numbers, $context) < $until) {
                    $isCut = $until !== null && $start + $spans->length[$i] > $until;
                    $spans->copy(
                        $i, ['start' => $start] + ($isCut ? ['length' => $until - $start, 'playedEnd' => 0] : []),
                    );
                }
            }
        }

        $spans->range = $range === null ? null : self::lastRange($range, $behind($times), $until);

        $first = $spans->start[$places[0]];

        return Said::of($spans->counted(count($places)), 'repeated '.($times === 1 ? 'once' : "{$times} times"))
            ->with(
                'up to '.$context->time->position($until ?? $behind($times)),
                $lines === null ? '' : "on {$lines->grid}",
                $spans->noun === Noun::Clip
                    ? ChosenClips::drift($first, $place($places[0], 1) - $first, $context)
                    : '',
            );
    }

    /**
     * Where each note of each copy begins, and where a copy ends.
     *
     * @param  non-empty-array<int, int>  $places
     * @param  LineNumbers|null  $numbers  of the lines that copies begin on
     * @return array{callable(int, int): int, callable(int): int} by the place of the note and the number of the copy,
     *     from 1
     */
    private static function course(
        Spans $spans, array $places, ?TickRange $range, ?LineNumbers $numbers, Parameters $parameters, Context $context,
    ): array {
        $every = static fn (int $at): ?array => $parameters->has('every')
            ? $parameters->amount('every')->exactly($at, $context->time)
            : null;
        $byTicks = static function (int $to, int $dividend, int $divisor) use ($spans): array {
            $far = static fn (int $k): int => max($k, Rounding::quotient($k * $dividend, $divisor));

            return [
                static fn (int $i, int $k): int => $spans->start[$i] + $far($k),
                static fn (int $k): int => $to + $far($k),
            ];
        };
        [$from, $to] = $range === null ? self::span($spans, $places) : [$range->from, $range->to];
        if ($numbers === null || ($range !== null && ! self::areLines($numbers, $from, $to))) {
            // The edges are no lines, so every note keeps its distance from the edge in ticks.
            return $byTicks($to, ...$every($from) ?? [$to - $from, 1]);
        }
        $early = intdiv($context->time->ppq(), 16);
        $first = $range === null ? self::opened($numbers, $from, $early) : $numbers->nearest($from);
        $behind = $range === null
            ? max($first + 1, self::ended($numbers, $spans, $places, $to, $early))
            : $numbers->nearest($to);
        $start = $numbers->line($first);
        $exactly = $every($start);
        $far = $exactly === null ? null : max(1, Rounding::quotient(...$exactly));
        if ($far !== null && ! self::areLines($numbers, $start, $start + $far)) {
            return $byTicks($numbers->line($behind), ...$exactly);
        }
        $step = $far === null ? $behind - $first : $numbers->nearest($start + $far) - $first;

        return [
            static fn (int $i, int $k): int => $numbers->moved($spans->start[$i], $k * $step),
            static fn (int $k): int => $numbers->line($behind + $k * $step),
        ];
    }

    /** The range of the last copy, so that the next press goes on behind it. */
    private static function lastRange(TickRange $range, int $end, ?int $until): ?TickRange
    {
        $from = $end - ($range->to - $range->from);
        $to = min($end, $until ?? $end);

        return $from < $to && $to <= Bounds::LAST_TICK ? TickRange::of($from, $to) : null;
    }

    /**
     * How many copies begin before a tick.
     *
     * @param  callable(int): int  $start  of the first note of each copy
     *
     * @throws EditRefused where none does
     */
    private static function timesUntil(int $until, callable $start, Context $context): int
    {
        $times = 0;
        while ($start($times + 1) < $until && $times <= Draft::MOST_NOTES) {
            $times++;
        }

        return $times > 0
            ? $times
            : throw new EditRefused("Nothing repeated: no copy would begin before {$context->time->position($until)}.");
    }

    /** @throws EditRefused where the range is asked for and there is none */
    private function range(Context $context, Parameters $parameters): ?TickRange
    {
        return match (true) {
            ! $parameters->has('span') => $context->range,
            $parameters->choice('span') === 'range' => $context->needRange(
                'repeat span=range', ', or take span=selection',
            ),
            default => null,
        };
    }

    /**
     * @return non-empty-array<int, int> the chosen places that are repeated
     *
     * @throws EditRefused where none of them begins in the range
     */
    private function within(Spans $spans, ?TickRange $range): array
    {
        $within = $range === null ? $spans->places : array_values(array_filter(
            $spans->places,
            static fn (int $i): bool => $spans->start[$i] >= $range->from && $spans->start[$i] < $range->to,
        ));

        return $within !== []
            ? $within
            : throw new EditRefused(
                "Nothing repeated: no selected {$spans->noun->value} begins in the range. Take span=selection, or set "
                    .'the range anew.',
            );
    }

    /** @throws EditRefused saying how many times would fit */
    private function refuseTooMany(Spans $spans, int $count, int $times): void
    {
        $fit = intdiv($spans->room, $count);
        if ($times > $fit) {
            throw new EditRefused(
                "That would make more {$spans->noun->many()} than there may be. "
                    .($fit > 0 ? "times={$fit} would fit." : "Select fewer {$spans->noun->many()}."),
                ['possible' => $fit],
            );
        }
    }

    /**
     * @param  non-empty-array<int, int>  $places
     * @return array{int, int} from the first start to the last end
     */
    private static function span(Spans $spans, array $places): array
    {
        $end = 0;
        $from = PHP_INT_MAX;
        foreach ($places as $i) {
            $from = min($from, $spans->start[$i]);
            $end = max($end, $spans->end($i));
        }

        return [$from, $end];
    }

    /**
     * The number of the line a span begins at: the one at or before it; a push belongs to the line it comes before,
     * where that is nearer.
     */
    private static function opened(LineNumbers $numbers, int $from, int $early): int
    {
        $before = $numbers->before($from);
        $next = $numbers->line($before + 1);

        return $next - $from <= $early && $next - $from <= $from - $numbers->line($before) ? $before + 1 : $before;
    }

    /**
     * The number of the line a span ends at: the first one at or after it; a release past a line by no more than is
     * early, and by less than half the note, is forgiven.
     *
     * @param  non-empty-array<int, int>  $places
     */
    private static function ended(LineNumbers $numbers, Spans $spans, array $places, int $to, int $early): int
    {
        $before = $numbers->before($to);
        $late = $to - $numbers->line($before);
        $lengths = array_map(static fn (int $i): int => $to === $spans->end($i) ? $spans->length[$i] : 0, $places);

        return $late <= $early && 2 * $late < max($lengths) ? $before : $before + 1;
    }

    /** Where a start belongs: the line it is a push before, else where it is. */
    private static function line(int $start, ?LineNumbers $numbers, Context $context): int
    {
        if ($numbers === null) {
            return $start;
        }
        $numbers->nearest($start);

        return $numbers->at > $start && $numbers->at - $start <= intdiv($context->time->ppq(), 16)
            ? $numbers->at
            : $start;
    }

    private static function areLines(LineNumbers $numbers, int $from, int $to): bool
    {
        return $numbers->line($numbers->nearest($from)) === $from && $numbers->line($numbers->nearest($to)) === $to;
    }
}

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
use Jactonic\Core\Edits\FollowsOn;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\Amount;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\Rounding;
use Jactonic\Core\Time\TickRange;

/**
 * Shifts starts within the whole bars that the starts fill and wraps them round, as a pattern that begins elsewhere.
 *
 * A start up to a 64th note before a bar line belongs to the bar it opens, and stays that much before its new place.
 * How long notes ring counts for nothing, so as many presses as there are steps bring the pattern back.
 */
final readonly class Rotate implements Edit, FollowsOn
{
    /** So many lines are looked at for how near to each other they lie: more than any pattern has. */
    private const LOOKED_AT = 4096;

    public function declaration(): Declaration
    {
        return new Declaration(
            'rotate',
            'Rotate',
            Group::Timing,
            'Shifts starts within the bars of the selection; what leaves at one end comes in at the other.',
            [
                Parameter::signedAmount('by', 'How far; earlier with a minus.', default: 'grid'),
                Parameter::range(
                    'within',
                    'Within which bars; those that the starts fill where none is said, which its line then says.',
                ),
            ],
            synonyms: ['wrap', 'shift pattern', 'cycle', 'loop offset'],
            bare: ['by'],
        );
    }

    /**
     * It turns in the same bars, so that as many presses as there are steps bring the pattern back wherever it lies
     * meanwhile.
     */
    public function following(array $before, array $parameters): array
    {
        return isset($before['within']) ? $parameters + ['within' => $before['within']] : $parameters;
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $places = $selection->positions($notes);
        $meters = $context->time->meters;
        $early = intdiv($context->time->ppq(), 16);
        $starts = array_map(static fn (int $i): int => $notes->start[$i], $places);
        $said = $parameters->value('within');
        [$least, $most] = [min([PHP_INT_MAX, ...$starts]), max([0, ...$starts])];
        $from = $meters->barStart($meters->barAt($least + $early));
        // Before the start of the song there is no room for a push: there it lies at the other end of the bars.
        $to = $meters->nextBarLine($most + ($from === 0 ? 0 : $early));
        if ($said instanceof TickRange && $least >= $said->from - $early && $most < $said->to) {
            [$from, $to] = [$said->from, $said->to];
        }
        $turned = $this->turn($from, $to, $early, $context, $parameters);
        $draft = new Draft($notes);
        $moved = 0;
        foreach ($places as $i) {
            $start = $turned($notes->start[$i]);
            $draft->start[$i] = $start < 0 ? $start + $to : $start;
            $moved += $draft->start[$i] !== $notes->start[$i] ? 1 : 0;
        }
        $bars = $meters->barAt($to - 1) - $meters->barAt($from) + 1;

        return $draft
            ->change(
                $selection,
                $moved === 0
                    ? Said::nothing('Nothing moved: the pattern is turned by its whole length.')
                    : Said::did(
                        $moved,
                        Noun::Note,
                        'rotated '.self::said($parameters->amount('by'), $context).' within '.Noun::Bar->counted($bars),
                    ),
            )
            ->settling(['within' => "{$from}..{$to}"]);
    }

    /**
     * Where a start goes: by lines of the grid, or by an amount of time.
     *
     * @param  int  $early  how far before the bars a start may lie
     * @return callable(int): int
     */
    private function turn(int $from, int $to, int $early, Context $context, Parameters $parameters): callable
    {
        $by = $parameters->amount('by');
        $grid = $context->time->grid;
        $steps = $grid->bars > 1 ? null : $by->gridSteps();
        $length = $to - $from;
        if ($steps === null || $grid->bars === 1) {
            $early = min($early, $from);
            $numbers = $context->time->gridLines(Grid::parse('bar'))->numbers();
            // Bars are gone on by bars, which may differ in length; lines of several bars are no steps within fewer.
            $ticks = $steps === null ? $by->ticksAt($from, $context->time) : $numbers->moved($from, $steps) - $from;

            return static fn (int $start): int => $from - $early + self::modulo(
                $start - $from + $early + $ticks, $length,
            );
        }
        $numbers = $context->time->gridLines()->numbers();
        [$first, $behind] = [$numbers->nearest($from), max($numbers->nearest($to), $numbers->nearest($from) + 1)];
        $gap = static fn (int $number): int => ($number + 1 < $behind ? $numbers->line($number + 1) : $to)
            - $numbers->line($number);
        // Beside a line the feel is kept to the tick, between them the share of the way: so it comes back whatever lies
        // between.
        $looked = range($first, min($behind, $first + self::LOOKED_AT) - 1);
        $near = min($early, intdiv(min(array_map($gap, $looked)), 4));
        $there = static fn (int $number): int => $first + self::modulo($number - $first + $steps, $behind - $first);

        return static function (int $start) use ($numbers, $first, $behind, $near, $gap, $there): int {
            $number = min($behind - 1, $numbers->before($start));
            if ($number < $first) {
                return $numbers->line($there($first)) + $start - $numbers->line($first);
            }
            $late = $start - $numbers->line($number);
            $room = $gap($number);
            $next = $number + 1 < $behind ? $number + 1 : $first;

            return match (true) {
                $late <= $near => $numbers->line($there($number)) + $late,
                $room - $late <= $near => $numbers->line($there($next)) + $late - $room,
                default => $numbers->line($there($number)) + $near + Rounding::quotient(
                    ($late - $near) * ($gap($there($number)) - 2 * $near), $room - 2 * $near,
                ),
            };
        };
    }

    /** “2 steps of 1/16 later”, “10ms earlier”. */
    private static function said(Amount $by, Context $context): string
    {
        $steps = abs($by->gridSteps() ?? 0);
        $grid = $context->time->grid;
        $size = match (true) {
            $steps === 0 => ltrim((string) $by, '+-'),
            $grid->bars > 0 => Noun::Bar->counted($steps * $grid->bars),
            default => ($steps === 1 ? 'a step' : "{$steps} steps")." of {$grid}",
        };

        return $size.($by->isNegative() ? ' earlier' : ' later');
    }

    private static function modulo(int $value, int $of): int
    {
        $rest = $value % $of;

        return $rest < 0 ? $rest + $of : $rest;
    }
}

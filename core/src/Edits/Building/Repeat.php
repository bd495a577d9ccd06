<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Draft;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\GridLines;

/**
 * Copies a phrase behind itself, each copy on a grid line, so that repeats never drift.
 *
 * The phrase reaches from the line nearest to its first start to its end; each copy begins on the first line at or
 * after the end of the one before. With a range the silence in it belongs to the phrase.
 */
final readonly class Repeat implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('repeat', 'Repeat', Group::Building, 'Copies the selection behind itself, on the grid, and selects the copies.', [
            Parameter::wholeNumber('times', 1, 64, 'times', 1, 'How many copies.'),
            Parameter::choice('span', ['selection', 'range'], null, 'What is repeated: the span of the notes, or the range with its silence.', absent: 'range where there is one'),
            Parameter::choice('round', ['none', 'grid', 'bar'], 'grid', 'Where copies may begin.'),
        ], synonyms: ['loop', 'copy on', 'again', 'duplicate after', 'multiply'], uses: ['repeat times=3' => 'Four times in all', 'repeat round=bar' => 'Repeat on the next bar']);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $places = $selection->positions($notes);
        $range = match (true) {
            ! $parameters->has('span') => $context->range,
            $parameters->choice('span') === 'range' => $context->needRange('repeat span=range', ', or take span=selection'),
            default => null,
        };
        if ($range !== null) {
            $places = array_values(array_filter($places, static fn (int $i): bool => $notes->start[$i] >= $range->from && $notes->start[$i] < $range->to));
            if ($places === []) {
                throw new EditRefused('Nothing repeated: no selected note begins in the range. Take span=selection, or set the range anew.');
            }
        }
        $from = $range->from ?? $notes->start[$places[0]];
        $to = $range->to ?? max([0, ...array_map(static fn (int $i): int => $notes->start[$i] + $notes->length[$i], $places)]);
        $round = $parameters->choice('round');
        $lines = match ($round) {
            'grid' => $context->lines(),
            'bar' => $context->lines(Grid::parse('bar')),
            default => null,
        };
        $origin = $lines === null ? $from : min($lines->nearest($from), $to - 1);
        $span = $to - $origin;

        $draft = new Draft($notes);
        $copies = [];
        $next = $to;
        for ($k = 0, $times = $parameters->int('times'); $k < $times; $k++) {
            $begin = $lines === null ? $next : $this->lineFrom($lines, $next);
            $next = $begin + $span;
            foreach ($places as $i) {
                $start = max(0, $notes->start[$i] + $begin - $origin);
                if ($start + $notes->length[$i] > Notes::LAST_TICK) {
                    throw new EditRefused('That would go past the end of what a song can hold; repeat it fewer times.');
                }
                $copies[] = $draft->addLike($i, ['start' => $start]);
            }
        }

        return $draft->change(Selection::of($copies), Wording::notes(count($places)).' repeated '.($times === 1 ? 'once' : "{$times} times")
            .", up to {$context->meters->position($next)}".($round === 'none' || $lines === null ? '' : ", on {$lines->grid}"));
    }

    private function lineFrom(GridLines $lines, int $tick): int
    {
        $lines->around($tick);

        return $lines->before === $tick ? $tick : $lines->after;
    }
}

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
use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Time\Amount;

/** Moves notes, or one of their edges, by an amount of time. The played moment goes along: it is meant. */
final readonly class Nudge implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('nudge', 'Nudge', Group::Timing, 'Moves notes, or one edge of them, earlier or later.', [
            Parameter::signedAmount('by', 'grid', 'How far; with a minus it goes earlier.'),
            Parameter::choice('edge', ['note', 'start', 'end', 'border'], 'note', 'Move the whole note, one edge alone, or the border between two notes of a pitch that touch.'),
        ], uses: ['nudge by=step' => 'Later by the nudge amount', 'nudge by=-step' => 'Earlier by the nudge amount'], onClips: true, onPoints: true);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $by = $parameters->amount('by')->settled($context->time);
        $edge = $parameters->choice('edge');
        $places = $selection->positions($notes);
        if ($edge === 'border') {
            return $this->borders($by, $notes, $selection, $context);
        }
        $draft = new Draft($notes);
        // In a loop there is no end of the way: what leaves the round at one end comes in at the other.
        $goesRound = static fn (int $i): bool => ($context->clips->rounds[$notes->clip[$i]] ?? null)?->has($notes->start[$i]) === true;
        $isCut = $edge !== 'end' && ! ($edge === 'note' && array_filter($places, $goesRound) === $places);
        $moved = $this->move($by, $notes->start[$places[0]], $isCut, $context);
        foreach ($places as $i) {
            $start = $notes->start[$i];
            $end = $start + $notes->length[$i];
            match ($edge) {
                'note' => $draft->start[$i] = $goesRound($i) ? $moved($start) : max(0, $moved($start)),
                'start' => $this->setEdges($draft, $i, min(max(0, $moved($start)), $end - 1), $end),
                default => $this->setEdges($draft, $i, $start, max($start + 1, $moved($end))),
            };
        }

        return $draft->change($selection, $this->summary($notes, $draft, $places, $edge, $context));
    }

    /** Moves each border between two selected notes of one pitch and track that touch; both keep a tick at least. */
    private function borders(Amount $by, Notes $notes, Selection $selection, Context $context): Change
    {
        $draft = new Draft($notes);
        $open = [];
        $count = 0;
        $last = 0;
        foreach ($selection->positions($notes) as $i) {
            $row = $context->clips->trackOf($notes->clip[$i]).' '.$notes->channel[$i].' '.$notes->pitch[$i];
            $start = $notes->start[$i];
            $before = $open["{$row} {$start}"] ?? null;
            $open["{$row} ".($start + $notes->length[$i])] = $i;
            if ($before === null) {
                continue;
            }
            $moved = $this->move($by, $start, false, $context)($start);
            $border = max($draft->start[$before] + 1, min($start + $notes->length[$i] - 1, $moved));
            $this->setEdges($draft, $before, $draft->start[$before], $border);
            $this->setEdges($draft, $i, $border, $start + $notes->length[$i]);
            $count++;
            $last = $border - $start;
        }

        return $draft->change($selection, match (true) {
            $count === 0 => 'Nothing moved: no two of the selected notes touch in one row.',
            $last === 0 => 'Nothing moved: the notes are as short as can be.',
            default => ($count === 1 ? 'The border of 2 notes' : "{$count} borders").' moved '.abs($last).' ticks '.($last > 0 ? 'later' : 'earlier'),
        });
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

    private function setEdges(Draft $draft, int $place, int $start, int $end): void
    {
        $draft->start[$place] = $start;
        $draft->length[$place] = $end - $start;
    }

    /** @param  array<int, int>  $places */
    private function summary(Notes $notes, Draft $draft, array $places, string $edge, Context $context): string
    {
        $i = $places[0];
        foreach ($places as $place) {
            if ($draft->start[$place] !== $notes->start[$place] || $draft->length[$place] !== $notes->length[$place]) {
                $i = $place;
                break;
            }
        }
        $moved = $edge === 'end' ? $draft->length[$i] - $notes->length[$i] : $draft->start[$i] - $notes->start[$i];
        if ($moved === 0) {
            return $edge === 'note'
                ? 'Nothing moved: the earliest note is at the start of the song.'
                : 'Nothing moved: the notes are as short as can be, or at the start of the song.';
        }
        $subject = match ($edge) {
            'note' => Wording::notes(count($places)),
            'start' => count($places) === 1 ? 'The start of 1 note' : 'The starts of '.count($places).' notes',
            default => count($places) === 1 ? 'The end of 1 note' : 'The ends of '.count($places).' notes',
        };
        $direction = $moved > 0 ? 'later' : 'earlier';
        $ticks = abs($moved);

        return "{$subject} moved {$ticks} ticks ({$this->clock($context, $notes->start[$i], $ticks)}) {$direction}";
    }

    private function clock(Context $context, int $tick, int $ticks): string
    {
        return Wording::milliseconds($context->time->milliseconds($tick, $ticks));
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
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
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\GridLines;

/**
 * Cuts notes at the grid lines inside them or into a number of parts, for rolls and repeated notes.
 *
 * Steps of another grid become those of this one: where two that touch in one row, neither longer than a step, meet
 * beside the lines, they are one before it cuts.
 */
final readonly class Steps implements Edit
{
    /** At a curve of 100 the last part is this many times shorter than the first. */
    private const STEEPEST = 8;

    public function declaration(): Declaration
    {
        return new Declaration(
            'steps',
            'Cut into steps',
            Group::Building,
            'Cuts notes at every grid line inside them, or into equal parts; joins shorter steps that touch.',
            [
                Parameter::grid('grid', 'Where to cut.', absent: 'the current grid'),
                Parameter::wholeNumber('parts', 'Into how many parts to cut instead.', min: 2, max: 64, unit: 'parts'),
                Parameter::curve('curve', 'Of parts: above 0 they get shorter toward the end, below 0 longer.'),
                Parameter::wholeNumber(
                    'ramp', 'The velocity of the last part, as a share of the first.', min: 0, max: 400, unit: '%',
                    default: 100,
                ),
            ],
            oneOf: ['grid', 'parts'],
            synonyms: ['roll', 'ratchet', 'retrigger', 'chop', 'slice', 'repeat notes', 'drum roll'],
            uses: [
                'steps parts=4' => 'Four parts',
                'steps parts=16 curve=60 ramp=40' => 'Roll that speeds up and fades',
            ],
            inLoops: InLoops::LeaveOut,
            bare: ['parts', 'grid'],
            counts: 'parts',
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $lines = $parameters->has('parts') ? null : $context->time->gridLines($context->grid($parameters));
        $shares = $lines === null ? self::shares($parameters->int('parts'), $parameters->int('curve')) : [];
        $ramp = $parameters->int('ramp');
        $draft = new Draft($notes);
        $added = [];
        $cut = 0;
        $joined = $lines === null ? 0 : $this->join($lines, $notes, $draft, $selection, $context);
        foreach ($selection->positions($notes) as $i) {
            if ($draft->isRemoved($i)) {
                continue;
            }
            $start = $notes->start[$i];
            $end = $start + $draft->length[$i];
            $edges = $lines === null ? self::edges($shares, $start, $end) : self::linesInside($lines, $start, $end);
            $last = count($edges);
            if ($last === 0) {
                continue;
            }
            $cut++;
            $playedEnd = $draft->playedEnd[$i];
            $draft->length[$i] = $edges[0] - $start;
            $draft->playedEnd[$i] = 0;
            foreach ($edges as $k => $edge) {
                $added[] = $draft->addPiece($i, [
                    'start' => $edge,
                    'length' => ($edges[$k + 1] ?? $end) - $edge,
                    'velocity' => Ramped::velocity($notes->velocity[$i], $k + 1, $last, $ramp),
                    'playedStart' => 0,
                    'playedEnd' => $k === $last - 1 ? $playedEnd : 0,
                ]);
            }
        }
        $pieces = count($added) + $cut;

        return $draft->change(Selection::of([...$selection->ids, ...$added]), match (true) {
            $cut + $joined > 0 => Said::each(Noun::Note, [
                [$cut, "cut into {$pieces} steps"], [$joined, 'joined to those before on '.($lines->grid ?? '')],
            ]),
            default => Said::nothing(
                'Nothing cut: '.($lines === null ? 'the notes are a tick long.' : "no line of {$lines->grid} lies "
                    .'inside a selected note. A finer grid cuts more.'),
            ),
        });
    }

    /** Makes one of selected notes of a row that meet beside the lines; tells how many went into others. */
    private function join(
        GridLines $lines, Notes $notes, Draft $draft, Selection $selection, Context $context,
    ): int {
        $joined = 0;
        foreach ($context->clips->byTrack($selection->positions($notes), $notes->clip) as $part) {
            $rows = [];
            foreach ($part as $i) {
                $row = "{$notes->pitch[$i]} {$notes->channel[$i]} {$notes->muted[$i]} {$notes->clip[$i]}";
                $end = $notes->start[$i] + $notes->length[$i];
                [$first, $until, $before] = $rows[$row] ?? [$i, -1, 0];
                if ($until === $notes->start[$i] && self::meetBeside($lines, $until, $before, $notes->length[$i])) {
                    $draft->length[$first] = $end - $notes->start[$first];
                    $draft->playedEnd[$first] = $notes->playedEnd[$i];
                    $draft->remove($i);
                    $joined++;
                } else {
                    $first = $i;
                }
                $rows[$row] = [$first, $end, $notes->length[$i]];
            }
        }

        return $joined;
    }

    /** Whether two notes meet beside the lines, neither of them longer than the step there. */
    private static function meetBeside(GridLines $lines, int $tick, int $before, int $after): bool
    {
        $lines->around($tick);

        return $lines->before !== $tick && max($before, $after) <= $lines->after - $lines->before;
    }

    /**
     * Where the parts end, as shares of the whole: lengths in geometric progression.
     *
     * @return list<float> ascending, without 0 and 1
     */
    private static function shares(int $parts, int $curve): array
    {
        $quotient = (1 / self::STEEPEST) ** ($curve / 100 / ($parts - 1));
        $ends = [];
        $end = 0.0;
        for ($k = 0; $k < $parts; $k++) {
            $ends[] = $end += $quotient ** $k;
        }

        return array_map(static fn (float $share): float => $share / $end, array_slice($ends, 0, -1));
    }

    /**
     * @param  list<float>  $shares
     * @return list<int> ticks inside the note, no part shorter than a tick
     */
    private static function edges(array $shares, int $start, int $end): array
    {
        $edges = [];
        $before = $start;
        foreach ($shares as $share) {
            $edge = max($before + 1, $start + (int) round($share * ($end - $start)));
            if ($edge >= $end) {
                break;
            }
            $edges[] = $before = $edge;
        }

        return $edges;
    }

    /**
     * @return list<int>
     *
     * @throws EditRefused where there are more of them than there may be notes
     */
    private static function linesInside(GridLines $lines, int $start, int $end): array
    {
        // Far too many need not be found one by one; the lines of a bar may be a little fewer than its length would
        // have.
        if ($lines->estimate($start, $end) > 2 * Draft::MOST_NOTES) {
            throw Draft::tooMany();
        }
        $inside = [];
        for ($line = $lines->next($start); $line < $end; $line = $lines->next($line)) {
            $inside[] = $line;
            if (count($inside) > Draft::MOST_NOTES) {
                throw Draft::tooMany();
            }
        }

        return $inside;
    }
}

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
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/** Cuts the selected notes that sound at a place. */
final readonly class Split implements Edit
{
    private const ENDS = 'range';

    public function declaration(): Declaration
    {
        return new Declaration(
            'split',
            'Split',
            Group::Building,
            'Cuts notes at the caret, the pointer, the playhead, a tick, or both ends of the range.',
            [
                Parameter::moment(
                    'at', 'Where to cut; at the pointer on the nearest line of the grid, at range at both its ends.',
                    more: [self::ENDS],
                ),
                Parameter::choice(
                    'keep', 'Longer drops the smaller piece.', options: ['both', 'longer'], default: 'both',
                ),
            ],
            synonyms: ['cut in two', 'slice', 'scissors', 'divide', 'razor'],
            uses: [
                'split at=playhead' => 'Split at the playhead', 'split at=range' => 'Split at the ends of the range',
            ],
            inLoops: InLoops::LeaveOut,
            bare: ['at'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $ticks = $this->ticks($context, $parameters);
        $both = $parameters->choice('keep') === 'both';
        $draft = new Draft($notes);
        $added = [];
        $cut = 0;
        foreach ($selection->positions($notes) as $i) {
            $start = $notes->start[$i];
            $end = $start + $notes->length[$i];
            $edges = array_values(array_filter($ticks, static fn (int $at): bool => $at > $start && $at < $end));
            if ($edges === []) {
                continue;
            }
            $cut++;
            $pieces = array_map(
                static fn (int $from, int $to): array => [$from, $to], [$start, ...$edges], [...$edges, $end],
            );
            if (! $both) {
                usort($pieces, static fn (array $a, array $b): int => $b[1] - $b[0] <=> $a[1] - $a[0]);
                $pieces = [$pieces[0]];
            }
            foreach ($pieces as $k => [$from, $to]) {
                if ($k > 0) {
                    $added[] = $draft->addPiece($i, [
                        'start' => $from, 'length' => $to - $from, 'playedStart' => 0,
                        'playedEnd' => $to === $end ? $notes->playedEnd[$i] : 0,
                    ]);

                    continue;
                }
                $draft->start[$i] = $from;
                $draft->length[$i] = $to - $from;
                $draft->playedStart[$i] = $from === $start ? $notes->playedStart[$i] : 0;
                $draft->playedEnd[$i] = $to === $end ? $notes->playedEnd[$i] : 0;
            }
        }
        $there = implode(' and ', array_map(
            static fn (int $at): string => (string) $context->time->position($at), $ticks,
        ));

        return $draft->change(Selection::of([...$selection->ids, ...$added]), $cut === 0
            ? Said::nothing("Nothing split: no selected note sounds across {$there}.")
            : Said::did($cut, Noun::Note, "split at {$there}")->with($both ? '' : 'the longer piece stays'));
    }

    /** @return non-empty-list<int> where it is cut, in order */
    private function ticks(Context $context, Parameters $parameters): array
    {
        if ($parameters->value('at') === self::ENDS) {
            $range = $context->needRange('split at=range');

            return [$range->from, $range->to];
        }

        return [$parameters->value('at') === 'pointer'
            ? $context->needPointer('split at=pointer')->line($context->time)
            : $context->moment($parameters, 'at')];
    }
}

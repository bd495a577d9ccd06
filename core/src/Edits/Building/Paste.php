<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\HeldValues;
use Jactonic\Core\Content\Lane;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\PointDraft;
use Jactonic\Core\Content\PointKind;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Doubles;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\InLoops;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/** Puts the notes of the clipboard in and selects them. */
final readonly class Paste implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'paste',
            'Paste',
            Group::Building,
            'Puts the notes of the clipboard in at the caret, or at the same place in the song.',
            [
                Parameter::moment('at', 'Where they begin; same is the place they were taken from.', more: ['same']),
                Parameter::optionalLane(
                    'lane',
                    'The lane points of one lane are put into; notes stay notes.',
                    'the one they were taken from',
                ),
            ],
            isHeard: true,
            subject: Subject::Anywhere,
            synonyms: ['clipboard', 'put in'],
            uses: ['paste at=same' => 'Paste at the same place'],
            usesClipboard: true,
            putsIn: true,
            onPoints: true,
            inLoops: InLoops::Refuse,
            bare: ['at'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $phrase = $context->clipboard?->at($context->time->ppq()) ?? throw new EditRefused(
            'Nothing was copied yet; copy or cut notes first.',
        );
        $at = $parameters->word('at') === 'same' ? $phrase->start() : $context->moment($parameters, 'at');
        $by = $at - $phrase->start();
        $draft = new Draft($notes);
        $groups = [0 => 0];
        $pasted = [];
        foreach ($phrase->notes->start as $i => $start) {
            $group = $groups[$phrase->notes->group[$i]] ??= $draft->newGroup();
            $pasted[] = $draft->addLike(
                $i,
                [
                    'start' => $start + $by, 'channel' => $context->clips->channel, 'group' => $group,
                    'clip' => $context->clips->front,
                ],
                $phrase->notes,
            );
        }

        $change = $draft->change(Selection::none());
        $points = new PointDraft($context->points, $change->notes->added->nextId);
        $lane = $pasted === [] && $phrase->hasOneLane() && $parameters->has('lane')
            && ! $parameters->lane()->isOfNotes()
            ? $parameters->lane()
            : null;
        $ids = [0 => 0] + array_combine($phrase->notes->id, $pasted);
        $inLanes = [];
        foreach ($phrase->points?->rows() ?? [] as $point) {
            $note = $ids[$point['note']] ?? 0;
            $id = $points->add(
                ['note' => $note] + ($note === 0 ? [] : ['clip' => $context->clips->front]) + $this->inLane(
                    $point, $lane, $context, $point['start'] + $by,
                ),
            );
            if ($point['note'] === 0) {
                $inLanes[] = $id;
            }
        }
        $said = [
            ...($pasted !== [] || $inLanes === [] ? [Noun::Note->counted(count($pasted))] : []),
            ...($inLanes === [] ? [] : [Noun::Point->counted(count($inLanes))]),
        ];

        $this->endRange($phrase, $points, $lane, $context, $by);

        return $change->withPoints($points->change(), Selection::of([...$pasted, ...$inLanes]))->saying(
            Said::of(
                implode(' and ', $said), "pasted at {$context->time->position($at)}",
            )->with(Doubles::saidOf($notes, $change->notes->added, $context)),
        );
    }

    /** What was taken from a range sounds as long as that: behind it holds in each lane what held there before. */
    private function endRange(Phrase $phrase, PointDraft $draft, ?Lane $lane, Context $context, int $by): void
    {
        if ($phrase->span === null) {
            return;
        }
        [$from, $end] = [$phrase->span->from + $by, $phrase->span->to + $by];
        $points = $context->points;
        $last = [];
        foreach ($phrase->points?->rows() ?? [] as $point) {
            if ($point['note'] === 0) {
                $place = $this->inLane($point, $lane, $context, $point['start'] + $by);
                $last["{$place['kind']} {$place['number']}"] = $place;
            }
        }
        foreach ($last as $place) {
            $in = Lane::ofPoints(PointKind::from($place['kind']), $place['number']);
            $clip = $context->clips->at($end);
            $places = array_values(array_filter(
                $in->placesIn($points),
                static fn (int $i): bool => $points->clip[$i] === $clip && $points->channel[$i] === $place['channel'],
            ));
            $held = (new HeldValues($points, $places, $in->rest()))->at($end);
            if (
                $held !== $place['value']
                && array_filter($places, static fn (int $i): bool => $points->start[$i] === $end) === []
            ) {
                $draft->add(['start' => $end, 'value' => $held, 'clip' => $clip] + $place);
            }
            // What lies under it gives way: it would be heard between the values that were pasted.
            foreach ($places as $i) {
                if ($points->start[$i] >= $from && $points->start[$i] < $end) {
                    $draft->remove($i);
                }
            }
        }
    }

    /**
     * @param  array<string, int>  $point
     * @return array<string, int>
     */
    private function inLane(array $point, ?Lane $lane, Context $context, int $tick): array
    {
        $place = [
            'start' => $tick, 'channel' => $context->clips->channel, 'clip' => $context->clips->at($tick),
            'rank' => Points::LAST_RANK,
        ];
        if ($lane?->kind !== null) {
            $place += [
                'kind' => $lane->kind->value, 'number' => $lane->number, 'value' => $lane->within($point['value']),
            ];
        }

        return $place + $point;
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\NoteCurves;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Lanes\RangePoints;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Time\TickRange;

/** What `cut` and `copy` take: the selected notes and points, or what of them lies in the range. */
final readonly class Taking
{
    /**
     * @param  array<int, int>  $places  of the notes taken, in whole or in part
     * @param  list<int>  $points  the places of the points taken where no range is
     * @param  RangePoints|null  $inRange  those in the range, where they go along
     * @param  string  $where  for the summary
     */
    private function __construct(
        public Phrase $phrase,
        public array $places,
        public string $where,
        public array $points = [],
        public ?RangePoints $inRange = null,
    ) {
    }

    public static function parameter(): Parameter
    {
        return Parameter::onOff(
            'range', 'On takes only what lies in the range, with its silence; of all notes where none is selected.',
            default: false,
        );
    }

    /** @throws EditRefused where there is nothing to take */
    public static function of(Notes $notes, Selection $selection, Context $context, Parameters $parameters): self
    {
        $places = $selection->positions($notes);
        if (! $parameters->isOn('range')) {
            $points = array_values($selection->positions($context->points));
            $taken = self::along(
                $context->points, $points, array_map(static fn (int $i): int => $notes->id[$i], $places),
            );

            $heard = $context->clips->sounding($notes->at($places));
            $along = $context->points->at($taken);

            return new self(
                new Phrase($heard, $context->time->ppq(), points: NoteCurves::within($heard, $along)->applyTo($along)),
                $places, '', $points,
            );
        }
        $range = $context->needRange('Taking the range');
        $places = array_values(array_filter(
            $places === [] ? array_keys($notes->id) : $places,
            static fn (int $i): bool => $notes->start[$i] < $range->to
                && $range->from < $notes->start[$i] + $notes->length[$i],
        ));
        $clips = $selection->positions($notes) === []
            ? null
            : array_fill_keys(array_map(static fn (int $i): int => $notes->clip[$i], $places), true);
        $inRange = $context->takesPoints ? RangePoints::ofLanes($context->points, $range, $clips) : null;
        $curves = $context->points->at(self::along(
            $context->points, [], array_map(static fn (int $i): int => $notes->id[$i], $places),
        ));
        $points = (new ClipContent(Notes::none(), $inRange?->taken() ?? Points::none()))
            ->and(new ClipContent(Notes::none(), $curves))->points;
        if ($places === [] && $points->id === []) {
            throw new EditRefused('Nothing taken: no note sounds in the range.');
        }
        $taken = $context->clips->sounding($notes->at($places))->cutTo(static fn (): TickRange => $range);
        $points = NoteCurves::within($taken, $points)->applyTo($points);

        return new self(
            new Phrase($taken, $context->time->ppq(), $range, points: $points), $places, ' from the range',
            inRange: $inRange,
        );
    }

    /**
     * The places of some points and of the curves within some notes.
     *
     * @param  list<int>  $places
     * @param  array<int, int>  $notes  ids
     * @return list<int> in order of time
     */
    private static function along(Points $points, array $places, array $notes): array
    {
        $taken = array_fill_keys($notes, true);
        $curves = array_keys(array_filter(
            $points->note, static fn (int $note): bool => $note !== 0 && isset($taken[$note]),
        ));
        $all = array_unique([...$places, ...$curves]);
        sort($all);

        return $all;
    }

    /** “12 notes and 3 points” */
    public function counted(): string
    {
        $points = count(array_keys($this->phrase->points->note ?? [], 0, true));
        $notes = $this->phrase->notes->count();

        return implode(
            ' and ',
            [
                ...($notes > 0 || $points === 0 ? [Noun::Note->counted($notes)] : []),
                ...($points > 0 ? [Noun::Point->counted($points)] : []),
            ],
        );
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Spans;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\PointDraft;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Content\TableChange;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/**
 * Points of lanes as spans in time: each lasts to the next chosen one of its lane, the last a 32nd. Each is a track of
 * its own, so that no two are a chord.
 *
 * @implements Spanning<Change>
 */
final readonly class PointsInTime implements Spanning
{
    /**
     * @param  non-empty-list<int>  $places  of the chosen points
     * @param  int  $nextId  for what is put in
     */
    public function __construct(
        private Points $points,
        private array $places,
        private Selection $selection,
        private Context $context,
        private int $nextId,
    ) {
    }

    /**
     * The places of the selected points; a curve whose note is selected too goes along with that.
     *
     * @return list<int>
     */
    public static function chosen(Selection $selection, Points $points): array
    {
        if ($points->id === []) {
            return [];
        }
        $selected = array_fill_keys($selection->ids, true);

        return array_values(array_filter(
            $selection->positions($points),
            static fn (int $i): bool => $points->note[$i] === 0 || ! isset($selected[$points->note[$i]]),
        ));
    }

    public function spans(): Spans
    {
        $none = array_fill_keys($this->places, 0);

        return new Spans(
            Noun::Point, $this->places,
            array_intersect_key($this->points->start, $none), $this->lengths(), $none, $none, $none, $none, $none,
            max(0, PointDraft::MOST_POINTS - $this->points->count()), 0,
            static fn (array $places): array => array_map(static fn (int $i): array => [$i], array_values($places)),
            static fn (int $i): string => "point {$i}",
            static fn (): null => null,
        );
    }

    public function changed(Spans $spans, Said $said): Change
    {
        [$change, $after] = $this->written($spans, $this->nextId);

        return Change::nothing($after, $said)->withPoints($change)->movingRange($spans->range);
    }

    /**
     * @return array{TableChange<Points>, Selection} the change, and what is selected then
     */
    public function written(Spans $spans, int $nextId): array
    {
        $draft = new PointDraft($this->points, $nextId);
        $starts = $draft->start;
        foreach ($this->places as $i) {
            $starts[$i] = $spans->start[$i];
        }
        $draft->start = $starts;
        foreach ($spans->removed as $i => $_) {
            $draft->remove($i);
        }
        $copies = [];
        foreach ($spans->copies as $round) {
            foreach ($round as [$i, $values]) {
                $copies[] = $draft->addLike($i, array_intersect_key($values, ['start' => 0]));
            }
        }
        $change = $draft->change();

        return [
            $change, Selection::of(array_diff($copies === [] ? $this->selection->ids : $copies, $change->removed->id)),
        ];
    }

    /** @return array<int, int> ticks by place */
    private function lengths(): array
    {
        $points = $this->points;
        $last = intdiv($this->context->time->ppq(), 8);
        $next = $lengths = [];
        foreach (array_reverse($this->places) as $i) {
            $course = $points->courseOf($i);
            $lengths[$i] = max(1, isset($next[$course]) ? $next[$course] - $points->start[$i] : $last);
            $next[$course] = $points->start[$i];
        }

        return $lengths;
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Lanes;

use Closure;
use Jactonic\Core\Content\PointDraft;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Time\TickRange;

/**
 * What becomes of the points of lanes where a range is copied, cut out, opened or closed. What lies outside of the
 * range sounds as before: the value that held at its end is kept there.
 */
final readonly class RangePoints
{
    /** @param  Closure(int): bool  $goesAlong  by the place of a point */
    private function __construct(
        private Points $points,
        private TickRange $range,
        private Closure $goesAlong,
    ) {
    }

    /** @param  array<int, true>|null  $clips  the clips whose points go along; null for all */
    public static function ofLanes(Points $points, TickRange $range, ?array $clips = null): self
    {
        return new self(
            $points, $range,
            static fn (int $i): bool => $points->note[$i] === 0
                && ($clips === null || isset($clips[$points->clip[$i]])),
        );
    }

    /** @param  array<int, true>  $notes  the notes, by id, that the range was taken out of */
    public static function ofCurves(Points $points, TickRange $range, array $notes): self
    {
        return new self($points, $range, static fn (int $i): bool => isset($notes[$points->note[$i]]));
    }

    /** Those in the range, with what held at its start. */
    public function taken(): Points
    {
        $held = $this->held($this->range->from);
        $inside = $this->inside();
        $starts = [];
        foreach ($inside as $i) {
            $starts[$i] = $this->points->start[$i];
            if ($starts[$i] === $this->range->from) {
                unset($held[$this->points->courseOf($i)]);
            }
        }
        foreach ($held as $i) {
            $starts[$i] = $this->range->from;
        }
        ksort($starts);
        $columns = $this->points->at(array_keys($starts))->columns();

        return Points::of(['start' => array_values($starts)] + $columns);
    }

    /** Takes those in the range out. */
    public function cut(PointDraft $draft): void
    {
        $after = $this->held($this->range->to);
        $before = $this->held($this->range->from);
        foreach ($this->inside() as $i) {
            $draft->remove($i);
        }
        foreach ($after as $lane => $i) {
            $isInside = $this->points->start[$i] >= $this->range->from;
            $isSame = isset($before[$lane]) && $this->points->value[$before[$lane]] === $this->points->value[$i];
            if ($isInside && ! $isSame && ! $this->hasAt($i, $this->range->to)) {
                $draft->addLike($i, ['start' => $this->range->to]);
            }
        }
    }

    /** Takes the range out and moves what lies behind it up. */
    public function close(PointDraft $draft): void
    {
        $room = $this->range->to - $this->range->from;
        $last = $this->held($this->range->to);
        foreach ($this->inside() as $i) {
            if (($last[$this->points->courseOf($i)] ?? null) === $i && ! $this->hasAt($i, $this->range->to)) {
                $draft->start[$i] = $this->range->from;
            } else {
                $draft->remove($i);
            }
        }
        foreach ($this->points->start as $i => $start) {
            if ($start >= $this->range->to && $this->goesAlong($i)) {
                $draft->start[$i] = $start - $room;
            }
        }
    }

    /** Moves what lies from the start of the range on back by its length. */
    public function open(PointDraft $draft): void
    {
        foreach ($this->points->start as $i => $start) {
            if ($start >= $this->range->from && $this->goesAlong($i)) {
                $draft->start[$i] = $start + $this->range->to - $this->range->from;
            }
        }
    }

    /** @return list<int> the places of those in the range */
    private function inside(): array
    {
        return array_values(array_filter(
            array_keys($this->points->start),
            fn (int $i): bool => $this->points->start[$i] >= $this->range->from
                && $this->points->start[$i] < $this->range->to && $this->goesAlong($i),
        ));
    }

    /** @return array<string, int> the places of what holds just before a tick, by lane, channel and clip */
    private function held(int $tick): array
    {
        $held = [];
        foreach ($this->points->start as $i => $start) {
            if ($start >= $tick) {
                break;
            }
            if ($this->goesAlong($i)) {
                $held[$this->points->courseOf($i)] = $i;
            }
        }

        return $held;
    }

    private function hasAt(int $like, int $tick): bool
    {
        foreach ($this->points->start as $i => $start) {
            if ($start === $tick && $this->points->courseOf($i) === $this->points->courseOf($like)) {
                return true;
            }
        }

        return false;
    }

    private function goesAlong(int $place): bool
    {
        return ($this->goesAlong)($place);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Dynamics;

use Closure;
use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Lane;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\PointDraft;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Lanes\HeldValues;
use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Time\Amount;

/**
 * What an edit of dynamics works on, whatever the lane: moments and values of the chosen notes, or of the chosen points of
 * a controller, bend or pressure. Values written are limited to what the lane holds.
 *
 * Of a lane of points those that are selected are chosen, where none of them is those that lie in the range.
 */
final class Levels
{
    /** So far apart points that are drawn lie at least, in ms: a finer course would fill a MIDI cable and not be heard. */
    private const DRAWN_APART = 10;

    /** So many points are drawn at once at most; over a very long time they lie farther apart. */
    private const MOST_DRAWN = 50_000;

    /** @var array<int, int> the places of what is chosen, in order of time */
    public readonly array $places;

    /** @var array<int, int> ticks, by place */
    public readonly array $start;

    /** @var array<int, int> by place */
    public readonly array $value;

    private int $limited = 0;

    private int $changed = 0;

    private int $drawn = 0;

    /** @var list<int> the ids of what was drawn */
    private array $put = [];

    private ?HeldValues $inFront = null;

    private ?PointDraft $points = null;

    private Draft $notes;

    /** @param  array<int, int>  $places */
    private function __construct(
        private readonly Notes $table,
        private readonly Context $context,
        public readonly Lane $lane,
        array $places,
        /** Whether something of the lane is selected, rather than taken by the range or not at all. */
        public readonly bool $areSelected,
    ) {
        $this->places = $places;
        $this->notes = new Draft($table);
        if ($lane->isOfNotes()) {
            [$this->start, $this->value] = [$table->start, $lane->name === Lane::VELOCITY ? $table->velocity : $table->release];
        } else {
            [$this->start, $this->value] = [$context->points->start, $context->points->value];
            $this->points = new PointDraft($context->points, $table->nextId);
        }
    }

    /**
     * What is chosen of the lane that a line names.
     *
     * @throws EditRefused where nothing of a lane of points is chosen
     */
    public static function of(Notes $notes, Selection $selection, Context $context, Parameters $parameters): self
    {
        $levels = self::sought($notes, $selection, $context, $parameters);
        if ($levels->places === [] && ! $levels->lane->isOfNotes()) {
            throw new EditRefused("No point of {$levels->lane->title()} is selected".($context->range === null ? ', and there is no range. Select points, or drag a range on the ruler.' : ' or lies in the range.'));
        }

        return $levels;
    }

    /**
     * What is chosen of a lane of points.
     *
     * @throws EditRefused where the line names velocities, or nothing is chosen
     */
    public static function ofPoints(Notes $notes, Selection $selection, Context $context, Parameters $parameters): self
    {
        self::refuseNotes($parameters);

        return self::of($notes, $selection, $context, $parameters);
    }

    /**
     * A lane of points, whatever of it is chosen.
     *
     * @throws EditRefused where the line names velocities
     */
    public static function lane(Notes $notes, Context $context, Parameters $parameters): self
    {
        self::refuseNotes($parameters);

        return self::sought($notes, Selection::none(), $context, $parameters);
    }

    /** The same where nothing need be chosen, as for what draws. */
    public static function sought(Notes $notes, Selection $selection, Context $context, Parameters $parameters): self
    {
        $lane = $parameters->lane();
        if ($lane->isOfNotes()) {
            return new self($notes, $context, $lane, $selection->positions($notes), true);
        }
        $points = $context->points;
        $selected = array_values(array_filter($selection->positions($points), static fn (int $i): bool => $lane->holds($points, $i)));
        $range = $context->range;
        $places = $selected !== [] || $range === null ? $selected : array_values(array_filter(
            $lane->placesIn($points),
            static fn (int $i): bool => $points->start[$i] >= $range->from && $points->start[$i] < $range->to,
        ));

        return new self($notes, $context, $lane, $places, $selected !== []);
    }

    public function set(int $place, int $value): void
    {
        $within = $this->lane->within($value);
        if ($within !== $value) {
            $this->limited++;
        }
        if ($within !== $this->value[$place]) {
            $this->changed++;
            $this->write($place, $within);
        }
    }

    /** Moves a point; notes stay. */
    public function move(int $place, int $tick): void
    {
        if ($this->points !== null && $tick !== $this->start[$place]) {
            $this->points->start[$place] = max(0, $tick);
        }
    }

    /** Takes a point out; notes stay. */
    public function remove(int $place): void
    {
        if ($this->points !== null) {
            $this->points->remove($place);
            $this->changed++;
        }
    }

    /**
     * Lets the lane follow a course from one tick to another: chosen notes and points take the value it has at their start.
     * Where no point is chosen the course is drawn in the place of what lies there, on the track in front.
     *
     * @param  Closure(int): float  $at  the value at a tick
     */
    public function follow(int $from, int $to, Closure $at): void
    {
        if ($this->points !== null && ! $this->areSelected) {
            $this->draw($from, $to, $at);

            return;
        }
        foreach ($this->places as $i) {
            if ($this->start[$i] >= $from && $this->start[$i] <= $to) {
                $this->set($i, (int) round($at($this->start[$i])));
            }
        }
    }

    /**
     * Puts a point in; one that lies there in its lane gives way.
     *
     * @param  int|null  $beside  the place of a point whose clip and channel it gets; on the track in front where left out
     */
    public function put(int $tick, int $value, ?int $beside = null): void
    {
        if ($this->points !== null) {
            $clips = $this->context->clips;
            $points = $this->context->points;
            $this->put[] = $this->points->add([
                'start' => $tick, 'kind' => $this->lane->kind->value ?? 0, 'number' => $this->lane->number, 'value' => $this->lane->within($value),
                'channel' => $beside === null ? $clips->channel : $points->channel[$beside], 'clip' => $beside === null ? $clips->at($tick) : $points->clip[$beside],
            ]);
            $this->drawn++;
        }
    }

    /** What the lane of points holds on the track in front. */
    public function inFront(): HeldValues
    {
        $clips = $this->context->clips;
        $points = $this->context->points;

        return $this->inFront ??= $this->held(static fn (int $i): bool => $clips->trackOf($points->clip[$i]) === $clips->trackOf($clips->front));
    }

    /** What the lane of points holds in the clip and on the channel of one of its points. */
    public function beside(int $place): HeldValues
    {
        $points = $this->context->points;

        return $this->held(static fn (int $i): bool => $points->clip[$i] === $points->clip[$place] && $points->channel[$i] === $points->channel[$place]);
    }

    /** @param  Closure(int): bool  $which  of the lane's points, by place */
    private function held(Closure $which): HeldValues
    {
        $points = $this->context->points;

        return new HeldValues($points, array_values(array_filter($this->lane->placesIn($points), $which)), $this->lane->rest());
    }

    /**
     * What is chosen of a lane of points as courses: of each clip and channel by itself.
     *
     * @return list<list<int>> places in order of time
     */
    public function courses(): array
    {
        $points = $this->context->points;
        $courses = [];
        foreach ($this->places as $i) {
            $courses["{$points->clip[$i]} {$points->channel[$i]}"][] = $i;
        }

        return array_values($courses);
    }

    /**
     * What is chosen, in groups that are one moment: chords of notes, points alone; those of each track by themselves.
     *
     * @return list<list<non-empty-list<int>>>
     */
    public function moments(?Amount $spread): array
    {
        if ($this->points === null) {
            return $this->context->chordsByTrack($this->table, $this->places, $spread);
        }

        return array_map(
            static fn (array $places): array => array_map(static fn (int $place): array => [$place], array_values($places)),
            $this->context->clips->byTrack($this->places, $this->context->points->clip),
        );
    }

    /** “12 notes”, “12 points of Expression”. */
    public function counted(int $count): string
    {
        return $this->points === null ? Wording::notes($count) : Wording::points($count).' of '.$this->lane->title();
    }

    /**
     * @param  string  $done  what happened to them, such as “made even”
     * @param  int|null  $count  to how many; to those that changed where left out
     */
    public function change(Selection $selection, string $done, ?int $count = null): Change
    {
        $points = $this->points?->change();
        $summary = match (true) {
            $this->drawn > 0 => "{$this->counted($this->drawn)} drawn, {$done}",
            $this->changed === 0 && ($points === null || $points->isNothing()) => 'Nothing changed: the '.$this->called().' are '.($this->limited > 0 ? 'at the limit' : 'so').' already.',
            default => Wording::sentence([
                $this->counted($count ?? $this->changed)." {$done}",
                $this->limited > 0 ? "{$this->limited} stopped at the limit" : '',
            ]),
        };
        $after = $points === null ? $selection : Selection::of([...array_diff($selection->ids, $points->removed->id), ...$this->put]);

        return $this->notes->change($after, $summary)->withPoints($points, $after);
    }

    private static function refuseNotes(Parameters $parameters): void
    {
        if ($parameters->lane()->isOfNotes()) {
            throw new EditRefused("{$parameters->lane()->title()} belongs to the notes, so there are no points in its lane; name a lane of points, such as lane=cc11.");
        }
    }

    private function called(): string
    {
        return match (true) {
            $this->lane->name === Lane::VELOCITY => 'velocities',
            $this->points === null => 'release velocities',
            default => 'values',
        };
    }

    private function write(int $place, int $value): void
    {
        if ($this->points !== null) {
            $this->points->value[$place] = $value;
        } elseif ($this->lane->name === Lane::VELOCITY) {
            $this->notes->velocity[$place] = $value;
        } else {
            $this->notes->release[$place] = $value;
        }
    }

    /** @param  Closure(int): float  $at */
    private function draw(int $from, int $to, Closure $at): void
    {
        foreach ($this->inFront()->between($from, $to) as $place) {
            $this->points?->remove($place);
        }
        $time = $this->context->time;
        $last = null;
        for ($tick = $from; $tick <= $to; $tick = max($tick + 1, min($to, $tick + $apart))) {
            $value = $this->lane->within((int) round($at($tick)));
            if ($value !== $last) {
                $this->put($tick, $value);
                $last = $value;
            }
            if ($tick === $to) {
                break;
            }
            $apart = max(Amount::parse(self::DRAWN_APART.'ms')->ticksAt($tick, $time), intdiv($to - $from, self::MOST_DRAWN));
        }
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Values;

use Closure;
use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\HeldValues;
use Jactonic\Core\Content\Lane;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\PointDraft;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\HowFar;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\Amount;

/**
 * The points of a lane: those that are selected, where none of them is those that lie in the range. What draws puts new
 * ones in, on the track in front.
 */
final class PointLevels extends Levels
{
    /**
     * So far apart points that are drawn lie at least, in ms: a finer course would fill a MIDI cable and not be heard.
     */
    private const DRAWN_APART = 10;

    /** So many points are drawn at once at most; over a very long time they lie farther apart. */
    private const MOST_DRAWN = 50_000;

    /** @var list<int> the ids of what was drawn */
    private array $drawn = [];

    /** @var array<string, true> where: “clip tick” */
    private array $putAt = [];

    private ?HeldValues $inFront = null;

    /** @param  array<int, int>  $places */
    private function __construct(
        Context $context, Lane $lane, array $places, bool $areSelected, private readonly PointDraft $draft,
    ) {
        parent::__construct($context, $lane, $places, $context->points->start, $context->points->value, $areSelected);
    }

    /** @throws EditRefused where the line names velocities, or nothing is chosen */
    public static function chosen(Notes $notes, Selection $selection, Context $context, Parameters $parameters): self
    {
        $levels = self::anyOf($notes, $selection, $context, $parameters);
        if ($levels->places === []) {
            throw new EditRefused("No point of {$levels->lane->title()} is selected".($context->range === null
                ? ', and there is no range. Select points, or drag a range on the ruler.'
                : ' or lies in the range.'));
        }

        return $levels;
    }

    /**
     * The lane, whatever of it is chosen.
     *
     * @throws EditRefused where the line names velocities
     */
    public static function lane(Notes $notes, Context $context, Parameters $parameters): self
    {
        return self::anyOf($notes, Selection::none(), $context, $parameters);
    }

    /** @throws EditRefused where the line names velocities */
    public static function anyOf(Notes $notes, Selection $selection, Context $context, Parameters $parameters): self
    {
        $lane = $parameters->lane();
        if ($lane->isOfNotes()) {
            throw new EditRefused(
                "{$lane->title()} belongs to the notes, so there are no points in its lane; name a lane of points, "
                    .'such as lane=cc11.',
            );
        }
        $points = $context->points;
        $selected = array_values(array_filter(
            $selection->positions($points), static fn (int $i): bool => $lane->holds($points, $i),
        ));
        $range = $context->range;
        $places = $selected !== [] || $range === null ? $selected : array_values(array_filter(
            $lane->placesIn($points),
            static fn (int $i): bool => $points->start[$i] >= $range->from && $points->start[$i] < $range->to,
        ));

        return new self($context, $lane, $places, $selected !== [], new PointDraft($points, $notes->nextId));
    }

    public function move(int $place, int $tick): void
    {
        if ($tick !== $this->start[$place]) {
            $this->draft->start[$place] = max(0, $tick);
        }
    }

    public function remove(int $place): void
    {
        $this->draft->remove($place);
        $this->changed++;
    }

    /**
     * Puts a point in; one that lies there in its lane gives way. In a clip that loops what is put in a later round
     * comes in the first one, where that has none of it yet.
     *
     * @param  int|null  $beside  the place of a point whose clip and channel it gets; on the track in front where left
     *     out
     */
    public function put(int $tick, int $value, ?int $beside = null): void
    {
        $clips = $this->context->clips;
        $points = $this->context->points;
        $clip = $beside === null ? $clips->at($tick) : $points->clip[$beside];
        $at = $clips->inRound($clip, $tick);
        if ($at !== $tick && isset($this->putAt["{$clip} {$at}"])) {
            return;
        }
        $this->putAt["{$clip} {$at}"] = true;
        $this->drawn[] = $this->draft->add([
            'start' => $at, 'kind' => $this->lane->kind->value ?? 0, 'number' => $this->lane->number,
            'value' => $this->lane->within($value),
            'channel' => $beside === null ? $clips->channel : $points->channel[$beside],
            'clip' => $clip,
        ]);
    }

    /** Where no point is chosen the course is drawn in the place of what lies there, on the track in front. */
    public function follow(int $from, int $to, Closure $at): void
    {
        if ($this->areSelected) {
            parent::follow($from, $to, $at);
        } else {
            $this->draw($from, $to, $at);
        }
    }

    /** What the lane holds on the track in front. */
    public function inFront(): HeldValues
    {
        $clips = $this->context->clips;
        $points = $this->context->points;

        return $this->inFront ??= $this->held(
            static fn (int $i): bool => $clips->trackOf($points->clip[$i]) === $clips->trackOf($clips->front),
        );
    }

    /** What the lane holds in the course of one of its points. */
    public function beside(int $place): HeldValues
    {
        $points = $this->context->points;
        $course = $points->courseInLane($place);

        return $this->held(static fn (int $i): bool => $points->courseInLane($i) === $course);
    }

    /**
     * What is chosen, as courses.
     *
     * @return list<non-empty-list<int>> places in order of time
     */
    public function courses(): array
    {
        $points = $this->context->points;
        $courses = [];
        foreach ($this->places as $i) {
            $courses[$points->courseInLane($i)][] = $i;
        }

        return array_values($courses);
    }

    public function counted(int $count): string
    {
        return Noun::Point->counted($count).' of '.$this->lane->title();
    }

    public function moments(?Amount $spread): array
    {
        return array_map(
            static fn (array $places): array => array_map(
                static fn (int $place): array => [$place], array_values($places),
            ),
            $this->context->clips->byTrack($this->places, $this->context->points->clip),
        );
    }

    public function between(int $from, int $to): array
    {
        return $this->areSelected ? $this->places : $this->inFront()->between($from, $to);
    }

    protected function write(int $place, int $value): void
    {
        $this->draft->value[$place] = $value;
    }

    protected function called(): string
    {
        return 'values';
    }

    protected function isUntouched(): bool
    {
        return $this->drawn === [] && $this->draft->change()->isNothing();
    }

    protected function said(string $done, ?int $count, ?HowFar $by): Said
    {
        return $this->drawn === []
            ? parent::said($done, $count, $by)
            : Said::of($this->counted(count($this->drawn)), 'drawn')->with($done);
    }

    protected function written(Selection $selection, Said $said): Change
    {
        $change = $this->draft->change();

        return Change::nothing($selection, $said)
            ->withPoints(
                $change, Selection::of([...array_diff($selection->ids, $change->removed->id), ...$this->drawn]),
            );
    }

    /** @param  Closure(int): bool  $which  of the lane's points, by place */
    private function held(Closure $which): HeldValues
    {
        $points = $this->context->points;

        return new HeldValues(
            $points, array_values(array_filter($this->lane->placesIn($points), $which)), $this->lane->rest(),
        );
    }

    /** @param  Closure(int): float  $at */
    private function draw(int $from, int $to, Closure $at): void
    {
        foreach ($this->inFront()->between($from, $to) as $place) {
            $this->draft->remove($place);
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
            $apart = max(
                Amount::parse(self::DRAWN_APART.'ms')->ticksAt($tick, $time), intdiv($to - $from, self::MOST_DRAWN),
            );
        }
    }
}

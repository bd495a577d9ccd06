<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Values;

use Closure;
use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Lane;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\HowFar;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\Amount;

/**
 * What has values at moments, and can be edited by them: velocities of the chosen notes (`NoteLevels`), or the chosen
 * points of a controller, bend or pressure (`PointLevels`). Values written are limited to what the lane holds.
 */
abstract class Levels
{
    protected int $changed = 0;

    private int $limited = 0;

    /**
     * @param  array<int, int>  $places  of what is chosen, in order of time
     * @param  array<int, int>  $start  ticks, by place
     * @param  array<int, int>  $value  by place
     * @param  bool  $areSelected  whether something of the lane is selected, rather than taken by the range or not at
     *     all
     */
    protected function __construct(
        protected readonly Context $context,
        public readonly Lane $lane,
        public readonly array $places,
        public readonly array $start,
        public readonly array $value,
        public readonly bool $areSelected,
    ) {
    }

    /**
     * What is chosen of the lane that a line names.
     *
     * @throws EditRefused where nothing of a lane of points is chosen
     */
    final public static function of(Notes $notes, Selection $selection, Context $context, Parameters $parameters): self
    {
        return $parameters->lane()->isOfNotes()
            ? NoteLevels::chosen($notes, $selection, $context, $parameters)
            : PointLevels::chosen($notes, $selection, $context, $parameters);
    }

    /** The same where nothing need be chosen, as for what draws. */
    final public static function sought(
        Notes $notes, Selection $selection, Context $context, Parameters $parameters,
    ): self {
        return $parameters->lane()->isOfNotes()
            ? NoteLevels::chosen($notes, $selection, $context, $parameters)
            : PointLevels::anyOf($notes, $selection, $context, $parameters);
    }

    /** “12 notes”, “12 points of Expression” */
    abstract public function counted(int $count): string;

    /**
     * What is chosen, in groups that are one moment: chords of notes, points alone; those of each track by themselves.
     *
     * @return list<list<non-empty-list<int>>>
     */
    abstract public function moments(?Amount $spread): array;

    /**
     * @return array<int, int> the chosen places, or where none is those of the track in front from one tick to another
     */
    abstract public function between(int $from, int $to): array;

    abstract protected function write(int $place, int $value): void;

    /** What they are called in “the … are so already”. */
    abstract protected function called(): string;

    abstract protected function written(Selection $selection, Said $said): Change;

    abstract protected function isUntouched(): bool;

    final public function set(int $place, int $value): void
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

    /**
     * Lets the lane follow a course from one tick to another: what is chosen takes the value it has at its moment.
     *
     * @param  Closure(int): float  $at  the value at a tick
     */
    public function follow(int $from, int $to, Closure $at): void
    {
        foreach ($this->places as $i) {
            if ($this->start[$i] >= $from && $this->start[$i] <= $to) {
                $this->set($i, (int) round($at($this->start[$i])));
            }
        }
    }

    /** How many did not go the whole way, for there is a least and a most. */
    final public function limited(): int
    {
        return $this->limited;
    }

    /**
     * @param  string  $done  what happened to them, such as “made even”; empty where how far says it
     * @param  int|null  $count  to how many; to those that changed where left out
     */
    final public function change(Selection $selection, string $done, ?int $count = null, ?HowFar $by = null): Change
    {
        return $this->written($selection, $this->changed === 0 && $this->isUntouched()
            ? Said::nothing(
                'Nothing changed: the '.$this->called().' are '.($this->limited > 0 ? 'at the limit' : 'so')
                    .' already.',
            )
            : $this->said($done, $count, $by));
    }

    protected function said(string $done, ?int $count, ?HowFar $by): Said
    {
        return Said::of($this->counted($count ?? $this->changed), $done, $by)
            ->with($this->limited > 0 ? "{$this->limited} stopped at the limit" : '');
    }
}

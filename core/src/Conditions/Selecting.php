<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Time\Halving;

/**
 * What `select what=…` selects: all, what lies on one side of the caret, or what is like the notes that are selected.
 *
 * A push up to a 64th before a bar line belongs to the bar it opens. What follows what is asked on the tracks of the
 * selection; where nothing is selected on the one in front, from the caret on.
 */
enum Selecting: string
{
    case All = 'all';
    case None = 'none';
    case Invert = 'invert';
    case Pitch = 'pitch';
    case Track = 'track';
    case Range = 'range';
    case FromHere = 'from-here';
    case Before = 'before';
    case Bars = 'bars';
    /** on the same line of the grid in any bar */
    case Place = 'place';
    /** as long, within a 128th */
    case Length = 'length';
    /** as loud, within 5 */
    case Velocity = 'velocity';
    case Technique = 'technique';
    /** the chords of the selection made whole */
    case Chord = 'chord';
    /** the chords it touches made whole, or where they are, the next one too */
    case ChordMore = 'chord-more';
    /** all but its last chord */
    case ChordLess = 'chord-less';
    case BarMore = 'bar-more';
    case BarLess = 'bar-less';

    private const ABOUT_AS_LOUD = 5;

    /** @throws BadInput saying what there is */
    public static function read(string $what): self
    {
        return self::tryFrom($what) ?? throw new BadInput(
            'select: what takes '.implode(', ', array_column(self::cases(), 'value')).", not “{$what}”.",
        );
    }

    /**
     * The notes that are selected then.
     *
     * @throws EditRefused where it needs selected notes or a range, or nothing is left to go to
     */
    public function among(Notes $notes, Selection $selection, Context $context): Selection
    {
        $selected = $selection->positions($notes);
        $places = match ($this) {
            self::All => array_keys($notes->id),
            self::None => [],
            self::Invert => array_diff(array_keys($notes->id), $selected),
            self::Range => $this->inRange($notes, $context),
            self::FromHere => self::those(
                $notes, static fn (int $i): bool => $notes->start[$i] >= $context->caret->tick,
            ),
            self::Before => self::those($notes, static fn (int $i): bool => $notes->start[$i] < $context->caret->tick),
            self::ChordMore, self::BarMore => $this->more($notes, $selected, $context),
            self::ChordLess, self::BarLess => $this->less($notes, $selected, $context),
            self::Track => self::onTracks($notes, $selected, $context),
            default => $this->alike($notes, $selected, $context),
        };

        return Selection::of(array_map(static fn (int $i): int => $notes->id[$i], $places));
    }

    /**
     * @param  array<int, int>  $selected  places
     * @return array<int, int>
     *
     * @throws EditRefused where none is selected
     */
    private function alike(Notes $notes, array $selected, Context $context): array
    {
        if ($selected === []) {
            throw new EditRefused('Select notes first; this adds what is like them.');
        }
        if ($this === self::Chord) {
            return array_merge(...self::touched($context->chords($notes, array_keys($notes->id), null), $selected));
        }
        $value = $this->likeness($notes, $context);
        $values = array_values(array_unique(array_map($value, $selected)));
        sort($values);
        $reach = match ($this) {
            self::Length => intdiv($context->time->ppq(), 32),
            self::Velocity => self::ABOUT_AS_LOUD,
            default => 0,
        };

        return self::those($notes, static fn (int $i): bool => self::isNear($value($i), $values, $reach));
    }

    /** @return callable(int): int what notes that are alike have in common, by the place of a note */
    private function likeness(Notes $notes, Context $context): callable
    {
        $lines = $context->time->gridLines();

        return match ($this) {
            self::Bars => self::bars($notes, $context),
            self::Place => static fn (int $i): int => $lines->nearestIndex($notes->start[$i]),
            self::Length => static fn (int $i): int => $notes->length[$i],
            self::Velocity => static fn (int $i): int => $notes->velocity[$i],
            // A number means another technique on another track.
            self::Technique => static fn (int $i): int => $context->clips->trackOf($notes->clip[$i]) * 1000 + $notes
                ->technique[$i],
            default => static fn (int $i): int => $notes->pitch[$i],
        };
    }

    /**
     * All notes of the tracks of the selection; where nothing is selected of the one in front.
     *
     * @param  array<int, int>  $selected  places
     * @return list<int>
     */
    private static function onTracks(Notes $notes, array $selected, Context $context): array
    {
        $clips = $selected === []
            ? [$context->clips->front]
            : array_map(static fn (int $i): int => $notes->clip[$i], $selected);
        $tracks = array_fill_keys(array_map($context->clips->trackOf(...), $clips), true);

        return self::those(
            $notes, static fn (int $i): bool => isset($tracks[$context->clips->trackOf($notes->clip[$i])]),
        );
    }

    /** @return array<int, int> */
    private function inRange(Notes $notes, Context $context): array
    {
        $range = $context->needRange('select what=range');

        return self::those(
            $notes,
            static fn (int $i): bool => $notes->start[$i] < $range->to
                && $range->from < $notes->start[$i] + $notes->length[$i],
        );
    }

    /**
     * @param  array<int, int>  $selected  places
     * @return array<int, int>
     */
    private function more(Notes $notes, array $selected, Context $context): array
    {
        $steps = $this->steps($notes, $selected, $context);
        $touched = self::touched($steps, $selected);
        $whole = array_keys(array_fill_keys([...$selected, ...array_merge(...$touched)], true));
        if (count($whole) > count($selected)) {
            return $whole;
        }
        $last = $selected === [] ? $context->caret->tick - 1 : $notes->start[max($selected)];
        foreach ($steps as $k => $step) {
            if (! isset($touched[$k]) && $notes->start[$step[0]] > $last) {
                return [...$selected, ...$step];
            }
        }
        throw new EditRefused(
            $this === self::BarMore ? 'There is no later bar with notes.' : 'There is no later chord.',
        );
    }

    /**
     * @param  array<int, int>  $selected  places
     * @return array<int, int>
     */
    private function less(Notes $notes, array $selected, Context $context): array
    {
        $touched = array_values(self::touched($this->steps($notes, $selected, $context), $selected));
        $name = $this === self::BarLess ? 'bar' : 'chord';

        return count($touched) > 1
            ? array_diff($selected, $touched[count($touched) - 1])
            : throw new EditRefused(
                $touched === [] ? 'Select notes first; this takes their last '.$name
                    .' out.' : "One {$name} is selected; less would be none.",
            );
    }

    /**
     * What it goes by, in order of time: bars that hold notes, or moments at which chords begin, of the tracks of the
     * selection.
     *
     * @param  array<int, int>  $selected  places
     * @return list<non-empty-list<int>> places
     */
    private function steps(Notes $notes, array $selected, Context $context): array
    {
        $places = self::onTracks($notes, $selected, $context);
        $steps = [];
        if ($this === self::BarMore || $this === self::BarLess) {
            $bar = self::bars($notes, $context);
            foreach ($places as $i) {
                $steps[$bar($i)][] = $i;
            }

            return array_values($steps);
        }
        $chords = $context->chords($notes, $places, null);
        usort($chords, static fn (array $a, array $b): int => $notes->start[$a[0]] <=> $notes->start[$b[0]]);
        $together = self::push($context);
        foreach ($chords as $chord) {
            $last = count($steps) - 1;
            if ($last >= 0 && $together >= $notes->start[$chord[0]] - $notes->start[$steps[$last][0]]) {
                array_push($steps[$last], ...$chord);
            } else {
                $steps[] = $chord;
            }
        }

        return $steps;
    }

    /**
     * Those of some lists of places that hold a selected one.
     *
     * @param  list<list<int>>  $steps
     * @param  array<int, int>  $selected  places
     * @return array<int, list<int>>
     */
    private static function touched(array $steps, array $selected): array
    {
        $chosen = array_fill_keys($selected, true);

        return array_filter(
            $steps, static fn (array $step): bool => array_intersect_key(array_fill_keys($step, true), $chosen) !== [],
        );
    }

    /** @return callable(int): int the bar of the note at a place */
    private static function bars(Notes $notes, Context $context): callable
    {
        return static fn (int $i): int => $context->time->meters->barAt($notes->start[$i] + self::push($context));
    }

    /** A 64th, in ticks. */
    private static function push(Context $context): int
    {
        return intdiv($context->time->ppq(), 16);
    }

    /**
     * @param  callable(int): bool  $test
     * @return list<int>
     */
    private static function those(Notes $notes, callable $test): array
    {
        return array_values(array_filter(array_keys($notes->id), $test));
    }

    /** @param  list<int>  $values  in order */
    private static function isNear(int $value, array $values, int $reach): bool
    {
        $first = Halving::first(count($values), static fn (int $k): bool => $values[$k] >= $value - $reach);

        return isset($values[$first]) && $values[$first] <= $value + $reach;
    }
}

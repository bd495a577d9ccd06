<?php

declare(strict_types=1);

namespace Jactonic\Core\Advice;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Time\Grid;

/**
 * Reads the timing of notes: which grid they were meant for, and what each grid would run together.
 *
 * Looks at the played moments, as `quantize` does. Recommended is the coarsest straight or triplet grid that runs
 * nothing together, whose mean distance is under 25 % of half the gap, and off which no more than one note in fifty
 * lies by more than 75 %; where there is none, the one with the smallest mean of those that run nothing together. No
 * finer one than the grid that is set is recommended where all lie on that already.
 */
final readonly class Advice
{
    /** A mean distance under this, in % of half the gap, is near. */
    public const NEAR = 25.0;

    /** A note farther off than this, in % of half the gap, may be meant for another grid. */
    public const FAR = 75.0;

    /** No more than one note in fifty may be far off. */
    public const FEW = 0.02;

    /** From coarse to fine. */
    private const GRIDS = ['1/4', '1/4t', '1/8', '1/8t', '1/16', '1/16t', '1/32', '1/32t'];

    private const MAY_SWING = ['1/8', '1/16'];

    /** Less swing than this is an uneven hand. */
    private const LEAST_SWING = 8;

    /**
     * A swung grid comes first where its mean is under half of the straight one's and of the triplet one's; a take that
     * is late as a whole gives that to half of the notes.
     */
    private const CLEARLY = 0.5;

    /**
     * @param  list<Candidate>  $candidates  the recommended one first, then by how well they fit
     * @param  int  $count  how many notes were looked at
     * @param  bool  $isSet  whether the recommended one is set, with all notes on it
     */
    private function __construct(
        public array $candidates,
        public int $count,
        private bool $isSet = false,
    ) {
    }

    /** @param  Selection  $selection  the notes to look at; all where it is empty */
    public static function on(Notes $notes, Selection $selection, Context $context): self
    {
        $moments = self::moments($notes, $selection->positions($notes));
        if ($moments === []) {
            return new self([], 0);
        }
        $ticks = array_map(static fn (int $moment): int => $moment >> 7, $moments);
        $plain = $swung = [];
        foreach (array_chunk(self::GRIDS, 2) as [$value, $triplet]) {
            $straight = self::measure(Grid::parse($value), $moments, $context);
            $inThrees = self::measure(Grid::parse($triplet), $moments, $context);
            array_push($plain, $straight, $inThrees);
            $swing = in_array($value, self::MAY_SWING, true)
                ? Swing::best($straight->grid, $ticks, $context->time->meters)
                : 0;
            if ($swing >= self::LEAST_SWING) {
                $swung[] = [self::measure($straight->grid->withSwing($swing), $moments, $context), $inThrees];
            }
        }
        $plain = self::ranked($plain);
        $clear = $unclear = [];
        foreach ($swung as [$candidate, $inThrees]) {
            if (
                $candidate->collisions === 0
                && $candidate->mean < self::CLEARLY * min($plain[0]->mean ?? INF, $inThrees->mean)
            ) {
                $clear[] = $candidate;
            } else {
                $unclear[] = $candidate;
            }
        }

        $all = [...$clear, ...$plain, ...$unclear];
        $set = self::set($notes, $selection->positions($notes), $moments, $all[0], $context);
        $others = array_filter($all, static fn (Candidate $one): bool => $one->name() !== $set?->name());

        return new self($set === null ? $all : [$set, ...$others], count($moments), isSet: $set !== null);
    }

    /**
     * The grid that is set, where all notes lie on its lines, it runs nothing together, and the best one is finer.
     *
     * @param  array<int, int>  $places
     * @param  non-empty-list<int>  $moments
     */
    private static function set(
        Notes $notes, array $places, array $moments, Candidate $best, Context $context,
    ): ?Candidate {
        $lines = $context->time->gridLines();
        foreach ($places === [] ? array_keys($notes->id) : $places as $i) {
            if ($lines->nearest($notes->start[$i]) !== $notes->start[$i]) {
                return null;
            }
        }
        [$ticks, $parts] = $lines->step(0);
        [$bestTicks, $bestParts] = $context->time->gridLines($best->grid)->step(0);
        $set = self::measure($context->time->grid, $moments, $context);

        return $bestTicks * $parts < $ticks * $bestParts && $set->collisions === 0 ? $set : null;
    }

    public function recommended(): ?Candidate
    {
        return $this->candidates[0] ?? null;
    }

    /** What a producer should know, in a sentence or two. */
    public function summary(): string
    {
        $best = $this->recommended();
        if ($best === null) {
            return 'There are no notes to look at.';
        }
        if ($best->collisions > 0) {
            return "No grid keeps all apart: on {$best->name()} {$best->collisions} notes would fall together.";
        }
        if ($this->isSet) {
            return "All lie on {$best->name()} already.";
        }
        $text = "{$best->name()} fits best: ".round($best->mean).' % of half a step off on average.';
        foreach ($this->candidates as $other) {
            if (
                $other->collisions > $best->collisions
                && $other->grid->swing === 0
                && self::isNextCoarser($other->grid, $best->grid)
            ) {
                $text .= " {$other->name()} would run {$other->collisions} notes together.";
            }
        }

        return $text;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'count' => $this->count, 'summary' => $this->summary(),
            'grids' => array_map(static fn (Candidate $candidate): array => $candidate->toArray(), $this->candidates),
        ];
    }

    /**
     * The moments the notes were played, each with its pitch, doubled notes once.
     *
     * @param  array<int, int>  $places
     * @return list<int> tick and pitch in one number
     */
    private static function moments(Notes $notes, array $places): array
    {
        $moments = [];
        foreach ($places === [] ? array_keys($notes->id) : $places as $i) {
            $moments[] = max(0, $notes->start[$i] + $notes->playedStart[$i]) << 7 | $notes->pitch[$i];
        }
        sort($moments);
        $once = [];
        $last = -1;
        foreach ($moments as $moment) {
            if ($moment !== $last) {
                $once[] = $last = $moment;
            }
        }

        return $once;
    }

    /** @param  non-empty-list<int>  $moments */
    private static function measure(Grid $grid, array $moments, Context $context): Candidate
    {
        $lines = $context->time->gridLines($grid);
        [$sum, $largest, $far, $collisions] = [0.0, 0.0, 0, 0];
        [$before, $after, $line] = [0, 0, -1];
        $landed = [];
        // In order of time, so a gap between two lines is looked up once, and what lands on one line comes in a row.
        foreach ($moments as $moment) {
            $tick = $moment >> 7;
            if ($tick >= $after) {
                $lines->around($tick);
                [$before, $after] = [$lines->before, $lines->after];
            }
            $back = $tick - $before;
            $ahead = $after - $tick;
            $distance = 200 * min($back, $ahead) / ($after - $before);
            $sum += $distance;
            $far += $distance > self::FAR ? 1 : 0;
            if ($distance > $largest) {
                $largest = $distance;
            }
            $target = $back < $ahead ? $before : $after;
            if ($target !== $line) {
                $landed = [];
                $line = $target;
            }
            $pitch = $moment & 127;
            $hits = $landed[$pitch] = ($landed[$pitch] ?? 0) + 1;
            $collisions += $hits === 1 ? 0 : ($hits === 2 ? 2 : 1);
        }

        return new Candidate($grid, $sum / count($moments), $largest, $collisions, $far / count($moments));
    }

    /**
     * @param  list<Candidate>  $candidates  straight and triplet ones, from coarse to fine
     * @return list<Candidate>
     */
    private static function ranked(array $candidates): array
    {
        // What lies exactly on a grid is never told a coarser one that would move it.
        $exact = array_filter($candidates, static fn (Candidate $candidate): bool => $candidate->largest === 0.0);
        $fits = static fn (Candidate $candidate): bool => $candidate->fits()
            && ($exact === [] || $candidate->largest === 0.0);
        $fitting = array_values(array_filter($candidates, $fits));
        $rest = array_values(array_filter($candidates, static fn (Candidate $candidate): bool => ! $fits($candidate)));
        usort($rest, static function (Candidate $a, Candidate $b): int {
            return [$a->collisions > 0, $a->mean] <=> [$b->collisions > 0, $b->mean];
        });

        return [...$fitting, ...$rest];
    }

    private static function isNextCoarser(Grid $coarse, Grid $fine): bool
    {
        $straight = str_replace('t', '', (string) $fine);

        return (string) $coarse === '1/'.intdiv((int) substr($straight, 2), 2);
    }
}

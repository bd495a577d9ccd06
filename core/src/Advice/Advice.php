<?php

declare(strict_types=1);

namespace Jactonic\Core\Advice;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Time\Grid;

/**
 * Reads the timing of notes: which grid they were meant for, and what each grid would run together.
 *
 * Looks at the played moments, as `quantize` does. Recommended is the coarsest grid that runs nothing together and
 * whose mean distance is under 25 % of half the gap; where there is none, the one with the smallest mean.
 */
final readonly class Advice
{
    /** A mean distance under this, in % of half the gap, is near. */
    public const NEAR = 25.0;

    /** From coarse to fine. */
    private const GRIDS = ['1/4', '1/4t', '1/8', '1/8t', '1/16', '1/16t', '1/32', '1/32t'];

    private const MAY_SWING = ['1/8', '1/16'];

    /** Less swing than this is an uneven hand. */
    private const LEAST_SWING = 8;

    /** Of two grids with the same step the swung one comes first where it at least halves the mean; a take that is late as a whole gives that to half of the notes. */
    private const CLEARLY = 0.5;

    /**
     * @param  list<Candidate>  $candidates  the recommended one first, then by how well they fit
     * @param  int  $count  how many notes were looked at
     */
    private function __construct(
        public array $candidates,
        public int $count,
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
        $candidates = [];
        foreach (self::GRIDS as $value) {
            $grid = Grid::parse($value);
            $straight = self::measure($grid, $moments, $context);
            $swing = in_array($value, self::MAY_SWING, true) ? Swing::best($grid, $ticks, $context->meters) : 0;
            if ($swing < self::LEAST_SWING) {
                $candidates[] = $straight;

                continue;
            }
            $swung = self::measure($grid->withSwing($swing), $moments, $context);
            $candidates = [...$candidates, ...($swung->mean < self::CLEARLY * $straight->mean ? [$swung, $straight] : [$straight, $swung])];
        }

        return new self(self::ranked($candidates), count($moments));
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
        $text = "{$best->name()} fits best: ".round($best->mean).' % of half a step off on average';
        $text .= $best->collisions > 0 ? ", but {$best->collisions} notes would fall together." : '.';
        foreach ($this->candidates as $other) {
            if ($other->collisions > $best->collisions && $other->grid->swing === 0 && self::isNextCoarser($other->grid, $best->grid)) {
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
            $moment = max(0, $notes->start[$i] + $notes->playedStart[$i]) << 7 | $notes->pitch[$i];
            $moments[$moment] = $moment;
        }
        sort($moments);

        return $moments;
    }

    /** @param  non-empty-list<int>  $moments */
    private static function measure(Grid $grid, array $moments, Context $context): Candidate
    {
        $lines = $context->lines($grid);
        [$sum, $largest] = [0.0, 0.0];
        $landing = [];
        foreach ($moments as $moment) {
            $tick = $moment >> 7;
            $line = $lines->nearest($tick);
            $distance = 200 * abs($line - $tick) / ($lines->after - $lines->before);
            $sum += $distance;
            $largest = max($largest, $distance);
            $target = $line << 7 | $moment & 127;
            $landing[$target] = ($landing[$target] ?? 0) + 1;
        }
        $collisions = 0;
        foreach ($landing as $count) {
            $collisions += $count > 1 ? $count : 0;
        }

        return new Candidate($grid, $sum / count($moments), $largest, $collisions);
    }

    /**
     * @param  list<Candidate>  $candidates  from coarse to fine
     * @return list<Candidate>
     */
    private static function ranked(array $candidates): array
    {
        $fitting = array_values(array_filter($candidates, static fn (Candidate $candidate): bool => $candidate->fits()));
        $rest = array_values(array_filter($candidates, static fn (Candidate $candidate): bool => ! $candidate->fits()));
        usort($rest, static fn (Candidate $a, Candidate $b): int => $a->mean <=> $b->mean);

        return [...$fitting, ...$rest];
    }

    private static function isNextCoarser(Grid $coarse, Grid $fine): bool
    {
        $straight = str_replace('t', '', (string) $fine);

        return (string) $coarse === '1/'.intdiv((int) substr($straight, 2), 2);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

/**
 * Curves within single notes go along with whatever becomes of their notes: they move and stretch with them, go with
 * them, are copied with copies, cut where a note is cut in pieces, and put one behind the other where notes are joined.
 */
final readonly class NoteCurves
{
    /** @var array<int, list<int>> the places of the points of each note, by its id, in order of time */
    private array $of;

    public function __construct(
        private Notes $notes,
        private Points $points,
    ) {
        $of = [];
        foreach ($points->note as $i => $note) {
            if ($note !== 0) {
                $of[$note][] = $i;
            }
        }
        $this->of = $of;
    }

    /** The change of notes with what it does to their curves, and of curves with where their notes end. */
    public function along(Change $change): Change
    {
        $hasCurves = $this->of !== []
            || ($change->points !== null && array_filter($change->points->added->note) !== []);
        if (! $hasCurves || ($change->notes->isNothing() && $change->points === null)) {
            return $change;
        }
        $places = array_flip($this->notes->id);
        $changed = $change->applyToPoints($this->points);
        $draft = new PointDraft($changed, $change->nextId());
        // Points that the edit itself changed are where it put them.
        $own = $change->points === null
            ? []
            : array_fill_keys(
                [...$change->points->removed->id, ...array_keys($change->points->after['start'] ?? [])], true,
            );
        $at = array_diff_key(array_flip($changed->id), $own);
        $joined = $this->joined($change, $places);
        foreach ($joined as $note => $into) {
            foreach ($this->placesOf($note, $at) as $place) {
                $draft->note[$place] = $into;
            }
        }
        $isCut = array_flip(array_intersect_key($change->origins, $change->pieces)) + array_flip($joined);
        $moved = ($change->notes->after['start'] ?? []) + ($change->notes->after['length'] ?? []);
        if ($change->curves === CurvesGo::Mirrored) {
            $moved += array_fill_keys($change->selection->ids, 0);
        }
        foreach (array_intersect_key($this->of, $moved, $places) as $note => $_) {
            $k = $places[$note];
            [$start, $length] = [
                $change->notes->after['start'][$note] ?? $this->notes->start[$k],
                $change->notes->after['length'][$note] ?? $this->notes->length[$k],
            ];
            if (isset($isCut[$note])) {
                continue;
            }
            foreach ($this->went($change->curves, $note, $k, $start, $length) as $id => $tick) {
                if (isset($at[$id])) {
                    $draft->start[$at[$id]] = $tick;
                }
            }
        }
        foreach ($change->notes->added->id as $k => $note) {
            $this->copy($draft, $change, $k, $places[$change->origins[$note] ?? 0] ?? null);
        }
        $whole = $change->points === null ? $draft->change() : $change->points->followedBy($draft->change());
        $after = $whole->applyTo($this->points);
        $touched = $moved + array_flip($change->notes->added->id) + array_flip($change->notes->removed->id) + $this
            ->notesOf($change->points);

        return $change->withPoints($whole->followedBy(self::within($change->applyTo($this->notes), $after, $touched)));
    }

    /**
     * What has to be done so that curves lie within their notes: what comes behind the end of one, or has no note,
     * goes; of what lies before it what holds at its start is said there.
     *
     * @param  array<int, mixed>|null  $only  the notes that are looked at, by id; all where left out
     * @return TableChange<Points>
     */
    public static function within(Notes $notes, Points $points, ?array $only = null): TableChange
    {
        $draft = new PointDraft($points);
        $places = array_flip($notes->id);
        $held = $there = [];
        foreach ($points->note as $i => $note) {
            if ($note === 0 || ($only !== null && ! isset($only[$note]))) {
                continue;
            }
            $k = $places[$note] ?? null;
            $lane = $points->courseOf($i);
            if ($k === null || $points->start[$i] >= $notes->start[$k] + $notes->length[$k]) {
                $draft->remove($i);
            } elseif ($points->start[$i] < $notes->start[$k]) {
                $draft->remove($held[$lane] ?? $i);
                $held[$lane] = $i;
            } elseif ($points->start[$i] === $notes->start[$k]) {
                $there[$lane] = true;
            }
        }
        foreach ($held as $lane => $i) {
            if (isset($there[$lane])) {
                $draft->remove($i);
            } else {
                $draft->keep($i);
                $draft->start[$i] = $notes->start[$places[$points->note[$i]]];
            }
        }

        return $draft->change();
    }

    /**
     * Where a tick of a note, of 1 tick at least, lies when the note lies elsewhere, longer or shorter; within it all
     * the same.
     */
    public static function scaled(int $tick, int $start, int $length, int $newStart, int $newLength): int
    {
        return $newStart + max(0, min($newLength - 1, (int) round(($tick - $start) * $newLength / $length)));
    }

    /**
     * Where the points of a note go that lies elsewhere, by id; some may lie outside of it.
     *
     * @return array<int, int> ticks
     */
    private function went(CurvesGo $rule, int $note, int $place, int $start, int $length): array
    {
        [$was, $lasted] = [$this->notes->start[$place], $this->notes->length[$place]];
        $by = $start + $length === $was + $lasted ? 0 : $start - $was;
        $ticks = $next = [];
        foreach (array_reverse($this->of[$note]) as $i) {
            $tick = $this->points->start[$i];
            $lane = $this->points->courseOf($i);
            $ticks[$this->points->id[$i]] = match ($rule) {
                CurvesGo::Kept => $tick + $by,
                CurvesGo::Stretched => self::scaled($tick, $was, $lasted, $start, $length),
                CurvesGo::Mirrored => $start + $was + $lasted - ($next[$lane] ?? $was + $lasted),
            };
            $next[$lane] = $tick;
        }

        return $ticks;
    }

    /** Gives an added note what lies in it of the curve of the one it is like. */
    private function copy(PointDraft $draft, Change $change, int $k, ?int $place): void
    {
        if ($place === null) {
            return;
        }
        $added = $change->notes->added;
        $note = $added->id[$k];
        [$start, $end] = [$added->start[$k], $added->start[$k] + $added->length[$k]];
        $later = $change->pieces[$note] ?? $start - $this->notes->start[$place];
        $held = [];
        foreach ($this->of[$this->notes->id[$place]] ?? [] as $i) {
            $row = ['note' => $note, 'clip' => $added->clip[$k], 'rank' => Points::LAST_RANK] + $this->points->row($i);
            $tick = $row['start'] + $later;
            if ($tick <= $start) {
                $held["{$row['kind']} {$row['number']}"] = ['start' => $start] + $row;
            } elseif ($tick < $end) {
                $draft->add(['start' => $tick] + $row);
            }
        }
        array_map($draft->add(...), array_values($held));
    }

    /**
     * The places of the points of a note, of those that are there.
     *
     * @param  array<int, int>  $at  places by id
     * @return list<int>
     */
    private function placesOf(int $note, array $at): array
    {
        $places = [];
        foreach ($this->of[$note] ?? [] as $i) {
            if (isset($at[$this->points->id[$i]])) {
                $places[] = $at[$this->points->id[$i]];
            }
        }

        return $places;
    }

    /**
     * The notes whose curves an edit changed by itself.
     *
     * @param  TableChange<Points>|null  $change
     * @return array<int, true>
     */
    private function notesOf(?TableChange $change): array
    {
        $moved = $change->after['start'] ?? [];
        $notes = $moved === []
            ? []
            : array_intersect_key(array_combine($this->points->id, $this->points->note), $moved);

        return array_fill_keys(
            [...array_values($notes), ...($change === null ? [] : array_values($change->added->note))], true,
        );
    }

    /**
     * Notes that became part of another one: by id, into which.
     *
     * @param  array<int, int>  $places
     * @return array<int, int>
     */
    private function joined(Change $change, array $places): array
    {
        $joined = $gone = [];
        foreach ($change->notes->removed->id as $r => $note) {
            $gone["{$change->notes->removed->clip[$r]} {$change->notes->removed->pitch[$r]}"][$note] = $change->notes
                ->removed->start[$r];
        }
        foreach ($change->notes->after['length'] ?? [] as $into => $length) {
            $k = $places[$into];
            foreach (
                $length <= $this->notes->length[$k]
                    ? []
                    : $gone["{$this->notes->clip[$k]} {$this->notes->pitch[$k]}"] ?? [] as $note => $start
            ) {
                if ($start >= $this->notes->start[$k] && $start < $this->notes->start[$k] + $length) {
                    $joined[$note] = $into;
                }
            }
        }

        return $joined;
    }
}

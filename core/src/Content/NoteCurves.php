<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

/**
 * Curves within single notes go along with whatever becomes of their notes: they move and stretch with them, go with them,
 * are copied with copies, cut where a note is cut in pieces, and put one behind the other where notes are joined.
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

    /** The change of notes with what it does to their curves. */
    public function along(Change $change): Change
    {
        if ($this->of === [] || $change->table->isNothing()) {
            return $change;
        }
        $places = array_flip($this->notes->id);
        $draft = new PointDraft($change->applyToPoints($this->points), $change->nextId());
        // Points that the edit itself changed are where it put them.
        $own = $change->points === null ? [] : array_fill_keys([...$change->points->removed->id, ...array_keys($change->points->after['start'] ?? [])], true);
        $at = array_flip($change->applyToPoints($this->points)->id);
        $joined = $this->joined($change, $places);
        $pieces = $this->pieces($change, $places);
        $grown = array_flip($joined);
        foreach ($change->removed->id as $note) {
            foreach (isset($joined[$note]) ? [] : $this->of[$note] ?? [] as $i) {
                self::with($draft, $at, $this->points->id[$i], $own, static fn (int $place) => $draft->remove($place));
            }
        }
        foreach ($joined as $note => $into) {
            foreach ($this->of[$note] ?? [] as $i) {
                self::with($draft, $at, $this->points->id[$i], $own, static fn (int $place) => $draft->note[$place] = $into);
            }
        }
        $moved = ($change->after['start'] ?? []) + ($change->after['length'] ?? []);
        foreach (array_intersect_key($this->of, $moved, $places) as $note => $curve) {
            $k = $places[$note];
            [$start, $length] = [$change->after['start'][$note] ?? $this->notes->start[$k], $change->after['length'][$note] ?? $this->notes->length[$k]];
            $isCut = ($change->cuts && $length < $this->notes->length[$k]) || isset($pieces[$note]) || isset($grown[$note]);
            foreach ($curve as $i) {
                $tick = $this->points->start[$i];
                $to = $isCut ? $tick : self::scaled($tick, $this->notes->start[$k], $this->notes->length[$k], $start, $length);
                self::with($draft, $at, $this->points->id[$i], $own, static fn (int $place) => $isCut && $tick >= $start + $length ? $draft->remove($place) : $draft->start[$place] = $to);
            }
        }
        foreach ($change->added->id as $k => $note) {
            $origin = $change->origins[$note] ?? 0;
            $isPiece = isset($pieces[$origin][$note]);
            $this->copy($draft, $change->added, $k, $origin, $isPiece ? null : ($places[$origin] ?? null));
        }
        $whole = $change->points === null ? $draft->change() : $change->points->followedBy($draft->change());

        return $change->withPoints($whole);
    }

    /** Gives an added note the curve of the one it is like: as long as it, or where it is a piece, what lies within it. */
    private function copy(PointDraft $draft, Notes $added, int $k, int $origin, ?int $place): void
    {
        $held = [];
        [$start, $end] = [$added->start[$k], $added->start[$k] + $added->length[$k]];
        foreach ($this->of[$origin] ?? [] as $i) {
            $row = ['note' => $added->id[$k], 'clip' => $added->clip[$k], 'rank' => Points::LAST_RANK] + $this->points->row($i);
            if ($place !== null) {
                $draft->add(['start' => self::scaled($row['start'], $this->notes->start[$place], $this->notes->length[$place], $start, $added->length[$k])] + $row);
            } elseif ($row['start'] <= $start) {
                $held["{$row['kind']} {$row['number']}"] = ['start' => $start] + $row;
            } elseif ($row['start'] < $end) {
                $draft->add($row);
            }
        }
        array_map($draft->add(...), array_values($held));
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
        foreach ($change->removed->id as $r => $note) {
            $gone["{$change->removed->clip[$r]} {$change->removed->pitch[$r]}"][$note] = $change->removed->start[$r];
        }
        foreach ($change->after['length'] ?? [] as $into => $length) {
            $k = $places[$into];
            foreach ($length <= $this->notes->length[$k] ? [] : $gone["{$this->notes->clip[$k]} {$this->notes->pitch[$k]}"] ?? [] as $note => $start) {
                if ($start >= $this->notes->start[$k] && $start < $this->notes->start[$k] + $length) {
                    $joined[$note] = $into;
                }
            }
        }

        return $joined;
    }

    /**
     * Notes that were cut: by id, the ids of the pieces put in beside what is left of them.
     *
     * @param  array<int, int>  $places
     * @return array<int, array<int, true>>
     */
    private function pieces(Change $change, array $places): array
    {
        $pieces = [];
        $placeOf = array_flip($change->added->id);
        foreach ($change->origins as $note => $origin) {
            $k = $places[$origin] ?? null;
            $added = $placeOf[$note] ?? null;
            if ($k === null || $added === null || ! isset($change->after['length'][$origin]) || $change->added->pitch[$added] !== $this->notes->pitch[$k]) {
                continue;
            }
            $start = $change->added->start[$added];
            if ($start > $this->notes->start[$k] && $start < $this->notes->start[$k] + $this->notes->length[$k]) {
                $pieces[$origin][$note] = true;
            }
        }

        return $pieces;
    }

    /**
     * @param  array<int, int>  $at
     * @param  array<int, true>  $own
     * @param  callable(int): mixed  $do  with its place
     */
    private static function with(PointDraft $draft, array $at, int $id, array $own, callable $do): void
    {
        if (isset($at[$id]) && ! isset($own[$id])) {
            $do($at[$id]);
        }
    }

    /** Where a tick of a note lies when the note lies elsewhere, longer or shorter. */
    private static function scaled(int $tick, int $start, int $length, int $newStart, int $newLength): int
    {
        return $newStart + (int) round(($tick - $start) * $newLength / max(1, $length));
    }
}

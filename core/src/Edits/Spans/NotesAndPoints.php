<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Spans;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\TickRange;

/**
 * Notes and points that are selected together: they move alike, measured from the first of both.
 *
 * The places of points stand behind those of the notes.
 *
 * @implements Spanning<Change>
 */
final readonly class NotesAndPoints implements Spanning
{
    public function __construct(
        private NotesInTime $notes,
        private PointsInTime $points,
        private Selection $selection,
    ) {
    }

    public function spans(): Spans
    {
        $notes = $this->notes->spans();
        $points = $this->points->spans();
        $behind = count($notes->start);
        $start = $notes->start + self::by($behind, $points->start);
        $places = [
            ...$notes->places, ...array_map(static fn (int $i): int => $i + $behind, array_values($points->places)),
        ];
        usort($places, static fn (int $a, int $b): int => $start[$a] <=> $start[$b]);

        return new Spans(
            Noun::NoteOrPoint, $places, $start,
            $notes->length + self::by($behind, $points->length),
            $notes->playedStart + self::by($behind, $points->playedStart),
            $notes->playedEnd + self::by($behind, $points->playedEnd),
            $notes->looseStart + self::by($behind, $points->looseStart),
            $notes->muted + self::by($behind, $points->muted), $notes->group + self::by($behind, $points->group),
            min($notes->room, $points->room), 0,
            static fn (array $places): array => [
                ...$notes->byTrack(array_values(array_filter($places, static fn (int $i): bool => $i < $behind))),
                ...array_map(
                    static fn (int $i): array => [$i],
                    array_values(array_filter($places, static fn (int $i): bool => $i >= $behind)),
                ),
            ],
            static fn (int $i): string => $i < $behind ? $notes->row($i) : $points->row($i - $behind),
            static fn (int $i): ?TickRange => $i < $behind ? $notes->roundOf($i) : null,
        );
    }

    public function changed(Spans $spans, Said $said): Change
    {
        $behind = count($this->notes->spans()->start);
        [$notes, $points] = [$this->notes->spans(), $this->points->spans()];
        foreach (['start', 'length', 'playedStart', 'playedEnd', 'looseStart', 'muted', 'group'] as $column) {
            $notes->{$column} = array_slice($spans->{$column}, 0, $behind);
        }
        $points->start = self::by(-$behind, array_slice($spans->start, $behind, null, true));
        $isNote = static fn (int $place): bool => $place < $behind;
        foreach ($spans->removed as $i => $_) {
            $isNote($i) ? $notes->remove($i) : $points->remove($i - $behind);
        }
        foreach ($spans->copies as $round) {
            $notes->beginCopies();
            $points->beginCopies();
            foreach ($round as [$i, $values]) {
                $isNote($i) ? $notes->copy($i, $values) : $points->copy($i - $behind, $values);
            }
        }
        $change = $this->notes->changed($notes, $said);
        [$ofPoints] = $this->points->written($points, $change->notes->added->nextId);
        $selected = $spans->areCopied()
            ? [...$change->notes->added->id, ...$ofPoints->added->id]
            : array_diff($this->selection->ids, $change->notes->removed->id, $ofPoints->removed->id);

        return $change->withPoints($ofPoints, Selection::of($selected))->movingRange($spans->range);
    }

    /**
     * @param  array<int, int>  $column
     * @return array<int, int> the same, so many places on
     */
    private static function by(int $places, array $column): array
    {
        return $column === []
            ? []
            : array_combine(array_map(static fn (int $i): int => $i + $places, array_keys($column)), $column);
    }
}

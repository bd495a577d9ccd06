<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Lanes;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\PointDraft;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Content\TableChange;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameters;

/**
 * What edits of notes do to the selected points of lanes: each point is to them a note that lasts to the next selected one
 * of its lane, the last a 32nd. So a rule of time is written once, and moves notes and points that are selected together alike.
 */
final readonly class ChosenPoints
{
    /**
     * @param  array<int, int>  $places  of the selected points
     *
     * @throws EditRefused where it cannot be done to them
     */
    public static function apply(Edit $edit, Notes $notes, array $places, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $points = $context->points;
        $withNotes = $selection->positions($notes) !== [];
        $rows = self::asNotes($points, $places, $withNotes ? $notes : Notes::none(), intdiv($context->time->ppq(), 8))->counted(max($notes->nextId, $points->nextId));
        $change = $edit->apply($rows, $selection, $context, $parameters);
        $draft = new PointDraft($points, $change->added->nextId);
        $placeOf = array_combine(array_map(static fn (int $i): int => $points->id[$i], $places), $places);
        foreach ($change->after['start'] ?? [] as $id => $start) {
            if (isset($placeOf[$id])) {
                $draft->start[$placeOf[$id]] = $start;
            }
        }
        foreach ($change->removed->id as $id) {
            if (isset($placeOf[$id])) {
                $draft->remove($placeOf[$id]);
            }
        }
        $selected = array_fill_keys($change->selection->ids, true);
        foreach ($change->added->clip as $k => $clip) {
            if ($clip < 0) {
                unset($selected[$change->added->id[$k]]);
                $selected[$draft->addLike($placeOf[-$clip], ['start' => $change->added->start[$k]])] = true;
            }
        }
        $ofPoints = $draft->change();
        $ofNotes = new TableChange(self::notesOf($change->removed), self::notesOf($change->added), self::without($change->before, $placeOf), self::without($change->after, $placeOf));
        $after = Selection::of(array_diff(array_keys($selected), $ofPoints->removed->id));

        return Change::of($ofNotes, $after, self::said($change->summary, $withNotes))->withPoints($ofPoints);
    }

    /**
     * Notes with the points among them. The clip of a point's note is its id below 0: so a copy is known, and points are a
     * track of their own, no chord with any note.
     *
     * @param  array<int, int>  $places
     * @param  int  $last  how long the last point of a lane is, in ticks
     */
    private static function asNotes(Points $points, array $places, Notes $notes, int $last): Notes
    {
        $next = $ends = [];
        foreach (array_reverse($places) as $i) {
            $lane = "{$points->kind[$i]} {$points->number[$i]} {$points->channel[$i]} {$points->clip[$i]}";
            $ends[$i] = max(1, isset($next[$lane]) ? $next[$lane] - $points->start[$i] : $last);
            $next[$lane] = $points->start[$i];
        }
        $chosen = $points->at(array_values($places));
        $own = [
            'id' => $chosen->id, 'start' => $chosen->start, 'length' => array_map(static fn (int $i): int => $ends[$i], array_values($places)),
            'clip' => array_map(static fn (int $id): int => -$id, $chosen->id),
        ];
        $columns = [];
        foreach ($notes->columns() as $name => $values) {
            $columns[$name] = [...$values, ...$own[$name] ?? array_fill(0, $chosen->count(), Notes::COLUMNS[$name]['default'])];
        }

        return Notes::of($columns);
    }

    private static function notesOf(Notes $rows): Notes
    {
        return $rows->at(array_keys(array_filter($rows->clip, static fn (int $clip): bool => $clip >= 0)));
    }

    /**
     * @param  array<string, array<int, int>>  $values
     * @param  array<int, int>  $points  by id
     * @return array<string, array<int, int>>
     */
    private static function without(array $values, array $points): array
    {
        return array_filter(array_map(static fn (array $column): array => array_diff_key($column, $points), $values));
    }

    private static function said(string $summary, bool $withNotes): string
    {
        return $withNotes
            ? (string) preg_replace(['/\bnotes\b/', '/\bnote\b/'], ['notes and points', 'note or point'], $summary)
            : (string) preg_replace('/\bnote(s?)\b/', 'point$1', $summary);
    }
}

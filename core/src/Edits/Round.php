<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\PointDraft;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Content\TableChange;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Time\TickRange;

/**
 * Keeps what an edit moves or puts in within the rounds of clips that loop: nothing is put where it can neither be seen
 * nor heard. What lay outside of them before may stay there.
 */
final class Round
{
    /** @throws EditRefused where the edit cannot be done in a loop */
    public static function kept(Change $change, Notes $notes, Context $context, InLoops $rule): Change
    {
        $rounds = $context->clips->rounds;
        if ($rounds === [] || $change->isNothing()) {
            return $change;
        }
        $ofNotes = self::table($change->notes, $notes, $rounds, $rule, $context, static fn (): bool => true);
        $ofPoints = $change->points === null ? null : self::points($change->points, $context, $rule);
        if ($ofNotes === $change->notes && $ofPoints === $change->points) {
            return $change;
        }
        $gone = array_diff($change->notes->added->id, $ofNotes->added->id);

        return $change->inTables($ofNotes, $ofPoints, Selection::of(array_diff($change->selection->ids, $gone)));
    }

    /**
     * @param  TableChange<Points>  $change
     * @return TableChange<Points>
     */
    private static function points(TableChange $change, Context $context, InLoops $rule): TableChange
    {
        $isOfLane = static fn (Points $table, int $place): bool => $table->note[$place] === 0;
        $kept = self::table($change, $context->points, $context->clips->rounds, $rule, $context, $isOfLane);
        if ($kept === $change) {
            return $change;
        }
        // Two that come to lie on one tick are one.
        $after = $kept->applyTo($context->points);
        $draft = new PointDraft($context->points->counted($after->nextId));
        $places = array_flip($after->id);
        foreach ($context->points->id as $i => $id) {
            if (! isset($places[$id])) {
                $draft->remove($i);
            } else {
                [$draft->start[$i], $draft->value[$i], $draft->note[$i]] = [
                    $after->start[$places[$id]], $after->value[$places[$id]], $after->note[$places[$id]],
                ];
            }
        }
        foreach ($kept->added->id as $k => $id) {
            $draft->add($kept->added->row($k));
        }

        return $draft->change();
    }

    /**
     * @template T of Notes|Points
     *
     * @param  TableChange<T>  $change
     * @param  T  $table  it is a change of
     * @param  array<int, TickRange>  $rounds  by clip
     * @param  callable(T, int): bool  $concerns
     * @return TableChange<T> the same one where nothing lies outside
     *
     * @throws EditRefused
     */
    private static function table(
        TableChange $change, Notes|Points $table, array $rounds, InLoops $rule, Context $context, callable $concerns,
    ): TableChange {
        [$after, $added] = [$change->after, $change->added];
        $isChanged = false;
        $places = ($after['start'] ?? []) === [] ? [] : array_flip($table->id);
        foreach ($after['start'] ?? [] as $id => $start) {
            $place = $places[$id];
            $round = $rounds[$table->clip[$place]] ?? null;
            if (
                $round === null
                || $round->has($start)
                || ! $round->has($table->start[$place])
                || ! $concerns($table, $place)
            ) {
                continue;
            }
            self::refuse($rule, $round, $context);
            $isChanged = true;
            $after['start'][$id] = $round->wrapped($start);
        }
        $starts = $added->start;
        foreach ($starts as $k => $start) {
            $round = $rounds[$added->clip[$k]] ?? null;
            if ($round === null || $round->has($start) || ! $concerns($added, $k)) {
                continue;
            }
            self::refuse($rule, $round, $context);
            $isChanged = true;
            $starts[$k] = $rule === InLoops::LeaveOut ? null : $round->wrapped($start);
        }
        if (! $isChanged) {
            return $change;
        }
        $kept = $added->at(array_keys(array_filter($starts, is_int(...))));

        return new TableChange(
            $change->removed,
            $kept->id === [] ? $kept : $kept->with(['start' => array_values(array_filter($starts, is_int(...)))]),
            ...self::withoutEqual($change->before, $after),
        );
    }

    /**
     * Values that are as before after all are no change.
     *
     * @param  array<string, array<int, int>>  $before
     * @param  array<string, array<int, int>>  $after
     * @return array{array<string, array<int, int>>, array<string, array<int, int>>}
     */
    private static function withoutEqual(array $before, array $after): array
    {
        foreach (array_keys(array_intersect_assoc($before['start'] ?? [], $after['start'] ?? [])) as $id) {
            unset($before['start'][$id], $after['start'][$id]);
        }

        return [array_filter($before), array_filter($after)];
    }

    private static function refuse(InLoops $rule, TickRange $round, Context $context): void
    {
        if ($rule === InLoops::Refuse) {
            $end = $context->time->position($round->to);
            throw new EditRefused(
                "The clip repeats its content from {$end} on, so nothing can lie behind that. Take a longer loop, clip "
                    .'loop=notes to write its rounds out, or clip loop=off.',
            );
        }
    }
}

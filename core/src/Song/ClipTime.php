<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\TableChange;

/** Tables and their changes on the way between the time of the song and that of a clip. */
final class ClipTime
{
    /**
     * @template T of Notes|Points
     *
     * @param  TableChange<T>  $change
     * @return TableChange<T>
     */
    public static function later(TableChange $change, int $shift): TableChange
    {
        return new TableChange(
            $change->removed->shifted($shift), $change->added->shifted($shift), ...self::startsLater($change, $shift),
        );
    }

    /**
     * The same change so much later, all of it in one clip.
     *
     * @template T of Notes|Points
     *
     * @param  TableChange<T>  $change
     * @return TableChange<T>
     */
    public static function placed(TableChange $change, int $shift, int $clip): TableChange
    {
        return new TableChange(
            self::put($change->removed, $shift, $clip), self::put($change->added, $shift, $clip),
            ...self::startsLater($change, $shift),
        );
    }

    /**
     * Rows so much later, all in one clip.
     *
     * @template T of Notes|Points
     *
     * @param  T  $table
     * @return T
     */
    public static function put(Notes|Points $table, int $shift, int $clip): Notes|Points
    {
        return $table->id === []
            ? $table
            : $table::ordered(
                ['clip' => array_fill(0, $table->count(), $clip)] + $table->shifted($shift)->columns(), $table->nextId,
            );
    }

    /**
     * The values of a change, with starts later by so much.
     *
     * @template T of Notes|Points
     *
     * @param  TableChange<T>  $change
     * @return array{array<string, array<int, int>>, array<string, array<int, int>>} before and after
     */
    private static function startsLater(TableChange $change, int $shift): array
    {
        [$before, $after] = [$change->before, $change->after];
        if ($shift !== 0 && isset($before['start'], $after['start'])) {
            $later = static fn (int $start): int => $start + $shift;
            $before['start'] = array_map($later, $before['start']);
            $after['start'] = array_map($later, $after['start']);
        }

        return [$before, $after];
    }
}

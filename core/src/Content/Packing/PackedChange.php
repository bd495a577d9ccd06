<?php

declare(strict_types=1);

namespace Jactonic\Core\Content\Packing;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\TableChange;

/**
 * A change of a table as bytes and back, for the history: only rows and columns that changed, each column with its
 * name.
 *
 * The first version had no mark, numbers in place of the names, and the selection between the rows and the columns.
 */
final class PackedChange
{
    private const MARK = 'change2';

    /** Marks a column of the same rows as the one before it. */
    private const SAME_ROWS = 0x80;

    /** @param  TableChange<Notes>|TableChange<Points>  $change */
    public static function pack(TableChange $change): string
    {
        $bytes = self::MARK.PackedTable::pack($change->removed).PackedTable::pack($change->added);
        $last = null;
        foreach ($change->after as $name => $after) {
            $before = $change->before[$name];
            $ids = array_keys($after);
            if (array_keys($before) !== $ids) {
                $before = array_map(static fn (int $id): int => $before[$id], $ids);
            }
            $bytes .= chr(
                strlen($name) | ($ids === $last ? self::SAME_ROWS : 0),
            ).$name.($ids === $last ? '' : Numbers::pack($ids));
            $bytes .= Numbers::pack($before).Numbers::pack($after);
            $last = $ids;
        }

        return $bytes;
    }

    /**
     * @template T of Notes|Points
     *
     * @param  class-string<T>  $kind
     * @return TableChange<T>
     */
    public static function unpack(string $bytes, string $kind): TableChange
    {
        $at = strlen(self::MARK);
        $removed = PackedTable::read($kind, $bytes, $at);
        $added = PackedTable::read($kind, $bytes, $at);
        [$before, $after] = self::columns($bytes, $at, null);

        return new TableChange($removed, $added, $before, $after);
    }

    /**
     * Reads a change of notes of the first version.
     *
     * @return array{TableChange<Notes>, list<int>} the change, and the ids that were selected after it
     */
    public static function unpackFirst(string $bytes): array
    {
        $at = 0;
        $removed = PackedTable::readFirst($bytes, $at);
        $added = PackedTable::readFirst($bytes, $at);
        $selection = array_values(Numbers::unpack($bytes, $at));
        [$before, $after] = self::columns($bytes, $at, PackedTable::FIRST_COLUMNS);

        return [new TableChange($removed, $added, $before, $after), $selection];
    }

    /**
     * @param  list<string>|null  $names  the columns by number; null where their names are written
     * @return array{array<string, array<int, int>>, array<string, array<int, int>>} before and after
     */
    private static function columns(string $bytes, int $at, ?array $names): array
    {
        $before = $after = $ids = [];
        while ($at < strlen($bytes)) {
            $head = ord($bytes[$at++]);
            $number = $head & ~self::SAME_ROWS;
            $name = $names === null ? substr($bytes, $at, $number) : $names[$number];
            $at += $names === null ? $number : 0;
            $ids = ($head & self::SAME_ROWS) !== 0 ? $ids : Numbers::unpack($bytes, $at);
            $before[$name] = array_combine($ids, Numbers::unpack($bytes, $at));
            $after[$name] = array_combine($ids, Numbers::unpack($bytes, $at));
        }

        return [$before, $after];
    }
}

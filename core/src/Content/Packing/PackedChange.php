<?php

declare(strict_types=1);

namespace Jactonic\Core\Content\Packing;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Selection;

/**
 * A change of notes as bytes and back, for the history: only columns that changed, each with its name. Its summary is
 * not kept: it was for the moment.
 *
 * The first version had no mark, and numbers in place of the names.
 */
final class PackedChange
{
    private const MARK = 'change2';

    /** Marks a column of the same notes as the one before it. */
    private const SAME_NOTES = 0x80;

    public static function pack(Change $change): string
    {
        $bytes = self::MARK.PackedTable::pack($change->removed).PackedTable::pack($change->added).Numbers::pack($change->selection->ids);
        $last = null;
        foreach ($change->after as $name => $after) {
            $before = $change->before[$name];
            $ids = array_keys($after);
            if (array_keys($before) !== $ids) {
                $before = array_map(static fn (int $id): int => $before[$id], $ids);
            }
            $bytes .= chr(strlen($name) | ($ids === $last ? self::SAME_NOTES : 0)).$name.($ids === $last ? '' : Numbers::pack($ids));
            $bytes .= Numbers::pack($before).Numbers::pack($after);
            $last = $ids;
        }

        return $bytes;
    }

    public static function unpack(string $bytes): Change
    {
        $isFirst = ! str_starts_with($bytes, self::MARK);
        $at = $isFirst ? 0 : strlen(self::MARK);
        $removed = PackedTable::readNotes($bytes, $at);
        $added = PackedTable::readNotes($bytes, $at);
        $selection = Selection::of(Numbers::unpack($bytes, $at));
        $before = $after = $ids = [];
        while ($at < strlen($bytes)) {
            $head = ord($bytes[$at++]);
            $number = $head & ~self::SAME_NOTES;
            $name = $isFirst ? PackedTable::FIRST_COLUMNS[$number] : substr($bytes, $at, $number);
            $at += $isFirst ? 0 : $number;
            $ids = ($head & self::SAME_NOTES) !== 0 ? $ids : Numbers::unpack($bytes, $at);
            $before[$name] = array_combine($ids, Numbers::unpack($bytes, $at));
            $after[$name] = array_combine($ids, Numbers::unpack($bytes, $at));
        }

        return new Change($removed, $added, $before, $after, $selection, '');
    }
}

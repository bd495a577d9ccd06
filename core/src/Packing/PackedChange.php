<?php

declare(strict_types=1);

namespace Jactonic\Core\Packing;

use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;

/** A change as bytes and back, for the history. Its summary is not kept: it was for the moment. */
final class PackedChange
{
    /** Marks a column of the same notes as the one before it. */
    private const SAME_NOTES = 0x80;

    public static function pack(Change $change): string
    {
        $bytes = PackedNotes::pack($change->removed).PackedNotes::pack($change->added).Columns::pack($change->selection->ids);
        $last = null;
        foreach ($change->after as $name => $after) {
            $before = $change->before[$name];
            $ids = array_keys($after);
            if (array_keys($before) !== $ids) {
                $before = array_map(static fn (int $id): int => $before[$id], $ids);
            }
            $column = (int) array_search($name, Notes::COLUMNS, true);
            $bytes .= $ids === $last ? chr($column | self::SAME_NOTES) : chr($column).Columns::pack($ids);
            $bytes .= Columns::pack($before).Columns::pack($after);
            $last = $ids;
        }

        return $bytes;
    }

    public static function unpack(string $bytes): Change
    {
        $at = 0;
        $removed = PackedNotes::read($bytes, $at);
        $added = PackedNotes::read($bytes, $at);
        $selection = Selection::of(Columns::unpack($bytes, $at));
        $before = $after = $ids = [];
        while ($at < strlen($bytes)) {
            $column = ord($bytes[$at++]);
            $name = Notes::COLUMNS[$column & ~self::SAME_NOTES];
            $ids = ($column & self::SAME_NOTES) !== 0 ? $ids : Columns::unpack($bytes, $at);
            $before[$name] = array_combine($ids, Columns::unpack($bytes, $at));
            $after[$name] = array_combine($ids, Columns::unpack($bytes, $at));
        }

        return new Change($removed, $added, $before, $after, $selection, '');
    }
}

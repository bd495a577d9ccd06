<?php

declare(strict_types=1);

namespace Jactonic\Core\Packing;

use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;

/** A change as bytes and back, for the history. Its summary is not kept: it was for the moment. */
final class PackedChange
{
    public static function pack(Change $change): string
    {
        $bytes = PackedNotes::pack($change->removed).PackedNotes::pack($change->added).Columns::pack($change->selection->ids);
        foreach ($change->after as $name => $after) {
            $before = $change->before[$name];
            $ids = array_keys($after);
            if (array_keys($before) !== $ids) {
                $before = array_map(static fn (int $id): int => $before[$id], $ids);
            }
            $bytes .= chr((int) array_search($name, Notes::COLUMNS, true)).Columns::pack($ids).Columns::pack($before).Columns::pack($after);
        }

        return $bytes;
    }

    public static function unpack(string $bytes): Change
    {
        $at = 0;
        $removed = PackedNotes::read($bytes, $at);
        $added = PackedNotes::read($bytes, $at);
        $selection = Selection::of(Columns::unpack($bytes, $at));
        $before = $after = [];
        while ($at < strlen($bytes)) {
            $name = Notes::COLUMNS[ord($bytes[$at++])];
            $ids = Columns::unpack($bytes, $at);
            $before[$name] = array_combine($ids, Columns::unpack($bytes, $at));
            $after[$name] = array_combine($ids, Columns::unpack($bytes, $at));
        }

        return new Change($removed, $added, $before, $after, $selection, '');
    }
}

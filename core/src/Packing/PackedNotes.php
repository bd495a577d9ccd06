<?php

declare(strict_types=1);

namespace Jactonic\Core\Packing;

use Jactonic\Core\Notes\Notes;
use UnexpectedValueException;

/** Notes as bytes and back: a mark, the next id, and the columns in their order. */
final class PackedNotes
{
    private const MARK = 'notes1';

    public static function pack(Notes $notes): string
    {
        return self::MARK.pack('V', $notes->nextId).implode('', array_map(Columns::pack(...), $notes->columns()));
    }

    /** @throws UnexpectedValueException where the bytes are no packed notes */
    public static function unpack(string $bytes): Notes
    {
        $at = 0;

        return self::read($bytes, $at);
    }

    /** Reads notes at a place in the bytes and moves the place behind them. */
    public static function read(string $bytes, int &$at): Notes
    {
        if (substr($bytes, $at, 6) !== self::MARK) {
            throw new UnexpectedValueException('These bytes are no packed notes.');
        }
        /** @var array{1: int} $nextId */
        $nextId = unpack('V', $bytes, $at + 6);
        $at += 10;
        $columns = [];
        foreach (Notes::COLUMNS as $name) {
            $columns[$name] = Columns::unpack($bytes, $at);
        }

        return Notes::ordered($columns, $nextId[1]);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Content\Packing;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Table;
use UnexpectedValueException;

/**
 * Tables as bytes and back: a mark with a version, the next id, and each column that says something, with its name.
 *
 * A column that holds its default throughout is left out, and a name that is not known is passed over: so a column that
 * is new, or gone, makes nothing unreadable. The first version, `notes1`, had eleven columns without names.
 */
final class PackedTable
{
    private const MARKS = [Notes::class => 'notes2', Points::class => 'point2'];

    private const FIRST_MARK = 'notes1';

    /** The columns of the first version, in their order. */
    public const FIRST_COLUMNS = [
        'id', 'start', 'length', 'pitch', 'velocity', 'release', 'channel', 'muted', 'group', 'playedStart',
        'playedEnd',
    ];

    public static function pack(Notes|Points $table): string
    {
        return self::written($table, array_map(Numbers::pack(...), self::telling($table, $table->columns())));
    }

    /**
     * The same bytes as `pack()` gives, where those of the table before a change are at hand: columns that did not
     * change keep theirs.
     *
     * @param  string  $bytes  of `$before`, as `pack()` gave them
     */
    public static function repack(Notes $table, Notes $before, string $bytes): string
    {
        if (! str_starts_with($bytes, self::MARKS[Notes::class])) {
            return self::pack($table);
        }
        [$kept, $was, $columns] = [self::slices($bytes), $before->columns(), $table->columns()];
        $changed = array_filter(
            $columns, static fn (array $column, string $name): bool => $column !== $was[$name], ARRAY_FILTER_USE_BOTH,
        );
        $packed = array_map(Numbers::pack(...), self::telling($table, $changed));
        $all = [];
        foreach (array_keys($columns) as $name) {
            $column = isset($changed[$name]) ? ($packed[$name] ?? null) : ($kept[$name] ?? null);
            if ($column !== null) {
                $all[$name] = $column;
            }
        }

        return self::written($table, $all);
    }

    /**
     * Of some columns those that do not hold their default throughout.
     *
     * @param  array<string, array<int, int>>  $columns
     * @return array<string, array<int, int>>
     */
    private static function telling(Notes|Points $table, array $columns): array
    {
        return array_filter($columns, static function (array $column, string $name) use ($table): bool {
            $default = $table::COLUMNS[$name]['default'];

            return $column !== [] && ($name === 'id' || min($column) !== $default || max($column) !== $default);
        }, ARRAY_FILTER_USE_BOTH);
    }

    /** @param  array<string, string>  $columns  packed */
    private static function written(Notes|Points $table, array $columns): string
    {
        $bytes = self::MARKS[$table::class].pack('VC', $table->nextId, count($columns));
        foreach ($columns as $name => $column) {
            $bytes .= chr(strlen($name)).$name.$column;
        }

        return $bytes;
    }

    /** @return array<string, string> the columns of a packed table by name, still packed */
    private static function slices(string $bytes): array
    {
        $at = 0;
        [, $count] = self::head($bytes, $at);
        $slices = [];
        for ($k = 0; $k < $count; $k++) {
            $length = ord($bytes[$at]);
            $from = $at + 1 + $length;
            $name = substr($bytes, $at + 1, $length);
            $at = $from;
            Numbers::skip($bytes, $at);
            $slices[$name] = substr($bytes, $from, $at - $from);
        }

        return $slices;
    }

    /** @throws UnexpectedValueException where the bytes are no packed notes */
    public static function notes(string $bytes): Notes
    {
        $at = 0;

        return self::readNotes($bytes, $at);
    }

    /** @throws UnexpectedValueException where the bytes are no packed points */
    public static function points(string $bytes): Points
    {
        $at = 0;

        return self::read(Points::class, $bytes, $at);
    }

    /** Reads notes at a place in the bytes and moves the place behind them. */
    public static function readNotes(string $bytes, int &$at): Notes
    {
        return substr($bytes, $at, 6) === self::FIRST_MARK
            ? self::readFirst($bytes, $at)
            : self::read(Notes::class, $bytes, $at);
    }

    /**
     * @template T of Notes|Points
     *
     * @param  class-string<T>  $kind
     * @return T
     */
    public static function read(string $kind, string $bytes, int &$at): Table
    {
        if (substr($bytes, $at, 6) !== self::MARKS[$kind]) {
            throw new UnexpectedValueException(
                'These bytes are no packed '.($kind === Notes::class ? 'notes.' : 'points.'),
            );
        }
        [$nextId, $count] = self::head($bytes, $at);
        $columns = [];
        for ($k = 0; $k < $count; $k++) {
            $length = ord($bytes[$at]);
            $name = substr($bytes, $at + 1, $length);
            $at += 1 + $length;
            $columns[$name] = Numbers::unpack($bytes, $at);
        }

        return $kind::ordered(self::complete($kind, $columns), $nextId);
    }

    /**
     * @param  class-string<Notes|Points>  $kind
     * @param  array<string, array<int, int>>  $columns
     * @return array<string, array<int, int>>
     */
    private static function complete(string $kind, array $columns): array
    {
        $count = count($columns['id'] ?? []);
        $complete = $filled = [];
        foreach ($kind::COLUMNS as $name => ['default' => $default]) {
            $complete[$name] = $columns[$name]
                ?? ($count === 0 ? [] : $filled[$default] ??= array_fill(0, $count, $default));
        }

        return $complete;
    }

    /** Reads notes of the first version at a place in the bytes and moves the place behind them. */
    public static function readFirst(string $bytes, int &$at): Notes
    {
        if (substr($bytes, $at, 6) !== self::FIRST_MARK) {
            throw new UnexpectedValueException('These bytes are no packed notes.');
        }
        /** @var array{1: int} $nextId */
        $nextId = unpack('V', $bytes, $at + 6);
        $at += 10;
        $columns = [];
        foreach (self::FIRST_COLUMNS as $name) {
            $columns[$name] = Numbers::unpack($bytes, $at);
        }

        return Notes::ordered(self::complete(Notes::class, $columns), $nextId[1]);
    }

    /** @return array{int, int} the next id, and how many columns follow */
    private static function head(string $bytes, int &$at): array
    {
        /** @var array{next: int, count: int} $head */
        $head = unpack('Vnext/Ccount', $bytes, $at + 6);
        $at += 11;

        return [$head['next'], $head['count']];
    }
}

<?php

declare(strict_types=1);

namespace App\Songs\Told;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\TableChange;

/** A change of notes or points as it goes to the browser: by columns, not by rows. */
final class ChangedColumns
{
    /**
     * What is taken out, put in and changed; unchanged rows and columns are left out.
     *
     * @template T of Notes|Points
     *
     * @param  TableChange<T>  $change
     * @return array{
     *     removed: array<int, int>, added: array<string, array<int, int>>|null,
     *     changed: list<array<string, list<int>>>,
     * }
     */
    public static function of(TableChange $change): array
    {
        return [
            'removed' => $change->removed->id,
            'added' => $change->added->id === [] ? null : $change->added->columns(),
            'changed' => self::grouped($change->after),
        ];
    }

    /**
     * New values by column, columns of the same rows together: `[{id: […], start: […], playedStart: […]}]`.
     *
     * @param  array<string, array<int, int>>  $after
     * @return list<array<string, list<int>>>
     */
    private static function grouped(array $after): array
    {
        $groups = [];
        foreach ($after as $name => $values) {
            $ids = array_keys($values);
            foreach ($groups as $k => $group) {
                if ($group['id'] === $ids) {
                    $groups[$k][$name] = array_values($values);

                    continue 2;
                }
            }
            $groups[] = ['id' => $ids, $name => array_values($values)];
        }

        return array_values($groups);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

/** Adds up what two runs of an edit say: `add=3` and `add=-1` are `add=2`. */
final class Sum
{
    /**
     * @param  array<string, string>  $first
     * @param  array<string, string>  $second
     * @param  list<string>  $names  the parameters that add up
     * @param  int  $limit  the largest size of the sum; beyond it the limit holds
     * @return array<string, string>|null null where they do not say the same one parameter
     */
    public static function of(array $first, array $second, array $names, int $limit): ?array
    {
        $name = (string) array_key_first($first);
        if (count($first) !== 1 || array_keys($first) !== array_keys($second) || ! in_array($name, $names, true)) {
            return null;
        }
        [$a, $b] = [$first[$name], $second[$name]];
        if (preg_match('/^[+-]?\d{1,6}$/', $a) !== 1 || preg_match('/^[+-]?\d{1,6}$/', $b) !== 1) {
            return null;
        }

        return [$name => (string) max(-$limit, min($limit, (int) $a + (int) $b))];
    }
}

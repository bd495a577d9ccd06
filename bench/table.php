<?php

declare(strict_types=1);

/**
 * Prints rows as a table and keeps them as JSON in bench/results.
 *
 * @param  list<array<string, int|float|string>>  $rows
 */
function printAndKeep(string $name, array $rows): void
{
    $widths = [];
    foreach ([array_combine(array_keys($rows[0]), array_keys($rows[0])), ...$rows] as $row) {
        foreach ($row as $column => $value) {
            $widths[$column] = max($widths[$column] ?? 0, mb_strlen((string) $value));
        }
    }
    $line = static fn (array $row): string => rtrim(implode('  ', array_map(
        static fn (string $column, mixed $value): string => is_numeric($value) ? str_pad(
            (string) $value, $widths[$column], ' ', STR_PAD_LEFT,
        ) : mb_str_pad_right((string) $value, $widths[$column]),
        array_keys($row), $row,
    )));
    echo $line(array_combine(array_keys($rows[0]), array_keys($rows[0]))), "\n";
    foreach ($rows as $row) {
        echo $line($row), "\n";
    }
    file_put_contents(
        __DIR__."/results/{$name}.json",
        json_encode($rows, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE)."\n",
    );
}

function mb_str_pad_right(string $text, int $width): string
{
    return $text.str_repeat(' ', max(0, $width - mb_strlen($text)));
}

/** @param  non-empty-list<float>  $values */
function median(array $values): float
{
    sort($values);

    return $values[intdiv(count($values), 2)];
}

/** The shortest of several runs, in ms. */
function shortest(int $times, callable $run): float
{
    $best = INF;
    for ($k = 0; $k < $times; $k++) {
        $start = hrtime(true);
        $run();
        $best = min($best, (hrtime(true) - $start) / 1e6);
    }

    return $best;
}

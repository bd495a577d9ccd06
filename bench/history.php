<?php

declare(strict_types=1);

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/table.php';
require __DIR__.'/clips.php';
require __DIR__.'/asking.php';

const STEPS = 5_000;
const EDITS = 2_000;
const AT_EACH_END = 200;

$server = new Asking("http://127.0.0.1:{$argv[1]}/api");
$database = new PDO('sqlite:'.getenv('DB_DATABASE'));
$bytes = static fn (): int => (int) $database->query(
    'select coalesce(sum(length(cast(change as blob)) + length(cast(before as blob)) + length(cast(after as blob)) + '
        .'length(lines)), 0) from steps',
)->fetchColumn();

$small = $server->opened(500);
for ($k = 0; $k < STEPS; $k++) {
    $small->edit(
        $k < AT_EACH_END ? 'first' : ($k >= STEPS - AT_EACH_END ? 'last' : 'between'),
        'velocity add='.($k % 2 === 0 ? 1 : -1), [1 + $k % 400],
    );
}
$before = $bytes();
$all = $server->opened(10_000);
foreach (range(1, EDITS) as $k) {
    $all->edit(
        'all',
        [
            'transpose semitones=1', 'velocity add=3', 'nudge by=10tk', 'transpose semitones=-1', 'velocity add=-3',
            'nudge by=-10tk',
        ][$k % 6],
        'all',
    );
}
printAndKeep('history', [
    [
        'what' => 'one note of 500 edited, the first '.AT_EACH_END.' steps, median ms',
        'value' => round(median($server->times['first']), 2),
    ],
    [
        'what' => 'the same, the last '.AT_EACH_END.' of '.STEPS.' steps, median ms',
        'value' => round(median($server->times['last']), 2),
    ],
    ['what' => 'room of '.EDITS.' edits of all 10,000 notes, MiB', 'value' => round(($bytes() - $before) / 1048576, 1)],
    ['what' => 'the same, bytes a note and edit', 'value' => round(($bytes() - $before) / EDITS / 10_000, 2)],
]);

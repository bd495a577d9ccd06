<?php

declare(strict_types=1);

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/table.php';
require __DIR__.'/clips.php';
require __DIR__.'/asking.php';

const ROUNDS = 60;

$server = new Asking("http://127.0.0.1:{$argv[1]}/api");
$server->ask('recipes', ['name' => 'Bench chain', 'lines' => [
    'grid value=1/8', 'quantize strength=80', 'grid-kind to=triplet', 'humanize time=4ms', 'velocity add=3', 'legato',
    'detach keep=80', 'choose where="velocity=..60"', 'velocity add=5', 'select what=all',
], 'keepsGrid' => true]);
[$twoThousand, $small, $large, $all, $twenty] = [
    $server->opened(2_000), $server->opened(500), $server->opened(10_000), $server->opened(10_000),
    $server->opened(10_000, 20),
];
$turn = 0;
$other = static function () use (&$turn): string {
    return $turn % 2 === 0 ? 'quantize' : 'quantize grid=1/8';
};
$kinds = [
    'an empty request' => [1, static fn (string $kind) => $server->ask('status', null, $kind)],
    // Other notes each time, so that no step joins the one before.
    'one note edited in a clip of 500' => [2, static function (string $kind) use ($small, &$turn): void {
        $small->edit($kind, 'transpose semitones=1', [1 + $turn % 400]);
    }],
    'one note edited in a clip of 10,000' => [3, static function (string $kind) use ($large, &$turn): void {
        $large->edit($kind, 'transpose semitones=1', [1 + $turn % 400]);
    }],
    'a recipe of ten lines on 2,000 notes' => [18, static function (string $kind) use ($twoThousand, &$turn): void {
        $twoThousand->edit($kind, 'recipe name="Bench chain"', range(1, 2_000 - $turn % 7));
    }],
    'all of 10,000 in one clip quantized' => [12, static fn (string $kind) => $all->edit($kind, $other(), 'all')],
    'all of 10,000 in 20 clips quantized' => [18, static fn (string $kind) => $twenty->edit($kind, $other(), 'all')],
];

for ($turn = 0; $turn < ROUNDS; $turn++) {
    foreach ($kinds as $name => [, $run]) {
        $run($name);
    }
}
$empty = median($server->times['an empty request']);
$rows = [];
foreach ($kinds as $name => [$limit]) {
    $rows[] = [
        'request' => $name, 'median ms' => round(median($server->times[$name]), 2),
        '× the empty one' => round(median($server->times[$name]) / $empty, 2), 'limit ×' => $limit,
    ];
}
printAndKeep('server', $rows);

<?php

declare(strict_types=1);

use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/table.php';
require __DIR__.'/clips.php';

const ROUNDS = 60;

$base = "http://127.0.0.1:{$argv[1]}/api";

/** @return array<string, mixed> */
$times = [];
$ask = static function (string $path, ?array $body = null, string $kind = '') use ($base, &$times): array {
    $context = stream_context_create(['http' => $body === null ? [] : ['method' => 'POST', 'header' => 'Content-Type: application/json', 'content' => json_encode($body)]]);
    $start = hrtime(true);
    $answer = (string) file_get_contents("{$base}/{$path}", false, $context);
    $times[$kind][] = (hrtime(true) - $start) / 1e6;

    return json_decode($answer, true);
};

$clip = static function (int $count) use ($ask): int {
    $midi = base64_encode((new SmfFile(1, 960, [new SmfTrack(benchNotes($count))]))->write());

    return $ask('songs', ['name' => "{$count} notes", 'midi' => $midi])['song']['tracks'][0]['clips'][0]['id'];
};

$revisions = [];
$edit = static function (string $kind, int $id, string $line, array $selection) use ($ask, &$revisions): void {
    $answer = $ask("clips/{$id}/edits", ['revision' => $revisions[$id] ?? 1, 'lines' => [$line], 'selection' => $selection, 'context' => ['grid' => '1/16', 'swing' => 0]], $kind);
    $revisions[$id] = $answer['revision'];
};

$ask('recipes', ['name' => 'Bench chain', 'lines' => [
    'grid value=1/8', 'quantize strength=80', 'grid-kind to=triplet', 'humanize time=4ms', 'velocity add=3', 'legato', 'detach keep=80', 'choose where="velocity=..60"', 'velocity add=5', 'select what=all',
], 'keepsGrid' => true]);
$twoThousand = $clip(2_000);
[$small, $large, $all] = [$clip(500), $clip(10_000), $clip(10_000)];
$everything = range(1, 10_000);
$turn = 0;
$kinds = [
    'an empty request' => [1, static fn (string $kind) => $ask('status', null, $kind)],
    // Other notes each time, so that no step joins the one before.
    'one note edited in a clip of 500' => [3, static function (string $kind) use ($edit, $small, &$turn): void {
        $edit($kind, $small, 'transpose semitones=1', [1 + $turn % 400]);
    }],
    'one note edited in a clip of 10,000' => [6, static function (string $kind) use ($edit, $large, &$turn): void {
        $edit($kind, $large, 'transpose semitones=1', [1 + $turn % 400]);
    }],
    'a recipe of ten lines on 2,000 notes' => [18, static function (string $kind) use ($edit, $twoThousand, &$turn): void {
        $edit($kind, $twoThousand, 'recipe name="Bench chain"', range(1, 2_000 - $turn % 7));
    }],
    'all of 10,000 quantized' => [12, static function (string $kind) use ($edit, $all, $everything, &$turn): void {
        $edit($kind, $all, $turn % 2 === 0 ? 'quantize' : 'quantize grid=1/8', $everything);
    }],
];

for ($turn = 0; $turn < ROUNDS; $turn++) {
    foreach ($kinds as $name => [, $run]) {
        $run($name);
    }
}
$empty = median($times['an empty request']);
$rows = [];
foreach ($kinds as $name => [$limit]) {
    $rows[] = ['request' => $name, 'median ms' => round(median($times[$name]), 2), '× the empty one' => round(median($times[$name]) / $empty, 2), 'limit ×' => $limit];
}
printAndKeep('server', $rows);

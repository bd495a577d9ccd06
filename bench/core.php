<?php

declare(strict_types=1);

use Jactonic\Core\Edits\Catalog;
use Jactonic\Core\Notes\Selection;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/table.php';
require __DIR__.'/clips.php';

const LINES = [
    'quantize', 'quantize what=both', 'quantize chords=together', 'as-played', 'nudge', 'nudge by=10ms', 'transpose semitones=1', 'transpose degrees=1',
    'length', 'velocity add=1', 'legato', 'legato by=pitch', 'untangle', 'untangle by=pitch', 'insert', 'duplicate', 'delete', 'mute',
];

// A process of its own for each edit and size, so that the peak of the memory is the edit's.
if (($argv[2] ?? '') === 'one') {
    [, , , $line, $count] = $argv;
    $notes = benchNotes((int) $count);
    $context = benchContext();
    $prepared = Catalog::standard()->read($line);
    $start = $line === 'as-played' ? Catalog::standard()->read('quantize')->apply($notes, Selection::all($notes), $context)->applyTo($notes) : $notes;
    $selection = Selection::all($start);
    $ms = shortest($count >= 100_000 ? 4 : 12, static function () use ($prepared, $start, $selection, $context): void {
        $prepared->apply($start, $selection, $context);
    });
    echo json_encode([$ms, memory_get_peak_usage() / 1048576]);
    exit;
}

$rows = [];
foreach (LINES as $line) {
    $row = ['edit' => $line];
    $perNote = [];
    foreach ([1_000, 10_000, 100_000] as $count) {
        $command = 'php -d opcache.enable_cli=1 '.$argv[1].' -d memory_limit=1G '.escapeshellarg(__FILE__).' "" one '.escapeshellarg($line)." {$count}";
        [$ms, $megabytes] = json_decode((string) shell_exec($command), true);
        $row["{$count}: ms"] = round($ms, 2);
        $row["{$count}: µs a note"] = round($ms * 1000 / $count, 2);
        $perNote[] = $ms / $count;
    }
    $rows[] = $row + ['growth ×' => round($perNote[2] / $perNote[0], 2), '100000: MiB' => round($megabytes, 1)];
}
printAndKeep(str_contains($argv[1], 'off') ? 'core-plain' : 'core', $rows);

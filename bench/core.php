<?php

declare(strict_types=1);

use Jactonic\Core\Advice\Advice;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Lines\Catalog;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/table.php';
require __DIR__.'/clips.php';

const LINES = [
    'quantize', 'quantize what=both', 'quantize chords=together', 'as-played', 'nudge', 'nudge by=10ms', 'align', 'humanize', 'humanize chords=together length=20',
    'stretch factor=2/3', 'reverse', 'rotate', 'strum', 'transpose semitones=1', 'transpose degrees=1', 'double octaves=1', 'repitch to=36', 'inkey', 'invert about=C4', 'invert about=C4 key=on', 'revoice', 'harmony shape=third',
    'length', 'legato', 'legato by=pitch', 'untangle', 'untangle by=pitch', 'trim', 'detach', 'fit max=1/16', 'velocity add=1', 'ramp', 'ramp mode=scale curve=40', 'squeeze', 'limit max=90', 'accent', 'smooth',
    'insert', 'chord', 'split', 'steps grid=1/8', 'steps parts=2', 'join gap=1/16', 'repeat', 'duplicate', 'delete', 'mute', 'group', 'ungroup', 'open', 'close', 'cut', 'copy', 'cut range=on', 'paste', 'tidy', 'advise',
];

// A process of its own for each edit and size, so that the peak of the memory is the edit's.
if (($argv[2] ?? '') === 'one') {
    [, , , $line, $count] = $argv;
    $notes = benchNotes((int) $count);
    $context = benchContext();
    $advises = $line === 'advise';
    $prepared = Catalog::standard()->read($advises ? 'mute' : $line);
    $start = $line === 'as-played' ? Catalog::standard()->read('quantize')->apply($notes, Selection::all($notes), $context)->applyTo($notes) : $notes;
    $selection = Selection::all($start);
    $context = $context->withClipboard(new Phrase($start, $context->time->ppq()));
    $ms = shortest($count >= 100_000 ? 4 : 12, static function () use ($advises, $prepared, $start, $selection, $context): void {
        $advises ? Advice::on($start, $selection, $context) : $prepared->apply($start, $selection, $context);
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

<?php

declare(strict_types=1);

use Jactonic\Core\Advice\Advice;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Time\TickRange;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/table.php';
require __DIR__.'/clips.php';

const LINES = [
    'quantize', 'quantize what=both', 'quantize chords=together', 'as-played', 'nudge', 'nudge by=10ms', 'align',
    'humanize', 'humanize chords=together length=20',
    'stretch factor=2/3', 'reverse', 'rotate', 'strum', 'transpose semitones=1', 'transpose degrees=1',
    'double octaves=1', 'repitch to=36', 'inkey', 'invert about=C4', 'invert about=C4 key=on', 'revoice',
    'harmony shape=third',
    'length', 'legato', 'legato by=pitch', 'untangle', 'untangle by=pitch', 'trim', 'detach', 'fit max=1/16',
    'velocity add=1', 'ramp', 'ramp mode=scale curve=40', 'squeeze', 'limit max=90', 'accent', 'smooth',
    'insert', 'chord', 'split', 'steps grid=1/8', 'steps parts=2', 'join gap=1/16', 'repeat', 'duplicate', 'delete',
    'mute', 'group', 'ungroup', 'open', 'close', 'cut', 'copy', 'cut range=on', 'paste', 'tidy', 'advise',
];

/** Lines that work on all points of a lane of so many, one every tenth of a beat. */
const LANE_LINES = [
    'velocity add=1 lane=cc1', 'ramp lane=cc1', 'ramp mode=scale curve=40 lane=cc1', 'squeeze lane=cc1',
    'limit max=90 lane=cc1', 'accent lane=cc1', 'smooth lane=cc1', 'humanize lane=cc1',
    'course at="0:0 4000000:127" lane=cc1',
    'thin lane=cc1', 'sample lane=cc1', 'fill-level lane=cc1', 'wave lane=cc1', 'nudge', 'quantize',
    'stretch factor=2/3', 'reverse', 'delete', 'cut', 'pedal-clean', 'pedal-join', 'pedal-to-notes',
];

const ON_POINTS = 'points: ';

// A process of its own for each edit and size, so that the peak of the memory is the edit's.
if (($argv[2] ?? '') === 'one') {
    [, , , $line, $count] = $argv;
    $onPoints = str_starts_with($line, ON_POINTS);
    $line = $onPoints ? substr($line, strlen(ON_POINTS)) : $line;
    $notes = benchNotes((int) $count);
    $context = benchContext();
    $advises = $line === 'advise';
    $prepared = Catalog::standard()->read($advises ? 'mute' : $line);
    $start = $line === 'as-played'
        ? Catalog::standard()->read('quantize')->apply($notes, Selection::all($notes), $context)->applyTo($notes)
        : $notes;
    $selection = Selection::all($start);
    if ($onPoints) {
        $points = benchPoints((int) $count, str_contains($line, 'pedal') ? 64 : 1);
        // A pedal is looked at beside the notes it holds; all else works on points alone.
        [$start, $selection] = [
            (str_contains($line, 'pedal') ? $notes : Notes::none())->counted($points->nextId),
            Selection::of($points->id),
        ];
        $context = benchContext(TickRange::of(0, 96 * (int) $count))->holding($points);
    }
    $context = $context->withClipboard(new Phrase($start, $context->time->ppq()));
    $ms = shortest($count >= 100_000 ? 4 : 12, static function () use (
        $advises,
        $prepared,
        $start,
        $selection,
        $context,
    ): void {
        $advises ? Advice::on($start, $selection, $context) : $prepared->apply($start, $selection, $context);
    });
    echo json_encode([$ms, memory_get_peak_usage() / 1048576]);
    exit;
}

$rows = [];
$onPoints = array_map(static fn (string $line): string => ON_POINTS.$line, LANE_LINES);
foreach ([...LINES, ...$onPoints] as $line) {
    $row = ['edit' => $line];
    $perNote = [];
    foreach ([1_000, 10_000, 100_000] as $count) {
        $command = 'php -d opcache.enable_cli=1 '.$argv[1].' -d memory_limit=1G '.escapeshellarg(__FILE__).' "" one '
            .escapeshellarg($line)." {$count}";
        [$ms, $megabytes] = json_decode((string) shell_exec($command), true);
        $row["{$count}: ms"] = round($ms, 2);
        $row["{$count}: µs a note"] = round($ms * 1000 / $count, 2);
        $perNote[] = $ms / $count;
    }
    $rows[] = $row + ['growth ×' => round($perNote[2] / $perNote[0], 2), '100000: MiB' => round($megabytes, 1)];
}
printAndKeep(str_contains($argv[1], 'off') ? 'core-plain' : 'core', $rows);

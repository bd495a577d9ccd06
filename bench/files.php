<?php

declare(strict_types=1);

use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/table.php';
require __DIR__.'/clips.php';

// 75,000 notes are 150,000 events; 50,000 controllers go along.
$notes = benchNotes(75_000);
$ticks = array_map(static fn (int $k): int => $k * 180, range(0, 49_999));
$events = array_map(static fn (int $k): string => "\xB0\x01".chr($k % 128), range(0, 49_999));
$file = new SmfFile(1, 960, [new SmfTrack($notes, $ticks, $events)]);
$bytes = $file->write();
$song = SmfFile::read($bytes)->song();
$rows = [
    ['what' => 'write 200,000 events', 'ms' => round(shortest(5, static fn () => $file->write()), 1)],
    ['what' => 'read 200,000 events', 'ms' => round(shortest(5, static fn () => SmfFile::read($bytes)), 1)],
    [
        'what' => 'take it apart into a song',
        'ms' => round(shortest(5, static fn () => SmfFile::read($bytes)->song()), 1),
    ],
    [
        'what' => 'put the song together as a file',
        'ms' => round(shortest(5, static fn () => SmfFile::of($song)->write()), 1),
    ],
];
printAndKeep(
    'files',
    array_map(
        static fn (array $row): array => $row + ['limit ms' => 300, 'file KiB' => intdiv(strlen($bytes), 1024)], $rows,
    ),
);

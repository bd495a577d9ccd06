<?php

declare(strict_types=1);

use Jactonic\Core\Content\Lane;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Packing\PackedTable;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Context\NewNote;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Pitch\ChordShapes;
use Jactonic\Core\Time\Amount;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TempoMap;
use Jactonic\Core\Time\TickRange;
use Jactonic\Core\Time\Timeline;

/*
 * The core for tests of the browser's modules: what comes of lines is its to say, there as in the program.
 *
 * Reads JSON from its input: `ask` is “catalog”, “grid”, “packed” or “run”.
 */
require __DIR__.'/../../vendor/autoload.php';

const PPQ = 480;

/** @var array<string, mixed> $asked */
$asked = json_decode((string) stream_get_contents(STDIN), true, flags: JSON_THROW_ON_ERROR);
$time = new Timeline(MeterMap::of(PPQ, []), TempoMap::of(PPQ, []), Grid::parse($asked['grid'] ?? '1/16', 0));
$answer = match ($asked['ask']) {
    'catalog' => [
        'edits' => array_map(
            static fn (Declaration $edit): array => $edit->describe(), Catalog::standard()->declarations(),
        ),
        'view' => json_decode((string) file_get_contents(__DIR__.'/../../resources/keys/view-commands.json'), true),
        'lanes' => array_map(static fn (Lane $lane): array => $lane->describe(), Lane::all()),
        'chords' => ChordShapes::list(),
        'grids' => Grid::ways(),
        'rates' => ['ms' => 1000, 's' => 1, 'smp' => Timeline::SAMPLE_RATE, 'fr' => Timeline::FRAME_RATE],
    ],
    'grid' => ['grid' => $asked['grid'], 'swing' => 0, 'stretches' => $time->gridLines()->table()],
    'packed' => ['bytes' => base64_encode(PackedTable::pack(Notes::fromRows($asked['notes'])))],
    'run' => run($asked, $time),
};
echo json_encode($answer, JSON_THROW_ON_ERROR);

/**
 * @param  array<string, mixed>  $asked
 * @return array{notes: array<string, list<int>>, points: array<string, list<int>>, said: list<string>}
 */
function run(array $asked, Timeline $time): array
{
    $notes = Notes::fromRows($asked['notes']);
    $points = Points::fromRows($asked['points']);
    $selection = Selection::of($asked['selection']);
    $said = [];
    foreach ($asked['lines'] as $line) {
        $context = new Context(
            $time, caret: new Caret(...$asked['caret']),
            range: $asked['range'] === null ? null : TickRange::of(...$asked['range']),
            newNote: new NewNote(Amount::parse($asked['new']['length']), $asked['new']['velocity']), points: $points,
        );
        $change = Catalog::standard()->read($line)->apply($notes, $selection, $context);
        [$notes, $points] = [$change->applyTo($notes), $change->applyToPoints($points)];
        $selection = $change->selection;
        $said[] = (string) $change->said;
    }

    return [
        'notes' => $notes->columns(), 'points' => $points->columns(), 'selection' => $selection->ids, 'said' => $said,
    ];
}

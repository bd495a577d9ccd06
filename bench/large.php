<?php

declare(strict_types=1);

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Packing\PackedTable;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\History\PackedStep;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\SongChange;
use Jactonic\Core\Song\Sounding;
use Jactonic\Core\Song\Track;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/table.php';
require __DIR__.'/clips.php';

/** So many notes in so many clips behind each other, on tracks of 64 clips. */
function cut(int $notes, int $clips): Song
{
    $each = intdiv($notes, $clips);
    $content = benchNotes($each);
    $length = 960 * (intdiv($content->end(), 960) + 1);
    $tracks = $all = $contents = [];
    for ($k = 0; $k < $clips; $k++) {
        $track = intdiv($k, 64) + 1;
        $tracks[$track] ??= new Track($track, $track - 1, "Track {$track}");
        $all[] = new Clip($k + 1, $track, ($k % 64) * $length, $length);
        $contents[$k + 1] = ClipContent::ofNotes($content->with(['id' => range($k * $each + 1, ($k + 1) * $each)]));
    }

    return Song::of(Conductor::of(960), array_values($tracks), $all, $contents, $notes + 1);
}

function looped(int $rounds): Song
{
    $content = ClipContent::ofNotes(Notes::fromRows([
        ['id' => 1, 'start' => 0, 'length' => 100], ['id' => 2, 'start' => 480, 'length' => 100],
    ]));

    return Song::of(
        Conductor::of(960), [new Track(1, 0, 'Kit')], [new Clip(1, 1, 0, 960 * $rounds, loop: 960)], [1 => $content],
        10,
    );
}

function controllers(int $count): Song
{
    $points = Points::of([
        'id' => range(2, $count + 1), 'start' => range(0, $count - 1), 'number' => array_fill(0, $count, 1),
        'value' => array_map(static fn (int $k): int => $k % 128, range(1, $count)),
    ]);

    return Song::of(
        Conductor::of(960), [new Track(1, 0, 'Keys')], [new Clip(1, 1, 0, 960 * (intdiv($count, 960) + 1))],
        [1 => new ClipContent(Notes::fromRows([['id' => 1]]), $points)], $count + 2,
    );
}

/** A line on all clips, open or chosen: what it changes and how that is kept. */
function line(Song $song, string $line, bool $onClips = false): void
{
    $open = OpenSong::of($song, array_keys($song->clips), array_key_first($song->clips));
    $context = benchContext();
    $context = new Context($context->time, $context->key, $context->caret, $context->range, onClips: $onClips);
    $change = Script::read([$line], Catalog::standard())->apply(
        $open, $onClips ? Selection::none() : Selection::all($open->notes), $context->in($open),
    )->change();
    $after = $change->applyTo($song);
    foreach ($change->contents as $clip => $_) {
        PackedTable::pack($after->contentOf($clip)->notes);
    }
    PackedStep::pack($change);
}

/** The way back over many steps on all clips, as one change. */
function walk(Song $song, int $steps): Closure
{
    $packed = [];
    for ($k = 0; $k < $steps; $k++) {
        $open = OpenSong::of($song, array_keys($song->clips), array_key_first($song->clips));
        $change = Script::read(
            ['velocity add='.($k % 2 === 0 ? 1 : -1)], Catalog::standard(),
        )->apply($open, Selection::all($open->notes), benchContext()->in($open))->change();
        $song = $change->applyTo($song);
        $packed[] = PackedStep::pack($change);
    }

    return static function () use ($song, $packed): void {
        $whole = new SongChange;
        foreach (array_reverse($packed) as $step) {
            $whole = $whole->followedBy(PackedStep::unpack($step)->reversed());
        }
        $whole->applyTo($song);
    };
}

$cases = [];
foreach ([1, 64, 2_000] as $clips) {
    foreach (['quantize', 'humanize', 'legato', 'transpose semitones=1', 'velocity add=1'] as $line) {
        $cases["{$line} in {$clips} clips"] = static fn () => line(cut(200_000, $clips), $line);
    }
    $cases["clip-copy of {$clips}"] = static fn () => line(cut(200_000, $clips), 'clip-copy', true);
    $cases["twenty steps back in {$clips} clips"] = static fn () => walk(cut(200_000, $clips), 20);
    $cases["export of {$clips} clips"] = static fn () => SmfFile::of(cut(200_000, $clips))->write();
}
$cases['the song alone, in 2,000 clips'] = static fn () => cut(200_000, 2_000);
$cases['split of 64 tracks'] = static fn () => line(cut(200_000, 64 * 32), 'clip-split at=4800', true);
$cases['clip loop=notes, 10,000 rounds'] = static fn () => line(looped(10_000), 'clip loop=notes', true);
$cases['clip loop=notes, 80,000 rounds'] = static fn () => line(looped(80_000), 'clip loop=notes', true);
$cases['sound of 120,000 rounds'] = static fn () => Sounding::of($song = looped(120_000), $song->tracks[1]);
$cases['export of 120,000 rounds'] = static fn () => SmfFile::of(looped(120_000))->write();
$cases['import of 120,000 rounds'] = static fn () => SmfFile::read(SmfFile::of(looped(120_000))->write())->song();
$cases['export of 990,000 controllers'] = static fn () => SmfFile::of(controllers(990_000))->write();
$cases['import of 990,000 controllers'] = static fn () => SmfFile::read(
    (string) file_get_contents('php://stdin'),
)->song();

if (($argv[1] ?? '') === 'one') {
    $began = hrtime(true);
    $prepared = $cases[$argv[2]]();
    if ($prepared instanceof Closure) {
        // What was to be made first counts for nothing.
        memory_reset_peak_usage();
        $began = hrtime(true);
        $prepared();
    }
    echo json_encode([(hrtime(true) - $began) / 1e9, memory_get_peak_usage() / 1_048_576]);
    exit;
}

$rows = [];
foreach (array_keys($cases) as $name) {
    if (! str_contains($name, $argv[1] ?? '')) {
        continue;
    }
    $midi = tempnam(sys_get_temp_dir(), 'large');
    if ($name === 'import of 990,000 controllers') {
        file_put_contents($midi, SmfFile::of(controllers(990_000))->write());
    }
    $command = 'php -d opcache.enable_cli=1 -d opcache.jit_buffer_size=64M -d opcache.jit=tracing -d memory_limit=3G '
        .escapeshellarg(__FILE__).' one '.escapeshellarg($name).' <'.escapeshellarg($midi);
    [$seconds, $megabytes] = json_decode((string) shell_exec($command), true) ?? [0, 0];
    $rows[] = ['what' => $name, 's' => round($seconds, 2), 'MiB' => round($megabytes)];
    unlink($midi);
}
printAndKeep('large', $rows);

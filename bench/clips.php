<?php

declare(strict_types=1);

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\PointKind;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TempoMap;
use Jactonic\Core\Time\TickRange;

/** A clip of so many notes as a take has them: a little off the lines, chords now and then, overlaps. */
function benchNotes(int $count): Notes
{
    mt_srand(7);
    $columns = [];
    for ($i = 0; $i < $count; $i++) {
        $columns['start'][] = max(0, intdiv($i, 2) * 240 + mt_rand(-40, 40));
        $columns['length'][] = mt_rand(60, 400);
        $columns['pitch'][] = mt_rand(36, 90);
        $columns['velocity'][] = mt_rand(20, 110);
    }

    return Notes::of($columns);
}

/** So many points of a controller, one every tenth of a beat, going up and down. */
function benchPoints(int $count, int $controller): Points
{
    mt_srand(7);
    $columns = [];
    for ($i = 0; $i < $count; $i++) {
        $columns['id'][] = $count + $i + 1;
        $columns['start'][] = $i * 96;
        $columns['kind'][] = PointKind::Controller->value;
        $columns['number'][] = $controller;
        $columns['value'][] = 64 + (int) round(50 * sin($i / 40)) + mt_rand(-8, 8);
    }

    return Points::of($columns);
}

function benchContext(?TickRange $range = null): Context
{
    return new Context(
        new Jactonic\Core\Time\Timeline(MeterMap::of(960), TempoMap::of(960), Grid::parse('1/16')),
        Scale::parse('D dorian'), new Caret(960, 62), $range ?? TickRange::of(96_000, 480_000), playhead: 240_000,
    );
}

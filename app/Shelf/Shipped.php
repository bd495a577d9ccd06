<?php

declare(strict_types=1);

namespace App\Shelf;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Shelf\ShelfItem;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Sketch;
use Jactonic\Core\Song\Voice;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\Meter;
use Jactonic\Core\Time\Timeline;

/** The phrases that ship: each is written down as the edit lines that make it. */
final class Shipped
{
    /** @return list<ShelfItem> */
    public static function items(): array
    {
        /**
         * @var list<array{
         *     name: string, tags: list<string>, voice: string, key: string|null, tempo: int|float, bars: int,
         *     lines: non-empty-list<string>,
         * }> $shipped
         */
        $shipped = json_decode(
            (string) file_get_contents(resource_path('shelf/shipped.json')), true, 8, JSON_THROW_ON_ERROR,
        );

        return array_map(self::made(...), $shipped);
    }

    /**
     * @param array{
     *     name: string, tags: list<string>, voice: string, key: string|null, tempo: int|float, bars: int,
     *     lines: non-empty-list<string>,
     * }  $said
     */
    private static function made(array $said): ShelfItem
    {
        $key = $said['key'] === null ? null : Scale::parse($said['key']);
        $song = Sketch::Empty->song($said['tempo'], Meter::of(4, 4), $key);
        $open = OpenSong::of($song, [1], 1);
        $context = new Context(
            new Timeline($song->conductor->meters, $song->conductor->tempo, Grid::parse('1/16')), $key,
        );
        $state = Script::read($said['lines'], Catalog::standard())->apply(
            $open, Selection::none(), $context->in($open),
        );

        return ShelfItem::of(
            $said['name'], $said['tags'], $said['tempo'], $key, Voice::from($said['voice']), $song->conductor->ppq,
            $song->conductor->meters->barStart($said['bars']), $state->settled()->song->contentOf(1)->notes,
        );
    }
}

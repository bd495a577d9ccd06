<?php

declare(strict_types=1);

namespace App\Songs\Told;

use Illuminate\Http\Response;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Packing\PackedTable;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Song\ClipContent;

/**
 * What sounds of tracks as bytes, for it may be hundreds of thousands of rows: four bytes with the length of a list in
 * JSON, which names the tracks and how many bytes the notes and the points of each take, that list, and the tables.
 */
final class PackedSound
{
    public const TYPE = 'application/vnd.jactonic.sound';

    /** @param  array<int, ClipContent>  $tracks  what sounds of each, by its id */
    public static function of(array $tracks): Response
    {
        $list = [];
        $tables = '';
        foreach ($tracks as $id => $content) {
            [$notes, $points] = [self::packed($content->notes), self::packed($content->points)];
            $list[] = ['track' => $id, 'notes' => strlen($notes), 'points' => strlen($points)];
            $tables .= $notes.$points;
        }
        $head = json_encode($list, JSON_THROW_ON_ERROR);

        return new Response(pack('V', strlen($head)).$head.$tables, headers: ['Content-Type' => self::TYPE]);
    }

    private static function packed(Notes|Points $table): string
    {
        return $table->id === [] ? '' : PackedTable::pack($table);
    }
}

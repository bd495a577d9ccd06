<?php

declare(strict_types=1);

namespace App\Console;

use Jactonic\Core\Song\Song;

/** A song after its edits, and what each line did to each track. */
final readonly class EditedSong
{
    /** @param  list<array{track: int, name: string, line: string, selected: int, summary: string}>  $done */
    public function __construct(
        public Song $song,
        public array $done,
    ) {
    }
}

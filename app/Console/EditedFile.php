<?php

declare(strict_types=1);

namespace App\Console;

use Jactonic\Core\Smf\SmfFile;

/** A file after its edits, and what each line did to each track. */
final readonly class EditedFile
{
    /** @param  list<array{track: int, name: string, line: string, selected: int, summary: string}>  $done */
    public function __construct(
        public SmfFile $file,
        public array $done,
    ) {
    }
}

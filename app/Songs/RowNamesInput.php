<?php

declare(strict_types=1);

namespace App\Songs;

use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Song\RowNamesFile;

/** Names of rows from a file, as the line that gives them to a track. */
final class RowNamesInput
{
    public static function line(string $text): string
    {
        return (string) EditLine::of('row-names', ['to' => (string) RowNamesFile::read($text)]);
    }
}

<?php

declare(strict_types=1);

namespace App\Songs\Asked;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Song\RowNamesFile;
use Jactonic\Core\Song\TechniquesFile;

/** What a track has, from a file, as the line that gives it to a track. */
final class TrackMapInput
{
    /** @throws BadInput where the text is no such file */
    public static function rowNames(string $text): string
    {
        return (string) EditLine::of('row-names', ['to' => (string) RowNamesFile::read($text)]);
    }

    /** @throws BadInput where the text is no such file */
    public static function techniques(string $text): string
    {
        return (string) EditLine::of('technique-map', ['to' => (string) TechniquesFile::read($text)]);
    }
}

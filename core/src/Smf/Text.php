<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

/** Text in MIDI files, which name no encoding: read as UTF-8 where it is that, else as Latin-1. */
final class Text
{
    public static function readable(string $bytes): string
    {
        $text = preg_match('//u', $bytes) === 1 ? $bytes : (string) iconv('ISO-8859-1', 'UTF-8', $bytes);

        return trim((string) preg_replace('/[\x00-\x1F\x7F]+/u', ' ', $text));
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines;

/** Lines as earlier versions of the program wrote them, which maps and recipes that were kept may still hold. */
final class EarlierLines
{
    private const TODAY = [
        '/^track (?=to=)/' => 'go-track ',
        '/^tempo value=/' => 'tempo to=',
        '/^key value=/' => 'key to=',
        '/^to-track\b/' => 'copy-to',
    ];

    public static function today(string $line): string
    {
        return (string) preg_replace(array_keys(self::TODAY), array_values(self::TODAY), $line);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;

/** Reads `name=value` words, as edit lines and conditions are made of. */
final class Words
{
    /**
     * @param  string  $of  what the words belong to, for messages
     * @return array<string, string>
     *
     * @throws BadInput
     */
    public static function pairs(string $text, string $of): array
    {
        $pairs = [];
        $rest = trim($text);
        while ($rest !== '') {
            if (preg_match('/^([a-z][a-z-]*)=(?:"([^"]*)"|([^\s"]+))(?:\s+|$)/', $rest, $found) !== 1) {
                [$word] = preg_split('/\s/', $rest, 2) ?: [$rest];
                throw new BadInput("{$of}: “{$word}” should read name=value.");
            }
            if (isset($pairs[$found[1]])) {
                throw BadInput::within("{$of}: {$found[1]} stands there twice.");
            }
            $pairs[$found[1]] = $found[3] ?? $found[2] ?? '';
            $rest = substr($rest, strlen($found[0]));
        }

        return $pairs;
    }
}

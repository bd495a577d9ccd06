<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

/** A word of what was said, or a number, with the place it has in the text. */
final readonly class Word
{
    /** Units that are written right behind a number, “8ms”, and stand as words of their own here. */
    private const UNITS = 'ms|s|tk|bars?|beats?|fr|smp|st|bpm|x|%';

    /**
     * @param  string  $text  lower case
     * @param  string  $said  as it was written
     * @param  int  $from  its place in the text, in characters
     * @param  int  $to  the place behind it
     */
    private function __construct(
        public string $text,
        public string $said,
        public int $from,
        public int $to,
    ) {
    }

    /** @return list<self> */
    public static function all(string $text): array
    {
        preg_match_all('/"[^"]*"?|“[^”]*”?|[^\s,;]+/u', $text, $found, PREG_OFFSET_CAPTURE);
        $words = [];
        foreach ($found[0] as [$part, $place]) {
            $from = mb_strlen(substr($text, 0, $place));
            foreach (self::parts($part) as $piece) {
                $to = $from + mb_strlen($piece);
                $plain = trim($piece, '"“”');
                $plain = preg_replace('/(?<=\pL)[.!?:]+$/u', '', $plain) ?? $plain;
                if ($plain !== '') {
                    $words[] = new self(mb_strtolower($plain), $plain, $from, $to);
                }
                $from = $to;
            }
        }

        return $words;
    }

    /** @return list<string> a number and its unit apart, all else as it is */
    private static function parts(string $part): array
    {
        $units = self::UNITS;

        return preg_match("/^([+-]?\d+(?:\.\d+)?)({$units})$/i", $part, $found) === 1
            ? [$found[1], $found[2]]
            : [$part];
    }

    /**
     * How many words from a place on are those of a phrase; 0 where they are others.
     *
     * @param  list<self>  $words
     * @param  string  $phrase  lower case, with single blanks
     */
    public static function match(array $words, int $at, string $phrase): int
    {
        $parts = explode(' ', $phrase);
        foreach ($parts as $k => $part) {
            $word = $words[$at + $k]->text ?? null;
            if ($word !== $part && ($word === null || str_replace('-', '', $word) !== str_replace('-', '', $part))) {
                return 0;
            }
        }

        return count($parts);
    }
}

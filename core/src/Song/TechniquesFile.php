<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Errors\BadInput;

/**
 * A map of techniques as a file, to take to another track or machine: JSON, described in docs/edits.md.
 *
 * `{"jactonic": "techniques", "version": 1, "name": "My strings", "techniques": [{"name": "plucked", "sign": "p",
 * "key": "C0", "length": 60}]}`
 */
final class TechniquesFile
{
    private const MARK = 'techniques';

    private const VERSION = 1;

    /** @param  string  $name  what it is called, such as that of its track */
    public static function write(Techniques $techniques, string $name): string
    {
        $all = [];
        foreach ($techniques->all as $technique) {
            // The same parts as it is written with, each under its name.
            [$head, $parts] = explode(' ', (string) $technique, 2) + [1 => ''];
            [$called, $sign] = explode('/', $head, 2);
            $row = ['name' => $called, 'sign' => $sign];
            foreach (array_filter(explode(' ', $parts)) as $part) {
                [$key, $value] = explode('=', $part, 2);
                $row[$key] = $key === 'key' ? $value : (int) $value;
            }
            $all[] = $row;
        }

        return json_encode(
            ['jactonic' => self::MARK, 'version' => self::VERSION, 'name' => $name, 'techniques' => $all],
            JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
        )."\n";
    }

    /** @throws BadInput where the text is no such file */
    public static function read(string $text): Techniques
    {
        $value = json_decode($text, true, 8);
        if (
            ! is_array($value)
            || ($value['jactonic'] ?? null) !== self::MARK
            || ! is_array($value['techniques'] ?? null)
        ) {
            throw new BadInput(
                'These are no techniques. They are JSON that begins {"jactonic": "techniques", "version": 1, …}, as '
                    .'the export writes it.',
            );
        }
        if (($value['version'] ?? null) !== self::VERSION) {
            throw new BadInput(
                'These techniques are of another version; this program reads version '.self::VERSION.'.',
            );
        }
        $written = [];
        foreach (array_values($value['techniques']) as $number => $row) {
            if (! is_array($row) || ! is_string($row['name'] ?? null) || ! is_string($row['sign'] ?? null)) {
                throw new BadInput('Technique '.($number + 1).' of the file takes a name and a sign.');
            }
            $parts = ["{$row['name']}/{$row['sign']}"];
            foreach (array_diff_key($row, ['name' => 0, 'sign' => 0]) as $key => $part) {
                $parts[] = "{$key}=".(is_scalar($part) ? $part : '');
            }
            $written[] = implode(' ', $parts);
        }

        return Techniques::parse(implode('; ', $written));
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Pitch\PitchName;

/**
 * Names of rows as a file, to take to another track or machine: JSON, described in docs/edits.md.
 *
 * `{"jactonic": "row-names", "version": 1, "name": "My kit", "rows": [{"pitch": "D2", "name": "Snare", "colour": 3}]}`
 */
final class RowNamesFile
{
    private const MARK = 'row-names';

    private const VERSION = 1;

    /** @param  string  $name  what it is called, such as that of its track */
    public static function write(RowNames $names, string $name): string
    {
        $rows = [];
        foreach ($names->rows as $pitch => [$called, $colour]) {
            $rows[] = [
                'pitch' => PitchName::of($pitch), 'name' => $called,
            ] + ($colour > 0 ? ['colour' => $colour] : []);
        }

        return json_encode(
            ['jactonic' => self::MARK, 'version' => self::VERSION, 'name' => $name, 'rows' => $rows],
            JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
        )."\n";
    }

    /**
     * Takes a pitch by its name or its number, 0–127. Names that are too long are cut.
     *
     * @throws BadInput where the text is no such file, or says a pitch twice
     */
    public static function read(string $text): RowNames
    {
        $value = json_decode($text, true, 8);
        if (! is_array($value) || ($value['jactonic'] ?? null) !== self::MARK || ! is_array($value['rows'] ?? null)) {
            throw new BadInput(
                'These are no names of rows. They are JSON that begins {"jactonic": "row-names", "version": 1, …}, as '
                    .'the export writes it.',
            );
        }
        if (($value['version'] ?? null) !== self::VERSION) {
            throw new BadInput('These names are of another version; this program reads version '.self::VERSION.'.');
        }
        $rows = [];
        foreach (array_values($value['rows']) as $number => $row) {
            [$pitch, $name, $colour] = is_array($row)
                ? [$row['pitch'] ?? null, $row['name'] ?? '', $row['colour'] ?? 0]
                : [null, '', 0];
            if ((! is_string($pitch) && ! is_int($pitch)) || ! is_string($name) || ! is_int($colour)) {
                throw new BadInput(
                    'Row '.($number + 1).' of the file takes a pitch such as "C2", a name, and perhaps a colour from 1 '
                        .'to '.Track::COLOURS.'.',
                );
            }
            $pitch = PitchName::parse((string) $pitch);
            if (isset($rows[$pitch])) {
                throw new BadInput(PitchName::of($pitch).' stands in the file twice; a pitch has one row.');
            }
            $rows[$pitch] = [
                trim(mb_substr(trim((string) preg_replace('/[\s;"\p{C}]+/u', ' ', $name)), 0, RowNames::LONGEST_NAME)),
                $colour,
            ];
        }

        return RowNames::of($rows);
    }
}

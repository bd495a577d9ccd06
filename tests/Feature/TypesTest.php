<?php

declare(strict_types=1);

namespace Tests\Feature;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Edits\Need;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Keys\Surface;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\Voice;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * The browser's types say what the core declares: who adds a column, a voice, a kind or a surface is told the other
 * place.
 */
final class TypesTest extends TestCase
{
    private const API = __DIR__.'/../../resources/js/api/';

    public function test_the_columns_of_notes_are_those_of_the_core(): void
    {
        preg_match('/interface NoteColumns \{(.*?)\n\}/s', (string) file_get_contents(self::API.'tables.ts'), $found);
        preg_match_all('/^  (\w+): number\[\];/m', $found[1], $columns);

        self::assertSame(
            array_keys(Notes::COLUMNS), $columns[1],
            'NoteColumns in resources/js/api/tables.ts has the columns of Content/Notes.php in their order',
        );
    }

    public function test_the_columns_of_points_are_those_of_the_core(): void
    {
        preg_match('/interface PointColumns \{(.*?)\n\}/s', (string) file_get_contents(self::API.'tables.ts'), $found);
        preg_match_all('/^  (\w+): number\[\];/m', $found[1], $columns);

        self::assertSame(
            array_keys(Points::COLUMNS), $columns[1],
            'PointColumns in resources/js/api/tables.ts has the columns of Content/Points.php in their order',
        );
    }

    /** @return iterable<string, array{string, string, list<string>}> */
    public static function unions(): iterable
    {
        yield 'voices' => ['song.ts', 'VoiceName', Voice::names()];
        yield 'kinds of the conductor' => ['song.ts', 'ConductorKind', array_column(ConductorKind::cases(), 'value')];
        yield 'needs' => ['catalog.ts', 'Need', array_column(Need::cases(), 'value')];
        yield 'subjects' => ['catalog.ts', 'Subject', array_column(Subject::cases(), 'value')];
        yield 'surfaces' => ['keymaps.ts', 'Surface', array_column(Surface::cases(), 'value')];
    }

    /** @param  list<string>  $names */
    #[DataProvider('unions')]
    public function test_a_union_names_what_the_core_has(string $file, string $type, array $names): void
    {
        preg_match("/type {$type} =(.*?);/s", (string) file_get_contents(self::API.$file), $found);

        self::assertEqualsCanonicalizing(
            $names, preg_split('/[\s|\']+/', $found[1] ?? '', flags: PREG_SPLIT_NO_EMPTY) ?: [],
            "{$type} in resources/js/api/{$file}",
        );
    }
}

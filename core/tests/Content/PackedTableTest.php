<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Content;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Packing\PackedTable;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Tests\Support\RandomClips;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use UnexpectedValueException;

/** Tables as bytes: with the names of their columns, so that another column never makes what is stored unreadable. */
final class PackedTableTest extends TestCase
{
    public function test_columns_that_did_not_change_keep_their_bytes_and_nothing_else_is_different(): void
    {
        foreach (RandomClips::some(30) as $name => [$notes, $selection, $context]) {
            $bytes = PackedTable::pack($notes);
            foreach (
                [
                    'transpose semitones=1',
                    'velocity set=90',
                    'quantize',
                    'mute',
                    'delete',
                    'duplicate',
                    'group',
                    'repeat times=2 span=selection',
                ] as $line
            ) {
                $edited = Catalog::standard()->read($line)->apply($notes, $selection, $context)->applyTo($notes);
                self::assertSame(
                    PackedTable::pack($edited), PackedTable::repack($edited, $notes, $bytes), "{$line} on {$name}",
                );
            }
        }
    }

    public function test_what_is_stored_in_the_first_form_is_packed_anew(): void
    {
        $notes = Notes::fromRows([['start' => 10, 'length' => 20]]);

        self::assertSame(PackedTable::pack($notes), PackedTable::repack($notes, $notes, 'notes1 and so on'));
        self::assertSame(PackedTable::pack($notes), PackedTable::repack($notes, Notes::none(), ''));
    }

    public function test_a_column_that_holds_its_default_throughout_takes_no_room(): void
    {
        $plain = PackedTable::pack(Notes::fromRows([['start' => 10, 'length' => 20]]));

        self::assertStringNotContainsString('muted', $plain);
        self::assertStringContainsString(
            'muted', PackedTable::pack(Notes::fromRows([['start' => 10, 'length' => 20, 'muted' => 1]])),
        );
    }

    public function test_a_column_of_a_later_version_is_passed_over(): void
    {
        $notes = Notes::fromRows([['start' => 10, 'length' => 20, 'pitch' => 61]]);
        $bytes = PackedTable::pack($notes);
        $count = ord($bytes[10]);
        $later = substr($bytes, 0, 10).chr($count + 1).substr($bytes, 11).chr(4).'glow'.pack('V', 1).'s'.pack('l', 7);

        self::assertTrue(PackedTable::notes($later)->equals($notes));
    }

    public function test_points_are_packed_as_notes_are(): void
    {
        $points = Points::fromRows([
            ['start' => 0, 'kind' => 0xE, 'value' => -8192],
            ['start' => 240, 'number' => 11, 'value' => 90, 'note' => 3],
        ]);

        self::assertTrue(PackedTable::points(PackedTable::pack($points))->equals($points));
        self::assertTrue(PackedTable::notes(PackedTable::pack(Notes::none()))->equals(Notes::none()));
    }

    #[TestWith(['point2'])]
    #[TestWith(['nonsense'])]
    #[TestWith([''])]
    public function test_what_is_no_packed_table_is_refused(string $bytes): void
    {
        $this->expectException(UnexpectedValueException::class);

        PackedTable::notes($bytes);
    }
}

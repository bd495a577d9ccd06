<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Content;

use Jactonic\Core\Content\Packing\Numbers;
use Jactonic\Core\Content\Packing\PackedTable;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use UnexpectedValueException;

final class NumbersTest extends TestCase
{
    /** @return array<string, array{list<int>, int}> values, and the bytes they take at the most */
    public static function columns(): array
    {
        return [
            'nothing' => [[], 4],
            'one value' => [[7], 9],
            'the same value for all' => [array_fill(0, 10_000, 64), 9],
            'ids counting up' => [range(5, 10_004), 9],
            'ids counting down' => [range(10_004, 5), 40_005],
            'velocities' => [array_map(static fn (int $k): int => 1 + $k * 7 % 127, range(0, 9_999)), 10_005],
            'a run that has a step missing' => [[1, 2, 4, 4], 9],
            'offsets early and late' => [[-38, 0, 15, -2_000_000_000, 2_000_000_000], 25],
            'more than one call can take' => [
                array_map(static fn (int $k): int => $k * 31 % 100_003, range(0, 120_000)), 480_009,
            ],
        ];
    }

    /** @param  list<int>  $values */
    #[DataProvider('columns')]
    public function test_columns_read_back_as_they_were_and_take_little_room(array $values, int $most): void
    {
        $bytes = Numbers::pack($values);
        $at = 0;

        self::assertSame($values, Numbers::unpack($bytes.'rest', $at));
        self::assertSame(strlen($bytes), $at, 'the place is behind the column');
        self::assertLessThanOrEqual($most, strlen($bytes));
    }

    #[TestWith([''])]
    #[TestWith(['broken'])]
    #[TestWith(['notes9....'])]
    public function test_bytes_that_are_no_notes_are_refused(string $bytes): void
    {
        $this->expectException(UnexpectedValueException::class);

        PackedTable::notes($bytes);
    }
}

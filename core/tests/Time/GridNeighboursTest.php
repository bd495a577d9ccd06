<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Time;

use Jactonic\Core\Time\Grid;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class GridNeighboursTest extends TestCase
{
    #[TestWith(['1/16', '1/32', '1/8'])]
    #[TestWith(['1/8t', '1/16t', '1/4t'])]
    #[TestWith(['1/4d', '1/8d', '1/2d'])]
    #[TestWith(['1/128', '1/128', '1/64'])]
    #[TestWith(['1/2', '1/4', 'bar'])]
    #[TestWith(['bar', '1/2', '2bar'])]
    #[TestWith(['16bar', '8bar', '16bar'])]
    #[TestWith(['1/1', '1/2', '2bar'])]
    #[TestWith(['1/12', '1/24', '1/6'])]
    #[TestWith(['1/100', '1/128', '1/50'])]
    public function test_a_grid_has_a_finer_and_a_coarser_one(string $grid, string $finer, string $coarser): void
    {
        self::assertSame(
            [$finer, $coarser], [(string) Grid::parse($grid)->finer(), (string) Grid::parse($grid)->coarser()],
        );
    }

    #[TestWith(['1/8', '1/8t', '1/8d'])]
    #[TestWith(['1/8t', '1/8', '1/8d'])]
    #[TestWith(['1/8d', '1/8t', '1/8'])]
    #[TestWith(['bar', 'bar', 'bar'])]
    public function test_a_grid_turns_to_triplets_or_dotted_values_and_back(
        string $grid, string $triplet, string $dotted,
    ): void {
        self::assertSame(
            [$triplet, $dotted], [(string) Grid::parse($grid)->triplet(), (string) Grid::parse($grid)->dotted()],
        );
    }

    public function test_the_swing_stays(): void
    {
        self::assertSame(60, Grid::parse('1/8', 60)->finer()->triplet()->swing);
    }
}

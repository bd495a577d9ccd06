<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Lines;

use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Lines\EarlierLines;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** Maps and recipes that were kept say lines as earlier versions wrote them. */
final class EarlierLinesTest extends TestCase
{
    #[TestWith(['track to=next', 'go-track to=next'])]
    #[TestWith(['tempo value=92', 'tempo to=92'])]
    #[TestWith(['key value="D dorian"', 'key to="D dorian"'])]
    #[TestWith(['key value=none', 'key to=none'])]
    #[TestWith(['track name="Bells to=go"', 'track name="Bells to=go"'])]
    #[TestWith(['quantize grid=1/16', 'quantize grid=1/16'])]
    public function test_they_are_said_as_today(string $before, string $today): void
    {
        self::assertSame($today, EarlierLines::today($before));
    }

    public function test_what_comes_of_them_is_understood(): void
    {
        foreach (['tempo value=92', 'key value="D dorian"', 'key value=none'] as $line) {
            $read = Catalog::standard()->read(EarlierLines::today($line));
            self::assertSame(explode(' ', $line)[0], $read->declaration->name);
        }
    }
}

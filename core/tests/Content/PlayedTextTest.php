<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Content;

use Jactonic\Core\Content\PlayedText;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Time\TickRange;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** What was played, written down with its seconds. */
final class PlayedTextTest extends TestCase
{
    public function test_each_line_is_a_message(): void
    {
        $played = PlayedText::read(
            "0.5 on C3 90\n\n# a remark\n0.75 off F#2 #2 let go\n1 control 64 127\n1.25 bend -200\n1.5 pressure "
                ."40\n1.75 on 60\n3 end",
            960, TickRange::of(0, 1920),
        );

        self::assertSame(
            [960, [0, 1920], 3000.0], [$played->origin, [$played->loop?->from, $played->loop?->to], $played->until],
        );
        self::assertSame([
            [500.0, 0x90, 48, 90], [750.0, 0x80, 42, 0], [1000.0, 0xB0, 64, 127], [1250.0, 0xE0, 7992 & 127, 7992 >> 7],
            [1500.0, 0xD0, 40, 0], [1750.0, 0x90, 60, 96],
        ], $played->events);
    }

    public function test_without_an_end_it_ends_with_its_last_message(): void
    {
        self::assertSame(750.0, PlayedText::read("0.5 on C3\n0.75 off C3", 0, null)->until);
    }

    #[TestWith(["0.5 on C3\nsoon off C3", 'Line 2, “soon off C3”'])]
    #[TestWith(['0.5 hit C3', 'Line 1'])]
    #[TestWith(['0.5', 'Line 1'])]
    #[TestWith(['0.5 control x 3', 'Line 1'])]
    #[TestWith(['0.5 on C3 loud', 'Line 1'])]
    #[TestWith(['0.5 bend much', 'Line 1'])]
    #[TestWith(['0.5 on H3', 'is no pitch'])]
    #[TestWith(['0.5 control 128 3', 'a message takes a status'])]
    public function test_a_line_that_is_none_is_said(string $text, string $said): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage($said);

        PlayedText::read($text, 0, null);
    }
}

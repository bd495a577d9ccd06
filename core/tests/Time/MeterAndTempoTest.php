<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Time;

use Jactonic\Core\Tests\Support\MusicTestCase;
use Jactonic\Core\Time\Position;
use Jactonic\Core\Time\TempoMap;
use PHPUnit\Framework\Attributes\TestWith;

final class MeterAndTempoTest extends MusicTestCase
{
    #[TestWith([0, '1.1.0'])]
    #[TestWith([481, '1.2.1'])]
    #[TestWith([1919, '1.4.479'])]
    #[TestWith([1920, '2.1.0'])]
    #[TestWith([2160, '2.2.0'], 'beats of the 7/8 bar are eighths')]
    #[TestWith([3600, '3.1.0'])]
    #[TestWith([4320, '3.2.240'])]
    #[TestWith([6000, '4.3.0'])]
    public function test_positions_follow_the_meter_both_ways(int $tick, string $position): void
    {
        $meters = self::context(meters: [0 => '4/4', 1920 => '7/8', 3600 => '3/4'])->time->meters;

        self::assertSame($position, (string) $meters->position($tick));
        self::assertSame($tick, $meters->tickOf(Position::parse($position)));
    }

    public function test_a_change_of_meter_inside_a_bar_cuts_that_bar_short(): void
    {
        $meters = self::context(meters: [0 => '4/4', 2400 => '3/4'])->time->meters;

        self::assertSame([0, 1920, 2400, 3840], array_map($meters->barStart(...), [0, 1, 2, 3]));
        self::assertSame('3.1.0', (string) $meters->position(2400));
    }

    public function test_bars_that_are_no_whole_number_of_ticks_long_do_not_drift(): void
    {
        $meters = self::context(meters: [0 => '5/64'], ppq: 100)->time->meters;

        self::assertSame([0, 31, 63, 94, 125], array_map($meters->barStart(...), [0, 1, 2, 3, 4]));
        self::assertSame([0, 0, 1, 1, 2], array_map($meters->barAt(...), [0, 30, 31, 62, 63]));
    }

    public function test_ticks_and_seconds_agree_to_a_fraction_of_a_tick_over_an_hour_of_tempo_changes(): void
    {
        $changes = [];
        for ($bar = 0; $bar < 2000; $bar++) {
            $changes[$bar * 3840] = 400_000 + ($bar * 7919) % 300_000;
        }
        $tempo = TempoMap::of(960, $changes);
        self::assertGreaterThan(3600, $tempo->secondsAt(2000 * 3840));

        for ($tick = 0; $tick < 2000 * 3840; $tick += 9973) {
            self::assertEqualsWithDelta($tick, $tempo->tickAt($tempo->secondsAt($tick)), 0.001);
        }
    }

    public function test_a_half_minute_at_120_is_sixty_quarters(): void
    {
        $tempo = self::context()->time->tempo;

        self::assertSame(30.0, $tempo->secondsAt(60 * self::PPQ));
        self::assertSame(60.0 * self::PPQ, $tempo->tickAt(30.0));
    }
}

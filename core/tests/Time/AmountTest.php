<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Time;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Tests\Support\MusicTestCase;
use Jactonic\Core\Time\Amount;
use PHPUnit\Framework\Attributes\TestWith;

final class AmountTest extends MusicTestCase
{
    #[TestWith(['240tk', 0, 240])]
    #[TestWith(['-240tk', 480, 240])]
    #[TestWith(['+1/16', 0, 120])]
    #[TestWith(['1/8t', 0, 160])]
    #[TestWith(['1/8d', 0, 360])]
    #[TestWith(['1/7', 0, 274], 'rounded from 274.29')]
    #[TestWith(['1beat', 0, 480])]
    #[TestWith(['1beat', 1920, 2160], 'an eighth in the bar of 7/8')]
    #[TestWith(['2bar', 0, 3600], 'over the bar of 7/8')]
    #[TestWith(['1bar', 2000, 3680])]
    #[TestWith(['-1bar', 2000, 80])]
    #[TestWith(['-1bar', 100, -1820], 'bars before the first are like the first')]
    #[TestWith(['10ms', 0, 10], '9.6 ticks at 120 BPM')]
    #[TestWith(['1.5s', 0, 1440])]
    #[TestWith(['441smp', 0, 10])]
    #[TestWith(['2fr', 0, 77])]
    #[TestWith(['grid', 0, 120])]
    #[TestWith(['-grid', 480, 360])]
    #[TestWith(['3grid', 0, 360])]
    #[TestWith(['3/16', 0, 360])]
    #[TestWith(['2/7', 0, 549], 'rounded once, from 548.57')]
    #[TestWith(['-3step', 480, 120], 'three steps of the nudge amount, the grid')]
    #[TestWith(['2step2', 0, 3600])]
    public function test_it_moves_a_tick_by_what_is_written(string $amount, int $from, int $to): void
    {
        $context = self::context(meters: [0 => '4/4', 1920 => '7/8', 3600 => '3/4']);

        self::assertSame($to, Amount::parse($amount)->shift($from, $context->time));
    }

    #[TestWith(['5ms', '5ms', '10ms'])]
    #[TestWith(['-1.5s', '-0.25s', '-1.75s'])]
    #[TestWith(['0.1ms', '0.2ms', '0.3ms'])]
    #[TestWith(['1/16', '3/16', '4/16'])]
    #[TestWith(['1/8t', '1/8t', '2/8t'])]
    #[TestWith(['step', '2step', '3step'])]
    #[TestWith(['-240tk', '-1tk', '-241tk'])]
    #[TestWith(['5ms', '-5ms', null], 'the other way')]
    #[TestWith(['5ms', '5s', null], 'another unit')]
    #[TestWith(['1/16', '1/16t', null], 'another value')]
    #[TestWith(['1bar', '1bar', null], 'as long as where it lies')]
    #[TestWith(['2000000s', '1s', null], 'longer than a song')]
    public function test_amounts_of_one_kind_add_up(string $first, string $second, ?string $sum): void
    {
        $added = Amount::parse($first)->plus(Amount::parse($second));

        self::assertSame($sum, $added === null ? null : (string) $added);
        self::assertEquals($added, $sum === null ? null : Amount::parse($sum));
    }

    public function test_time_by_the_clock_is_true_to_the_tempo_on_the_way(): void
    {
        $context = self::context(tempos: [0 => 120, 480 => 60]);

        self::assertSame(
            720, Amount::parse('1s')->shift(0, $context->time),
            'a quarter at 120 takes half a second, half a quarter at 60 the other half',
        );
    }

    #[TestWith([''])]
    #[TestWith(['10'])]
    #[TestWith(['10 ms'])]
    #[TestWith(['1/200'])]
    #[TestWith(['--1/16'])]
    public function test_it_says_what_an_amount_may_be(string $text): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage('no amount of time');

        Amount::parse($text);
    }

    #[TestWith(['9999999999tk'])]
    #[TestWith(['1000000000bar'])]
    #[TestWith(['3000000s'])]
    public function test_it_refuses_what_no_song_can_be_as_long_as(string $text): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage('longer than a song can be');

        Amount::parse($text);
    }

    #[TestWith(['-2bar', 2020, -1820])]
    #[TestWith(['-3bar', 0, -5760])]
    #[TestWith(['-1bar', 2020, 100])]
    public function test_bars_before_the_song_are_as_long_as_its_first(string $amount, int $tick, int $expected): void
    {
        self::assertSame($expected, Amount::parse($amount)->shift($tick, self::context()->time));
    }
}

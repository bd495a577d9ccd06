<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Time;

use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Tests\Support\RandomClips;
use PHPUnit\Framework\TestCase;

/** What holds for the lines of every grid, on changing meters and at every resolution. */
final class GridLawsTest extends TestCase
{
    private const CLIPS = 60;

    public function test_the_lines_around_a_tick_lie_on_both_sides_of_it_and_no_bar_line_lies_between(): void
    {
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, , $context]) {
            $lines = $context->time->gridLines();
            foreach ($notes->start as $tick) {
                $lines->around($tick);
                self::assertTrue($lines->before <= $tick && $tick < $lines->after, $name);
                $bars = max(1, $context->time->grid->bars);
                $nextGroup = $context->time->meters->barAt($tick) - $context->time->meters
                    ->barAt($tick) % $bars + $bars;
                self::assertLessThanOrEqual($context->time->meters->barStart($nextGroup), $lines->after, $name);
                self::assertSame(
                    [$lines->before, $lines->after], [$lines->nearest($lines->before), $lines->next($lines->before)],
                    $name,
                );
            }
        }
    }

    public function test_every_bar_line_is_a_line_unless_the_grid_spans_several_bars(): void
    {
        foreach (RandomClips::some(self::CLIPS) as $name => [, , $context]) {
            $lines = $context->time->gridLines();
            for ($bar = 0; $bar < 12; $bar++) {
                $start = $context->time->meters->barStart($bar);
                self::assertSame(
                    $bar % max(1, $context->time->grid->bars) === 0, $lines->nearest($start) === $start,
                    "{$name}, bar {$bar}",
                );
            }
        }
    }

    public function test_a_quantized_note_lies_on_a_line_no_farther_from_where_it_was_played_than_half_the_gap(): void
    {
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, $selection, $context]) {
            $change = Catalog::standard()->read('quantize')->apply($notes, $selection, $context);
            $lines = $context->time->gridLines();
            foreach ($change->notes->after['start'] ?? [] as $id => $start) {
                $played = $change->notes->before['start'][$id] + $notes
                    ->playedStart[(int) array_search($id, $notes->id, true)];
                $lines->around($played);
                self::assertContains($start, [$lines->before, $lines->after], $name);
                self::assertLessThanOrEqual($lines->after - $lines->before, 2 * abs($start - $played), $name);
            }
        }
    }

    public function test_a_tick_and_its_position_are_two_names_of_one_place(): void
    {
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, , $context]) {
            foreach ($notes->start as $tick) {
                self::assertSame($tick, $context->time->meters->tickOf($context->time->meters->position($tick)), $name);
                self::assertEqualsWithDelta(
                    $tick, $context->time->tempo->tickAt($context->time->tempo->secondsAt($tick)), 1e-6, $name,
                );
            }
        }
    }
}

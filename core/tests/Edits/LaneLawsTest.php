<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Lane;
use Jactonic\Core\Content\Packing\PackedChange;
use Jactonic\Core\Content\PointKind;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Lines\PreparedEdit;
use Jactonic\Core\Tests\Support\RandomClips;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** What holds for every edit of points, beside the notes of every clip. */
final class LaneLawsTest extends TestCase
{
    private const CLIPS = 10;

    public const LINES = [
        'velocity add=30 lane=cc1', 'velocity scale=300 lane=bend', 'velocity set=0 lane=cc64', 'ramp lane=cc1',
        'ramp from=127 to=0 mode=scale lane=cc1', 'squeeze lane=bend', 'squeeze amount=-100 toward=64 lane=cc1',
        'limit min=20 max=90 lane=cc1', 'smooth lane=cc1', 'accent lane=cc1', 'humanize lane=bend',
        'course at="0:10 4000:127" lane=cc1', 'course at="0:200 4000:0" mode=scale lane=cc1',
        'course at="0:-20 4000:40" mode=add lane=bend',
        'wave lane=cc1', 'wave shape=square period=1/8 lane=bend low=-100', 'point lane=cc7 value=3',
        'fill-level lane=cc1', 'fill-level lane=cc1 value=9 at=range-start until=range-end', 'thin lane=cc1',
        'thin within=600 lane=bend', 'sample lane=cc1',
        'pedal-join gap=1/4', 'pedal-to-notes', 'pedal-clean', 'nudge', 'nudge by=-1bar', 'quantize',
        'quantize strength=40', 'stretch factor=2', 'stretch factor=1/3', 'reverse', 'align', 'delete', 'repeat',
        'repeat times=3 round=bar',
        'cut', 'cut range=on', 'copy range=on', 'open', 'close',
    ];

    /** @return iterable<string, array{string, PreparedEdit, \Jactonic\Core\Content\Notes, Selection, Context}> */
    private static function everything(): iterable
    {
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, $selection, $context]) {
            $random = new Randomizer(new Mt19937(crc32($name)));
            $points = self::points(
                $random, 1 + max($notes->id), max($notes->start) + 1000, array_values(array_unique($notes->clip)),
            );
            $chosen = array_filter($points->id, static fn (): bool => $random->getInt(0, 2) > 0);
            foreach (self::LINES as $k => $line) {
                $read = Catalog::standard()->read($line);
                self::assertInstanceOf(PreparedEdit::class, $read);
                // Points alone, notes and points, or neither, so that the range says what is meant.
                $selected = [$chosen, [...$selection->ids, ...$chosen], []][($k + crc32($name)) % 3];
                yield "{$line} on {$name}" => [
                    $line, $read, $notes->counted($points->nextId), Selection::of($selected),
                    $context->holding($points),
                ];
            }
        }
    }

    public function test_a_change_can_be_taken_back_and_kept_and_nothing_leaves_its_lane(): void
    {
        $tried = array_fill_keys(self::LINES, 0);
        foreach (self::everything() as $name => [$line, $read, $notes, $selection, $context]) {
            try {
                $change = $read->apply($notes, $selection, $context);
            } catch (EditRefused) {
                continue;
            }
            $after = $change->applyToPoints($context->points);
            self::assertTrue(
                $change->notes->reversed()->applyTo($change->applyTo($notes))->equals($notes), "{$name}: notes back",
            );
            self::assertTrue(
                ($change->points?->reversed()->applyTo($after) ?? $after)->equals($context->points),
                "{$name}: points back",
            );
            $tried[$line] += $change->points === null ? 0 : 1;
            $lanes = array_map(
                static fn (int $kind, int $number): Lane => self::lane($kind, $number), $after->kind, $after->number,
            );
            self::assertSame(
                $after->value,
                array_map(static fn (Lane $lane, int $value): int => $lane->within($value), $lanes, $after->value),
                $name,
            );
            self::assertGreaterThanOrEqual(0, min([0, ...$after->start]), $name);
            self::assertCount(count($after->id), array_unique([...$after->id]), $name);
            self::assertSame(
                [], array_intersect($after->id, $change->applyTo($notes)->id), "{$name}: ids of their own",
            );
            if ($change->points !== null) {
                self::assertTrue(
                    PackedChange::unpack(
                        PackedChange::pack($change->points), Points::class,
                    )->applyTo($context->points)->equals($after),
                    "{$name}: stored",
                );
            }
        }
        self::assertSame(
            ['copy range=on'], array_keys(array_filter($tried, static fn (int $changes): bool => $changes < 3)),
            'every other line changed points in several clips',
        );
    }

    public function test_what_follows_a_range_that_is_cut_or_closed_sounds_as_before(): void
    {
        foreach (self::everything() as $name => [$line, $read, $notes, , $context]) {
            if (! in_array($line, ['cut range=on', 'close'], true) || $context->range === null) {
                continue;
            }
            $change = $read->apply($notes, Selection::none(), $context);
            $gone = $line === 'close' ? $context->range->to - $context->range->from : 0;
            foreach (['cc1', 'bend', 'cc64'] as $lane) {
                foreach (array_unique($context->points->clip) as $clip) {
                    foreach ([0, 17, 900] as $later) {
                        $held = self::held(Lane::parse($lane), $context->points, $clip, $context->range->to + $later);
                        self::assertSame(
                            $held,
                            self::held(
                                Lane::parse($lane), $change->applyToPoints($context->points), $clip,
                                $context->range->to + $later - $gone,
                            ),
                            "{$name}: {$lane}",
                        );
                    }
                }
            }
        }
    }

    public function test_thinned_out_the_lane_stays_within_the_deviation(): void
    {
        foreach (self::everything() as $name => [, , $notes, , $context]) {
            $points = $context->points;
            $chosen = Selection::of(array_map(
                static fn (int $i): int => $points->id[$i], Lane::parse('cc1')->placesIn($points),
            ));
            if ($chosen->isEmpty()) {
                continue;
            }
            $read = Catalog::standard()->read('thin within=12 lane=cc1');
            self::assertInstanceOf(PreparedEdit::class, $read);
            $after = $read->apply($notes, $chosen, $context)->applyToPoints($points);
            foreach ($points->start as $i => $tick) {
                $there = self::held(Lane::parse('cc1'), $points, $points->clip[$i], $tick);
                self::assertLessThanOrEqual(
                    12, abs((self::held(Lane::parse('cc1'), $after, $points->clip[$i], $tick) ?? 0) - ($there ?? 0)),
                    $name,
                );
            }
        }
    }

    private static function lane(int $kind, int $number): Lane
    {
        static $lanes = [];

        return $lanes["{$kind} {$number}"] ??= Lane::ofPoints(PointKind::from($kind), $number);
    }

    /** What a lane of a clip holds at a tick; null before its first point. */
    private static function held(Lane $lane, Points $points, int $clip, int $tick): ?int
    {
        $held = null;
        foreach ($lane->placesIn($points) as $i) {
            if ($points->start[$i] <= $tick && $points->clip[$i] === $clip) {
                $held = $points->value[$i];
            }
        }

        return $held;
    }

    /** @param  list<int>  $clips */
    private static function points(Randomizer $random, int $firstId, int $end, array $clips): Points
    {
        $rows = $taken = [];
        for ($k = 0, $count = $random->getInt(30, 90); $k < $count; $k++) {
            $lane = Lane::parse(['cc1', 'bend', 'cc64', 'pressure', 'program'][$random->getInt(0, 4)]);
            $row = [
                'start' => $random->getInt(0, $end), 'kind' => $lane->kind->value ?? 0, 'number' => $lane->number,
                'clip' => $clips[$random->getInt(0, count($clips) - 1)],
            ];
            if (! isset($taken[implode(' ', $row)])) {
                $taken[implode(' ', $row)] = true;
                $rows[] = $row + [
                    'id' => $firstId + count($rows), 'value' => $random->getInt($lane->least(), $lane->most()),
                ];
            }
        }

        return Points::fromRows($rows);
    }
}

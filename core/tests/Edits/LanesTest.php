<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Lane;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Lines\PreparedEdit;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** Controllers, bend and pedals: what edits do to points. 480 ticks a quarter, 120 BPM, sixteenths of 120 ticks. */
final class LanesTest extends MusicTestCase
{
    /**
     * @return array<string, array{string, string, string, string, 4?: array{int, int}|null, 5?: bool}> line, lane and
     *     its points before and after, the range, whether all points are selected
     */
    public static function lines(): array
    {
        $range = [0, 480];

        return [
            'level: higher' => ['velocity add=10 lane=cc11', 'cc11', '0:60 240:120', '0:70 240:127', null, true],
            'level: set' => ['velocity set=0 lane=cc11', 'cc11', '0:60 240:120', '0:0 240:0', null, true],
            'level: bend has a range of its own' => [
                'velocity add=-9000 lane=bend', 'bend', '0:1000 240:-1', '0:-8000 240:-8192', null, true,
            ],
            'ramp: over the selected points' => [
                'ramp from=0 to=100 lane=cc11', 'cc11', '0:9 120:9 240:9', '0:0 120:50 240:100', null, true,
            ],
            'ramp: drawn over an empty range, no finer than 10 ms' => [
                'ramp from=0 to=4 lane=cc11', 'cc11', '', '0:0 60:1 180:2 300:3 420:4', $range,
            ],
            'ramp: keeps what lies outside of the range' => [
                'ramp from=64 to=64 lane=cc11', 'cc11', '0:1 240:2 480:3', '0:64 480:3', $range,
            ],
            'ramp: scaled' => [
                'ramp from=50 to=100 mode=scale lane=cc11', 'cc11', '0:100 240:100 479:100', '0:50 240:75 479:100',
                $range,
            ],
            'ramp: with 0 at both ends' => ['ramp from=0 to=0 mode=scale lane=cc11', 'cc11', '0:100', '0:0', $range],
            'squeeze: toward the mean' => ['squeeze lane=cc1', 'cc1', '0:40 240:80', '0:50 240:70', null, true],
            'squeeze: toward 0, which no velocity is' => [
                'squeeze toward=0 lane=cc1', 'cc1', '0:40 240:80', '0:20 240:40', null, true,
            ],
            'limit' => ['limit min=0 max=50 lane=cc1', 'cc1', '0:40 240:80', '0:40 240:50', $range],
            'limit: the lowest of a lane where none is said' => [
                'limit max=-5 lane=bend', 'bend', '0:-8000 240:80', '0:-8000 240:-5', $range,
            ],
            'accent: by the grid' => [
                'accent pattern=100,0 lane=cc1', 'cc1', '0:9 120:9 240:9', '0:100 120:0 240:100', $range,
            ],
            'smooth: each point is a moment, however near' => [
                'smooth amount=100 lane=cc1', 'cc1', '0:0 1:60 2:0', '0:60 1:0 2:60', $range,
            ],
            'humanize: by nothing' => [
                'humanize velocity=0 time=0ms lane=cc1', 'cc1', '0:5 240:9', '0:5 240:9', $range,
            ],
            'course: drawn in the place of what was there' => [
                'course at="100:10 340:14" lane=cc11', 'cc11', '0:1 150:2 340:3 341:4',
                '0:1 100:10 130:11 190:12 250:13 310:14 341:4',
            ],
            'course: selected points take its values' => [
                'course at="0:10 240:20" lane=cc11', 'cc11', '0:1 120:2 300:3', '0:10 120:15 300:3', null, true,
            ],
            'course: added to what is there' => [
                'course at="0:10 240:20" mode=add lane=cc11', 'cc11', '0:1 120:2 300:3', '0:11 120:17 300:3',
            ],
            'course: scaled' => [
                'course at="0:50 240:200" mode=scale lane=cc11', 'cc11', '0:10 240:100 300:3', '0:5 240:127 300:3',
            ],
            'wave: square' => [
                'wave shape=square period=1/8 lane=cc7', 'cc7', '', '0:100 120:40 240:100 360:40', $range,
            ],
            'wave: saw, half way in' => [
                'wave shape=saw period=1/4 low=0 high=2 phase=50 lane=cc7', 'cc7', '', '0:1 120:2 240:0 360:1', $range,
            ],
            'wave: sine on selected points' => [
                'wave period=1/4 low=0 high=100 lane=cc7', 'cc7', '0:1 120:1 240:1 360:1', '0:0 120:50 240:100 360:50',
                null, true,
            ],
            'wave: triangle' => [
                'wave shape=triangle period=1/4 low=0 high=100 lane=cc7', 'cc7', '0:1 120:1 240:1',
                '0:0 120:50 240:100', null, true,
            ],
            'wave: fall' => [
                'wave shape=fall period=1/4 low=0 high=100 lane=cc7', 'cc7', '0:1 120:1 240:1', '0:100 120:75 240:50',
                null, true,
            ],
            'point: with a value' => ['point at=240 value=7 lane=cc2', 'cc2', '0:5 240:9', '0:5 240:7'],
            'point: with what holds there' => ['point at=240 lane=cc2', 'cc2', '0:5 300:9', '0:5 240:5 300:9'],
            'point: with what rests before anything is said' => ['point at=240 lane=cc7', 'cc7', '', '240:100'],
            'one value from here on' => ['fill-level value=3 at=100 lane=cc2', 'cc2', '0:5 100:6 200:7', '0:5 100:3'],
            'one value up to the end of the range, then as before' => [
                'fill-level value=3 at=range-start until=range-end lane=cc2', 'cc2', '0:5 200:7 900:8',
                '0:3 480:7 900:8', $range,
            ],
            'thin: what changes nothing' => [
                'thin within=0 lane=cc2', 'cc2', '0:5 100:5 200:6 300:6', '0:5 200:6', $range,
            ],
            'thin: within 2' => [
                'thin within=2 lane=cc2', 'cc2', '0:10 50:12 100:14 150:15 200:12 250:30', '0:12 150:14 250:30', $range,
            ],
            'sample: stairs' => [
                'sample every=1/16 lane=cc2', 'cc2', '0:1 60:2 130:3 300:4', '0:1 120:2 240:3 300:4', $range,
            ],
            'sample: what holds at the first line was said before the range' => [
                'sample every=1/4 lane=cc2', 'cc2', '300:20 700:50', '300:20 480:20 700:50', [480, 1920],
            ],
            'sample: nothing before the first point, and the last one stays' => [
                'sample every=1/4 lane=cc2', 'cc2', '100:20 700:50 2000:90', '480:20 960:50 1440:50 1920:50 2000:90',
                [0, 3840],
            ],
            'one value up to where it begins is one point' => [
                'fill-level value=9 at=480 until=480 lane=cc2', 'cc2', '0:5', '0:5 480:5',
            ],
            'wave: a period that is no whole number of ticks does not drift' => [
                'wave shape=square period=1/7 low=1 high=2 lane=cc7', 'cc7',
                implode(' ', array_map(static fn (int $k): string => (int) ceil($k * 1920 / 7).':5', range(0, 27))),
                implode(' ', array_map(static fn (int $k): string => (int) ceil($k * 1920 / 7).':2', range(0, 27))),
                null, true,
            ],
            'pedal: a lift goes whole, half-pressed values and all' => [
                'pedal-join gap=1/16', 'cc64', '0:127 480:40 490:0 500:127 1920:0', '0:127 1920:0',
            ],
            'pedal: a slow lift stays' => [
                'pedal-join gap=1/16', 'cc64', '0:127 480:40 490:0 700:127 1920:0', '0:127 480:40 490:0 700:127 1920:0',
            ],
            'pedal: short lifts are taken out' => [
                'pedal-join gap=1/16', 'cc64', '0:127 200:0 300:127 500:0 900:100', '0:127 500:0 900:100',
            ],
            'pedal: repeats go, and what holds nothing' => [
                'pedal-clean', 'cc64', '0:99 10:120 400:10 410:0 600:127 700:0', '0:127 400:0',
            ],
            'pedal: down where a note ends it holds that' => ['pedal-clean', 'cc64', '100:127 200:0', '100:127 200:0'],

            'nudge' => ['nudge by=1/16', 'cc11', '0:1 100:2', '120:1 220:2', null, true],
            'quantize' => ['quantize', 'cc11', '10:1 130:2 140:3', '0:1 120:3', null, true],
            'reverse: as it sounds' => ['reverse', 'cc11', '0:1 100:2 400:3', '0:3 60:2 360:1', null, true],
            'stretch' => ['stretch factor=2', 'cc11', '10:1 100:2', '10:1 190:2', null, true],
            'align' => ['align to=480', 'cc11', '10:1 100:2', '480:1 570:2', null, true],
            'delete' => ['delete', 'cc11', '10:1 100:2', '', null, true],
            'repeat' => ['repeat', 'cc11', '0:1 120:2', '0:1 120:2 240:1 360:2', null, true],
            'moved onto another point: the one that moved stays' => [
                'nudge by=100tk', 'cc11', '0:1', '100:1', null, true,
            ],

            'open: what lies behind goes along' => [
                'open range=100..200', 'cc11', '0:1 100:2 300:3', '0:1 200:2 400:3',
            ],
            'close: what held at the end goes on' => [
                'close range=100..200', 'cc11', '0:1 120:2 150:3 300:4', '0:1 100:3 200:4',
            ],
            'cut: what lies outside sounds as before' => [
                'cut range=on', 'cc11', '0:1 120:2 150:3 900:4', '480:3 900:4', [0, 480],
            ],
            'cut: what held from before goes on by itself' => ['cut range=on', 'cc11', '0:7', '0:7', [100, 480]],
            'cut: nor is a value said again' => ['cut range=on', 'cc11', '0:7 200:9 300:7', '0:7', [100, 480]],
            'cut: nor where another one begins' => ['cut range=on', 'cc11', '0:7 200:9 480:3', '0:7 480:3', [100, 480]],
            'copy changes nothing' => ['copy', 'cc11', '0:1 120:2', '0:1 120:2', null, true],
        ];
    }

    /** @param  array{int, int}|null  $range */
    #[DataProvider('lines')]
    public function test_what_an_edit_does_to_points(
        string $line, string $lane, string $before, string $after, ?array $range = null, bool $selected = false,
    ): void {
        $points = self::points([$lane => $before]);
        // A note that ends under the first pedal, for what asks for notes; it is not selected.
        $notes = Notes::fromRows([['id' => 900, 'start' => 0, 'length' => 100]])->counted(1000);

        $change = self::read($line)->apply(
            $notes, Selection::of($selected ? $points->id : []), self::context(range: $range)->holding($points),
        );

        self::assertSame($after, self::written($lane, $change->applyToPoints($points)));
        $back = $change->points?->followedBy($change->points->reversed())->applyTo($points) ?? $points;
        self::assertTrue($back->equals($points), 'there and back');
    }

    public function test_notes_and_points_that_are_selected_together_move_together(): void
    {
        $points = self::points(['cc11' => '0:1 240:2', 'bend' => '100:5']);
        $notes = Notes::fromRows([
            ['id' => 900, 'start' => 0, 'length' => 100], ['id' => 901, 'start' => 480, 'length' => 100],
        ]);

        $change = self::read('reverse')->apply(
            $notes, Selection::of([900, 901, ...$points->id]), self::context()->holding($points),
        );

        self::assertSame([0, 480], $change->applyTo($notes)->start);
        self::assertSame(
            '280:2 340:1', self::written('cc11', $change->applyToPoints($points)), 'mirrored in the span of all',
        );
        self::assertSame('420:5', self::written('bend', $change->applyToPoints($points)));
    }

    public function test_each_lane_is_kept_going_behind_a_cut_whatever_stands_there_in_another(): void
    {
        $points = self::points(['cc11' => '200:9', 'cc1' => '480:5']);
        $notes = Notes::fromRows([['id' => 900, 'start' => 0, 'length' => 100]])->counted(1000);
        $change = self::read('cut range=on')->apply(
            $notes, Selection::none(), self::context(range: [0, 480])->holding($points),
        );

        self::assertSame('480:9', self::written('cc11', $change->applyToPoints($points)));
        self::assertSame('480:5', self::written('cc1', $change->applyToPoints($points)));
    }

    public function test_points_that_are_not_selected_stay_and_those_of_other_lanes_too(): void
    {
        $points = self::points(['cc11' => '0:1 240:2', 'cc1' => '0:8 240:9']);
        $change = self::read('velocity set=100 lane=cc11')->apply(
            Notes::none(), Selection::of([$points->id[0], $points->id[1]]),
            self::context(range: [0, 960])->holding($points),
        );

        self::assertSame('0:100 240:2', self::written('cc11', $change->applyToPoints($points)));
        self::assertSame('0:8 240:9', self::written('cc1', $change->applyToPoints($points)));
    }

    public function test_points_of_several_clips_are_sampled_each_in_its_own(): void
    {
        $points = self::points(['cc2' => '0:1 120:60 240:3 360:64'])->with([
            'clip' => [1, 2, 1, 2], 'channel' => [0, 5, 0, 5],
        ]);
        $after = self::read('sample every=1/8 lane=cc2')->apply(
            Notes::none(), Selection::of($points->id), self::context()->holding($points),
        )->applyToPoints($points);
        $in = static fn (int $clip): array => array_values(array_map(
            static fn (int $i): array => [$after->start[$i], $after->value[$i], $after->channel[$i]],
            array_keys($after->clip, $clip, true),
        ));

        self::assertSame([[0, 1, 0], [240, 3, 0]], $in(1));
        self::assertSame(
            [[240, 60, 5], [360, 64, 5]], $in(2),
            'from the first line behind the first point; behind the last line all stays',
        );
    }

    public function test_what_is_pasted_from_a_range_ends_with_what_held_there_before(): void
    {
        $points = self::points(['cc11' => '0:10 100:90 600:20 960:33 1200:44']);
        $notes = Notes::fromRows([['id' => 900, 'start' => 0, 'length' => 100]])->counted(1000);
        $context = self::context(caret: new Caret(960, 60), range: [0, 480])->holding($points);
        $copied = self::read('copy range=on')->apply($notes, Selection::none(), $context);
        $pasted = self::read('paste')->apply($notes, Selection::none(), $context->withClipboard($copied->clipboard));

        self::assertSame(
            '0:10 100:90 600:20 960:10 1060:90 1440:44', self::written('cc11', $pasted->applyToPoints($points)),
        );
    }

    public function test_release_velocities_are_a_lane_of_the_notes(): void
    {
        $notes = self::notes([0, 100, 60, 90], [240, 100, 60, 90]);
        $done = self::edit('ramp from=0 to=127 lane=release', $notes);

        self::assertSame([0, 127], $done->release);
        self::assertSame([90, 90], $done->velocity);
    }

    public function test_notes_last_while_the_pedal_is_down(): void
    {
        $points = self::points(['cc64' => '0:127 1000:0 1200:127']);
        $notes = Notes::fromRows([
            ['id' => 900, 'start' => 0, 'length' => 100, 'pitch' => 60],
            ['id' => 901, 'start' => 300, 'length' => 100, 'pitch' => 60],
            ['id' => 902, 'start' => 900, 'length' => 200, 'pitch' => 62],
            ['id' => 903, 'start' => 1250, 'length' => 10, 'pitch' => 64],
            ['id' => 904, 'start' => 1300, 'length' => 50, 'pitch' => 65],
        ]);
        $change = self::read('pedal-to-notes')->apply($notes, Selection::none(), self::context()->holding($points));

        self::assertSame(
            [300, 700, 200, 100, 50], $change->applyTo($notes)->length,
            'to the next of its pitch, to the lift, past it, to the end of all',
        );
        self::assertSame([], $change->applyToPoints($points)->id);
        self::assertStringContainsString('3 notes as long as the pedal held them', (string) $change->said);
    }

    public function test_copied_points_are_put_into_another_lane_within_what_it_holds(): void
    {
        $points = self::points(['bend' => '100:-200 200:90']);
        $taken = self::read('copy')->apply(
            Notes::none(), Selection::of($points->id), self::context()->holding($points),
        );
        self::assertSame('2 points copied', (string) $taken->said);

        $there = self::context()->holding($points)->withClipboard($taken->clipboard);
        $pasted = self::read('paste at=1000 lane=cc1')->apply(Notes::none(), Selection::none(), $there);
        self::assertSame('1000:0 1100:90', self::written('cc1', $pasted->applyToPoints($points)));
        self::assertSame('2 points pasted at 1.3.40', (string) $pasted->said);
        self::assertSame($pasted->points?->added->id, $pasted->selection->ids);

        $same = self::read('paste at=1000')->apply(Notes::none(), Selection::none(), $there);
        self::assertSame('100:-200 200:90 1000:-200 1100:90', self::written('bend', $same->applyToPoints($points)));
    }

    public function test_a_copied_range_takes_what_held_at_its_start(): void
    {
        $points = self::points(['cc11' => '0:50 600:60']);
        $notes = Notes::fromRows([['id' => 900, 'start' => 480, 'length' => 100]]);
        $copy = static fn (bool $along): array => array_map(null, self::read('copy range=on')->apply(
            $notes, Selection::none(),
            new Context(
                self::context()->time, range: self::context(range: [480, 960])->range, points: $points,
                takesPoints: $along,
            ),
        )->clipboard->points->start ?? []);

        self::assertSame([480, 600], $copy(true));
        self::assertSame([], $copy(false), 'where points are left alone');
    }

    public function test_what_is_said_where_a_range_begins_is_copied_in_the_place_of_what_held_before(): void
    {
        $points = self::points(['cc11' => '0:50 480:60 600:70']);
        $copied = self::read('copy range=on')->apply(
            Notes::none(), Selection::none(), self::context(range: [480, 960])->holding($points),
        )->clipboard?->points;

        self::assertNotNull($copied);
        self::assertSame('480:60 600:70', self::written('cc11', $copied));
    }

    public function test_points_are_humanized_in_time_as_notes_are_and_none_before_the_start(): void
    {
        $points = self::points(['cc11' => '0:50 480:50 960:50 1440:50 1920:50 2400:50']);
        $apply = static fn (string $line): Points => self::read($line)->apply(
            Notes::none(), Selection::of($points->id), self::context()->holding($points),
        )->applyToPoints($points);
        $after = $apply('humanize time=20tk velocity=10 seed=3 lane=cc11');

        self::assertCount(6, $after->start);
        self::assertNotSame($points->start, $after->start);
        self::assertNotSame($points->value, $after->value);
        foreach ($after->start as $i => $start) {
            self::assertEqualsWithDelta($points->start[$i], $start, 20);
            self::assertEqualsWithDelta(50, $after->value[$i], 10);
        }
        $early = $apply('humanize time=20tk velocity=0 lean=-100 seed=3 lane=cc11')->start;
        self::assertSame(0, $early[0]);
        self::assertLessThan(array_sum($points->start), array_sum($early));
        self::assertSame($points->start, array_map(max(...), $early, $points->start), 'none is late');
    }

    /** @return iterable<string, array{string, string, bool, bool, string}> */
    public static function sentences(): iterable
    {
        yield 'one of a note and a point' => [
            'quantize grid=1/16', '0:1 130:2', true, true, '1 note or point quantized to 1/16, 2 were already there',
        ];
        yield 'one left where it was' => [
            'quantize grid=1/16', '0:1 130:2', false, true, '1 point quantized to 1/16, 1 was already there',
        ];
        yield 'both' => [
            'quantize grid=1/16', '10:1 130:2', true, true, '2 notes and points quantized to 1/16, 1 was already there',
        ];
        yield 'points where notes are meant' => [
            'transpose semitones=1', '0:1', false, true, 'Points alone are selected, and transpose is for notes',
        ];
        yield 'nothing' => ['transpose semitones=1', '0:1', false, false, 'Nothing is selected'];
    }

    #[DataProvider('sentences')]
    public function test_what_is_said_is_right_of_one_and_of_many(
        string $line, string $points, bool $withNote, bool $withPoints, string $said,
    ): void {
        $points = self::points(['cc11' => $points]);
        $notes = Notes::fromRows([['id' => 900, 'start' => 480, 'length' => 100]]);
        $selected = [...($withNote ? $notes->id : []), ...($withPoints ? $points->id : [])];
        $change = self::read($line)->apply($notes, Selection::of($selected), self::context()->holding($points));

        self::assertStringStartsWith($said, (string) $change->said);
        self::assertSame($selected, $change->selection->ids, 'what is selected stays so');
    }

    public function test_a_registered_number_stays_together_where_it_is_moved(): void
    {
        $points = Points::fromRows([
            ['start' => 100, 'number' => 101, 'value' => 0], ['start' => 100, 'number' => 100, 'value' => 1],
            ['start' => 100, 'number' => 6, 'value' => 2],
            ['start' => 100, 'number' => 101, 'value' => 127], ['start' => 100, 'number' => 100, 'value' => 127],
        ]);
        $change = self::read('open range=0..480')->apply(
            Notes::none(), Selection::none(), self::context()->holding($points),
        );

        self::assertSame([0, 1, 2, 127, 127], $change->applyToPoints($points)->value);
    }

    /** @return array<string, array{string, string}> a line that is refused and what is said */
    public static function refused(): array
    {
        return [
            'nothing chosen' => [
                'velocity add=1 lane=cc11', 'No point of Expression is selected, and there is no range.',
            ],
            'a velocity of 0' => ['velocity set=0', 'set takes 1 to 127'],
            'a controller of 128' => ['velocity set=128 lane=cc11', 'set takes 0 to 127'],
            'bend too far' => ['point at=0 value=8192 lane=bend', 'value takes -8192 to 8191'],
            'a course out of the lane' => ['course at="0:-1" lane=cc11', 'takes values from 0 to 127'],
            'no such lane' => ['ramp lane=cc128', 'lane takes velocity, release, cc0 to cc127'],
            'points of velocities' => ['thin lane=velocity', 'name a lane of points, such as lane=cc11'],
            'a wave upside down' => ['wave low=9 high=3 lane=cc1', 'swap them'],
        ];
    }

    #[DataProvider('refused')]
    public function test_what_cannot_be_is_refused_with_what_would_work(string $line, string $said): void
    {
        $this->expectException(CoreError::class);
        $this->expectExceptionMessage($said);

        self::read($line)->apply(self::notes([0]), Selection::of([1]), self::context());
    }

    public function test_every_lane_is_found_again_by_its_name(): void
    {
        foreach (['velocity', 'release', 'cc0', 'cc64', 'cc127', 'bend', 'pressure', 'program', 'key60'] as $name) {
            $lane = Lane::parse($name);
            self::assertSame($name, $lane->name);
            self::assertSame($name, $lane->kind === null ? $name : Lane::ofPoints($lane->kind, $lane->number)->name);
            self::assertSame($lane->rest(), $lane->within($lane->rest()));
        }
        self::assertSame(
            ['Expression', 'Volume, fine', 'Controller 3', 'Bend', 'Key pressure C4'],
            array_map(
                static fn (string $name): string => Lane::parse($name)->title(),
                ['cc11', 'cc39', 'cc3', 'bend', 'key60'],
            ),
        );
    }

    private static function read(string $line): PreparedEdit
    {
        $read = Catalog::standard()->read($line);

        return $read instanceof PreparedEdit ? $read : self::fail("{$line} is no edit of notes");
    }

    /** @param  array<string, string>  $lanes  points as tick:value by lane */
    private static function points(array $lanes): Points
    {
        $rows = [];
        foreach ($lanes as $name => $text) {
            $lane = Lane::parse($name);
            foreach (array_filter(explode(' ', $text)) as $point) {
                [$start, $value] = array_map(intval(...), explode(':', $point));
                $rows[] = [
                    'start' => $start, 'kind' => $lane->kind->value ?? 0, 'number' => $lane->number, 'value' => $value,
                ];
            }
        }

        return Points::fromRows($rows);
    }

    private static function written(string $lane, Points $points): string
    {
        return implode(
            ' ',
            array_map(
                static fn (int $i): string => "{$points->start[$i]}:{$points->value[$i]}",
                Lane::parse($lane)->placesIn($points),
            ),
        );
    }
}

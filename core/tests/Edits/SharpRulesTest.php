<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Advice\Advice;
use Jactonic\Core\Conditions\Conditions;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Context\OpenClips;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\Content;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Tests\Support\MusicTestCase;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TempoMap;
use Jactonic\Core\Time\Timeline;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

/**
 * Rules of docs/edits.md that are easily got nearly right: on swung lines, over bar lines, twice in a row, over tracks.
 */
final class SharpRulesTest extends MusicTestCase
{
    /**
     * @return array<string, array{string, list<list<int>>, list<int>, string, int}> line, notes [start, length], starts
     *     of the copies, grid, swing
     */
    public static function repeats(): array
    {
        return [
            'an off-beat' => ['repeat', [[240, 181]], [720], '1/4', 0],
            'two off-beats' => ['repeat', [[240, 100], [720, 100]], [1200, 1680], '1/4', 0],
            'a clap on four, to the next bar' => ['repeat round=bar', [[1440, 361]], [3360], '1/4', 0],
            'swung eighths stay on swung lines' => ['repeat', [[0, 100], [320, 100]], [480, 800], '1/8', 100],
            'a phrase from a swung line' => ['repeat', [[320, 160]], [480], '1/8', 100],
            'a push belongs to the line it is before' => [
                'repeat times=2', [[470, 100], [730, 200]], [950, 1210, 1430, 1690], '1/4', 0,
            ],
            'a late release is forgiven' => ['repeat', [[0, 505]], [480], '1/4', 0],
            'but not a long one' => ['repeat', [[0, 520]], [960], '1/4', 0],
            'a touch on the last line is no release past it' => [
                'repeat', [[0, 30], [480, 30], [960, 30], [1440, 30]], [1920, 2400, 2880, 3360], '1/4', 0,
            ],
            'what ends on a line of a fine grid' => ['repeat', [[0, 480]], [480], '1/64', 0],
            'what ends on a line of a fine, swung grid' => ['repeat', [[0, 1920]], [1920], '1/32', 150],
            'what begins on a line of a fine grid' => ['repeat', [[30, 30]], [60], '1/64', 0],
            'every so far, by a part of a tick too' => [
                'repeat times=3 every=1/7', [[0, 100]], [274, 549, 823], '1/4', 0,
            ],
        ];
    }

    /**
     * @param  list<list<int>>  $rows
     * @param  list<int>  $copies
     */
    #[DataProvider('repeats')]
    public function test_a_repeat_goes_on_by_lines(
        string $line, array $rows, array $copies, string $grid, int $swing,
    ): void {
        self::assertSame(
            $copies,
            self::change($line, self::notes(...$rows), self::context(grid: $grid, swing: $swing))->notes->added->start,
        );
    }

    public function test_rotating_by_every_step_brings_the_pattern_back_however_long_notes_ring(): void
    {
        $pattern = self::notes([0, 3000], [310, 50], [950, 100], [1443, 900]);
        $context = self::context(grid: '1/8', swing: 100);
        $turned = $pattern;
        for ($press = 1; $press <= 8; $press++) {
            $turned = self::edit('rotate', $turned, $context);
            self::assertLessThan(1920, max($turned->start), "it stays in its bar at press {$press}");
            self::assertSame($press === 8, $turned->equals($pattern), "press {$press}");
        }
    }

    public function test_a_repeat_takes_the_range_along(): void
    {
        $change = self::change('repeat times=2', self::notes([0, 100], [480, 100]), self::context(range: [0, 960]));

        self::assertSame([1920, 2880], [$change->range?->from, $change->range?->to]);
        self::assertNull(
            self::change('repeat span=selection', self::notes([0, 100]), self::context(range: [0, 960]))->range,
        );
    }

    public function test_rotating_on_goes_on_in_the_bars_it_began_in(): void
    {
        $notes = self::notes([1800, 100], [2400, 100]);
        $turned = $notes;
        $script = static fn (): Script => Script::read(['rotate by=1/16'], Catalog::standard());
        $lines = [];
        for ($press = 1; $press <= 32; $press++) {
            $open = OpenSong::ofNotes($turned, Conductor::of(self::PPQ));
            $state = $script()->following($lines)->apply($open, Selection::all($turned), self::context());
            [$turned, $lines] = [$state->notes, $state->lines];
            self::assertSame(['rotate by=1/16 within=0..3840'], $lines);
        }
        self::assertSame([1800, 2400], $turned->start);
    }

    public function test_on_a_grid_of_several_bars_a_pattern_turns_in_the_bars_it_fills(): void
    {
        self::assertSame([480], self::edit('rotate', self::notes([480, 100]), self::context(grid: '4bar'))->start);
        self::assertSame(
            [0, 2400], self::edit('rotate', self::notes([480, 100], [1920, 100]), self::context(grid: 'bar'))->start,
            'two bars by one',
        );
    }

    public function test_doubled_notes_become_one_whether_or_not_a_note_lay_outside_of_the_key(): void
    {
        foreach ([[60, 60], [60, 60, 61]] as $pitches) {
            $change = self::change(
                'inkey', self::notes(...array_map(static fn (int $pitch): array => [0, 100, $pitch], $pitches)),
                self::context(key: 'C major'),
            );
            self::assertStringContainsString('taken out that doubled another', (string) $change->said);
        }
    }

    #[TestWith(['insert at=0 pitch=C4', 'onto a note that is there already'])]
    #[TestWith(['chord at=0 pitch=C4', '1 note onto others that are there already'])]
    #[TestWith(['paste at=0', 'onto a note that is there already'])]
    #[TestWith(['insert at=0 pitch=D4', 'added at 1.1.0'])]
    public function test_what_is_put_onto_a_note_says_so(string $line, string $said): void
    {
        $notes = self::notes([0, 100, 60]);
        $change = self::change($line, $notes, self::context()->withClipboard(new Phrase($notes, self::PPQ)));

        self::assertStringContainsString($said, (string) $change->said);
    }

    public function test_a_copy_goes_along_the_chord_that_is_named(): void
    {
        $context = self::context()->in(
            OpenSong::ofNotes(
                $notes = self::notes([0, 100, 60], [1920, 100, 60]),
                Conductor::of(self::PPQ, [
                    ConductorEvent::of(ConductorKind::Chord, 0, 'C'),
                    ConductorEvent::of(ConductorKind::Chord, 1920, 'Am'),
                ]),
            ),
        );

        self::assertSame([60, 64, 60, 64], self::edit('double degrees=1 within=chord', $notes, $context)->pitch);
        self::assertSame([60, 67, 60, 69], self::edit('double degrees=2 within=chord', $notes, $context)->pitch);
    }

    /** A loop of two quarters over a bar, a note on its second quarter. */
    #[TestWith(['nudge by=1/4', [0], 'wraps'])]
    #[TestWith(['nudge by=-1/2', [480], 'wraps before its start'])]
    #[TestWith(['insert at=1500', [480, 540], 'in a later round lies in the first'])]
    #[TestWith(['chord at=1500 shape=0,7', [480, 540, 540], 'and a chord'])]
    #[TestWith(['align to=1200', [240], 'a drag to a later round'])]
    #[TestWith(['split at=600', [480, 600], 'what stays within stays'])]
    #[TestWith(['steps parts=2', [480, 720], 'and pieces'])]
    #[TestWith(['fill every=1/4', [0, 480, 480], 'lines of later rounds are left out'])]
    #[TestWith(['repeat times=2', null, 'clip loop=notes'])]
    #[TestWith(['paste at=480', null, 'clip loop=notes'])]
    #[TestWith(['open range=480..960', null, 'clip loop=notes'])]
    /** @param  list<int>|null  $starts  null where it is refused */
    public function test_in_a_loop_nothing_is_put_where_nobody_hears_it(string $line, ?array $starts, string $why): void
    {
        $content = Content::ofNotes(self::notes([480, 480, 60]));
        $song = Song::of(
            Conductor::of(self::PPQ), [new Track(1, 0, 'Keys')], [new Clip(1, 1, 0, 1920, loop: 960)], [1 => $content],
            10,
        );
        $open = OpenSong::of($song, [1], 1);
        $phrase = new Phrase(self::notes([0, 100, 40], [480, 100, 41]), self::PPQ);
        $context = self::context(
            caret: new Caret(0, 62), range: str_starts_with($line, 'fill') ? [0, 1920] : null,
        )->withClipboard($phrase)->in($open);
        try {
            $after = Script::read([$line], Catalog::standard())->apply(
                $open, Selection::all($open->notes), $context,
            )->settled()->song;
            self::assertSame($starts, $after->contentOf(1)->notes->start, $why);
            self::assertSame([1920, 960], [$after->clips[1]->length, $after->clips[1]->loop]);
        } catch (EditRefused $refused) {
            self::assertSame(
                [null, true], [$starts, str_contains($refused->getMessage(), $why)], $refused->getMessage(),
            );
        }
    }

    #[TestWith([[320, 480], 'nudge', [480, 800]])]
    #[TestWith([[330, 470], 'nudge', [490, 790]])]
    #[TestWith([[480], 'nudge by=-grid', [320]])]
    /**
     * @param  list<int>  $starts
     * @param  list<int>  $expected
     */
    public function test_a_nudge_by_the_grid_goes_from_swung_line_to_swung_line(
        array $starts, string $line, array $expected,
    ): void {
        $notes = self::notes(...array_map(static fn (int $start): array => [$start], $starts));

        self::assertSame($expected, self::edit($line, $notes, self::context(grid: '1/8', swing: 100))->start);
    }

    public function test_what_was_asked_for_survives_a_quantize(): void
    {
        $chord = self::notes([3, 480, 60], [3, 480, 64], [3, 480, 67]);
        $strummed = self::edit('strum time=40tk', $chord);

        self::assertSame(
            [0, 20, 40], self::edit('quantize chords=together', $strummed)->start, 'a strum keeps its shape',
        );
        $short = self::edit('detach keep=50', self::notes([0, 480], [480, 480]));
        self::assertSame([240, 240], self::edit('quantize what=both', $short)->length, 'detached notes stay detached');
    }

    public function test_only_notes_of_one_channel_that_both_sound_are_made_one(): void
    {
        $notes = Notes::fromRows([
            ['start' => 0, 'pitch' => 60, 'length' => 200],
            ['start' => 0, 'pitch' => 60, 'length' => 300, 'channel' => 1],
            ['start' => 0, 'pitch' => 60, 'length' => 400, 'muted' => 1],
            ['start' => 0, 'pitch' => 60, 'length' => 100],
        ]);
        foreach (['tidy', 'untangle', 'repitch to=60'] as $line) {
            self::assertSame([1, 2, 3], self::edit($line, $notes)->id, $line);
        }
        self::assertStringContainsString(
            '1 note taken out that doubled another', (string) self::change('repitch to=61', $notes)->said,
        );
    }

    #[TestWith(['inkey', [60, 61], 1])]
    #[TestWith(['transpose degrees=1', [60, 61], 1])]
    /** @param  list<int>  $pitches */
    public function test_notes_that_meet_in_the_key_become_one_and_are_counted(
        string $line, array $pitches, int $left,
    ): void {
        $change = self::change(
            $line, self::notes(...array_map(static fn (int $pitch): array => [0, 120, $pitch], $pitches)),
            self::context(key: 'C major'),
        );

        self::assertSame($left, 2 - $change->notes->removed->count());
        self::assertStringContainsString('1 note taken out that doubled another', (string) $change->said);
    }

    #[TestWith(['duplicate'])]
    #[TestWith(['repeat times=2'])]
    #[TestWith(['double octaves=1'])]
    public function test_copied_groups_are_groups_of_their_own(string $line): void
    {
        $notes = self::edit('group', self::notes([0, 100, 60], [0, 100, 64]));
        $groups = self::change($line, $notes)->notes->added->group;

        self::assertSame($line === 'repeat times=2' ? [2, 2, 3, 3] : [2, 2], $groups);
    }

    public function test_a_length_at_reach_100_always_moves_also_where_a_step_is_a_fraction(): void
    {
        self::assertSame(
            [549, 274, 274],
            self::values(
                'length', self::edit('quantize what=length grid=1/7', self::notes([0, 412], [600, 410], [1200, 1])),
            ),
        );
    }

    public function test_a_chord_held_together_is_whole_at_the_start_of_the_song(): void
    {
        foreach (range(1, 20) as $seed) {
            $starts = self::edit(
                "humanize time=60tk chords=together seed={$seed}",
                self::notes([0, 480, 60], [10, 480, 64], [20, 480, 67]),
            )->start;
            self::assertSame([10, 20], [$starts[1] - $starts[0], $starts[2] - $starts[0]], "seed {$seed}");
        }
    }

    public function test_humanizing_twice_is_no_wilder_than_once(): void
    {
        $take = self::edit(
            'quantize',
            self::notes(...array_map(static fn (int $k): array => [120 * $k + 5, 60, 60, 64], range(1, 60))),
        );
        $once = self::edit('humanize time=20tk velocity=10 seed=3', $take);
        self::assertTrue(
            self::edit('humanize time=20tk velocity=10 seed=3', $once)->equals($once),
            'the same seed gives the same take',
        );
        $often = $once;
        foreach (range(4, 30) as $seed) {
            $often = self::edit("humanize time=20tk velocity=10 shape=even seed={$seed}", $often);
        }
        foreach ($often->start as $i => $start) {
            self::assertLessThanOrEqual(20, abs($start - 120 * ($i + 1)));
            self::assertLessThanOrEqual(10, abs($often->velocity[$i] - 64));
        }
        self::assertTrue(
            self::edit('as-played', $often)->start === self::edit('as-played', $take)->start, 'the take is still there',
        );
    }

    public function test_tracks_and_pitches_with_one_rhythm_get_offsets_of_their_own(): void
    {
        $notes = Notes::fromRows(array_map(
            static fn (int $k): array => [
                'start' => 480 * intdiv($k, 4) + 480, 'pitch' => 60 + $k % 2, 'clip' => 1 + intdiv($k % 4, 2),
            ],
            range(0, 79),
        ));
        $loose = self::edit('humanize time=60tk seed=7', $notes, self::open([1 => 10, 2 => 20]))->rows();
        $offsets = [];
        foreach ($loose as $note) {
            $offsets["{$note['clip']} {$note['pitch']}"][] = $note['looseStart'];
        }

        self::assertCount(4, array_unique(array_map(static fn (array $list): string => implode(',', $list), $offsets)));
    }

    #[TestWith(['beat=4', '3/4', []])]
    #[TestWith(['beat=1', '3/4', [0, 1430]])]
    #[TestWith(['beat=..2', '3/4', [0]])]
    #[TestWith(['beat=3..', '3/4', [1430]])]
    /** @param  list<int>  $starts */
    public function test_a_push_is_beat_1_of_the_bar_it_opens_and_a_span_is_exact(
        string $where, string $meter, array $starts,
    ): void {
        $notes = self::notes([0], [700], [1430]);
        $chosen = Conditions::parse($where)->choose($notes, self::context(meters: [0 => $meter]))->positions($notes);

        self::assertSame($starts, array_map(static fn (int $i): int => $notes->start[$i], $chosen));
    }

    public function test_a_fifth_and_an_octave_are_the_same_in_every_scale(): void
    {
        foreach (['C major', 'C blues', 'C whole tone', 'C minor pentatonic'] as $key) {
            self::assertSame(
                [60, 67, 72],
                self::values('pitch', self::edit('harmony shape=power', self::notes([0]), self::context(key: $key))),
                $key,
            );
        }
    }

    public function test_nothing_added_to_a_velocity_is_nothing_done(): void
    {
        self::assertSame(
            'Nothing changed: the velocities are so already.',
            (string) self::change('velocity add=0', self::notes([0]))->said,
        );
    }

    public function test_a_line_exactly_on_sixteenths_is_told_sixteenths(): void
    {
        $bass = self::notes(
            ...array_map(
                static fn (int $k): array => [480 * intdiv($k, 3) + [0, 240, 360][$k % 3], 100, 40 + $k % 5],
                range(0, 47),
            ),
        );

        self::assertSame('1/16', Advice::on($bass, Selection::none(), self::context())->recommended()?->name());
    }

    #[TestWith(['untangle'])]
    #[TestWith(['untangle by=pitch'])]
    public function test_untangled_flams_do_not_sound_at_once(string $line): void
    {
        $apart = self::edit($line, self::notes([0, 480, 38], [20, 480, 38], [20, 480, 42], [480, 100, 38]));

        self::assertSame([20, 460], [$apart->length[0], $apart->length[1]]);
    }

    public function test_legato_takes_a_slow_strum_as_one_chord(): void
    {
        $legato = self::edit('legato', self::notes([0, 400, 60], [28, 400, 64], [56, 400, 67], [960, 200, 62]));

        self::assertSame([960, 960, 960], array_slice(self::ends($legato), 0, 3));
    }

    public function test_a_fast_run_is_no_chord(): void
    {
        $run = self::edit('legato', self::notes([0, 25, 60], [30, 25, 62], [60, 25, 64], [90, 25, 65]));

        self::assertSame([30, 60, 90], array_slice(self::ends($run), 0, 3));
    }

    public function test_an_overlap_never_runs_into_the_next_note_of_the_pitch(): void
    {
        self::assertSame(
            [480, 990, 1440],
            array_slice(
                self::ends(self::edit(
                    'legato gap=-1/64', self::notes([0, 100, 60], [480, 100, 60], [960, 100, 62], [1440, 100, 62]),
                )),
                0, 3,
            ),
        );
    }

    public function test_stretched_notes_that_touched_still_touch(): void
    {
        $notes = self::edit('stretch factor=2/3', self::notes([0, 121], [121, 121], [242, 121], [363, 121]));

        foreach (range(0, 2) as $i) {
            self::assertSame($notes->start[$i + 1], $notes->start[$i] + $notes->length[$i]);
        }
    }

    public function test_what_slack_leaves_out_lies_where_it_was_played(): void
    {
        $notes = self::edit('quantize grid=1/4', self::notes([100], [470]));

        self::assertSame([100, 480], self::edit('quantize grid=1/4 reach=30', $notes)->start);
    }

    #[TestWith(['steps parts=64', 4000, 'more than 200,000 notes'])]
    #[TestWith(['repeat times=64', 4000, 'times=49 would fit'])]
    #[TestWith(['length to=9000000bar', 10, 'past the end of what a song can hold'])]
    #[TestWith(['align to=2147483630', 10, 'past the end of what a song can hold'])]
    public function test_growth_without_bounds_is_refused_with_what_would_fit(
        string $line, int $count, string $said,
    ): void {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($said);

        self::change(
            $line, self::notes(...array_map(static fn (int $k): array => [120 * $k, 110], range(0, $count - 1))),
        );
    }

    public function test_no_more_notes_than_can_be_worked_on(): void
    {
        self::assertSame(200_000, Draft::MOST_NOTES);
    }

    public function test_what_follows_is_asked_within_one_track(): void
    {
        $notes = Notes::fromRows([
            ['start' => 0, 'length' => 100, 'clip' => 1], ['start' => 480, 'length' => 100, 'clip' => 2],
            ['start' => 960, 'length' => 100, 'clip' => 3],
        ]);

        self::assertSame(
            [960, 1920, 1920], self::ends(self::edit('legato', $notes, self::open([1 => 10, 2 => 20, 3 => 10]))),
            'the third clip lies on the track of the first',
        );
        self::assertSame(3, self::edit('join gap=1bar', $notes, self::open([1 => 10, 2 => 20, 3 => 30]))->count());
        self::assertSame(
            [960, 480, 0],
            self::values('start', self::edit('reverse', $notes, self::open([1 => 10, 2 => 20, 3 => 10]))),
            'a span is that of the whole selection',
        );
    }

    public function test_new_notes_lie_in_the_clip_in_front_on_the_channel_of_its_track(): void
    {
        foreach (['insert', 'chord'] as $line) {
            $added = self::change(
                $line, Notes::fromRows([['clip' => 1]]), self::open([1 => 10, 2 => 20], front: 2, channel: 9),
            )->notes->added;
            self::assertSame(
                [[2], [9]], [array_values(array_unique($added->clip)), array_values(array_unique($added->channel))],
                $line,
            );
        }
    }

    public function test_another_seed_is_taken_each_time_and_written_into_the_line(): void
    {
        $numbers = [11, 12];
        $catalog = Catalog::standard(static function () use (&$numbers): int {
            return (int) array_shift($numbers);
        });

        self::assertSame('humanize seed=11', (string) $catalog->read('humanize')->line);
        self::assertSame('humanize time=5ms seed=12', (string) $catalog->read('humanize time=5ms seed=new')->line);
        self::assertSame('humanize seed=99', (string) $catalog->read('humanize seed=99')->line);
    }

    /** @param  array<int, int>  $tracks  by clip */
    private static function open(array $tracks, int $front = 1, int $channel = 0): Context
    {
        return new Context(
            new Timeline(MeterMap::of(self::PPQ), TempoMap::of(self::PPQ), Grid::parse('1/16')),
            caret: new Caret, clips: OpenClips::of($tracks, $front, $channel),
        );
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\OpenClips;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

final class LengthEditsTest extends MusicTestCase
{
    /**
     * @return array<string, array{string, list<array<int, int>>, list<int>}> the line, notes as [start, length, pitch],
     *     ends after
     */
    public static function edits(): array
    {
        $syncopated = [[0, 100, 60], [6, 90, 64], [360, 50, 62], [366, 60, 65], [840, 30, 60]];
        $overlapping = [[0, 500, 60], [10, 300, 64], [240, 600, 62], [480, 100, 62]];

        return [
            'length: one grid step' => ['length', [[0, 50], [200, 300]], [120, 320]],
            'length: by the clock' => ['length to=100ms', [[0, 50]], [96]],
            'length: one tick at the least' => ['length to=0tk', [[5, 50]], [6]],
            'length: scaled' => ['length scale=50', [[0, 101], [200, 1]], [51, 201]],

            'legato: uneven chords all reach the next, the last the bar line' => [
                'legato', $syncopated, [360, 360, 840, 840, 1920],
            ],
            'legato: a gap before the next' => ['legato gap=10tk last=keep', $syncopated, [350, 350, 830, 830, 870]],
            'legato: a negative gap overlaps' => ['legato gap=-10tk last=keep', $syncopated, [370, 370, 850, 850, 870]],
            'legato: to the end of the range' => ['legato last=range', $syncopated, [360, 360, 840, 840, 1000]],
            'legato: a gap longer than the room leaves what there was of a short note' => [
                'legato gap=1bar last=keep', [[0, 10], [100, 10]], [10, 110],
            ],
            'legato: a held chord goes on under a tune, and the tune goes on by itself' => [
                'legato',
                [[0, 10, 60], [0, 10, 64], [0, 10, 67], [480, 10, 72], [960, 10, 74], [960, 10, 77], [1440, 10, 65],
                    [1440, 10, 69], [1440, 10, 72]],
                [1440, 1440, 1440, 960, 1440, 1440, 1920, 1920, 1920],
            ],
            'legato: a voice within the chord ends it' => [
                'legato last=keep', [[0, 10, 60], [0, 10, 64], [0, 10, 67], [480, 10, 65]], [480, 480, 480, 490],
            ],
            'legato: two voices are not held' => [
                'legato last=keep', [[0, 10, 60], [0, 10, 64], [480, 10, 72]], [480, 480, 490],
            ],
            'legato: nothing is held' => [
                'legato hold=off last=keep', [[0, 10, 60], [0, 10, 64], [0, 10, 67], [480, 10, 72]],
                [480, 480, 480, 490],
            ],
            'legato: by pitch' => [
                'legato by=pitch last=keep', [[0, 50, 60], [100, 50, 62], [200, 50, 60]], [200, 150, 250],
            ],
            'legato: long notes shortened' => ['legato last=keep', [[0, 900, 60], [240, 10, 62]], [240, 250]],
            'legato: long notes kept' => ['legato last=keep long=keep', [[0, 900, 60], [240, 10, 62]], [900, 250]],
            'legato: a last chord just before the bar line lasts for the bar it opens' => [
                'legato', [[0, 10], [1910, 10]], [1910, 3840],
            ],

            'untangle: any later chord' => ['untangle', $overlapping, [240, 240, 480, 580]],
            'untangle: only the same pitch' => ['untangle by=pitch', $overlapping, [500, 310, 480, 580]],
            'trim: the end at the caret, shorter or longer' => [
                'trim', [[0, 500], [100, 50], [300, 10]], [250, 250, 310],
            ],
            'detach: a share of the distance to the next chord' => [
                'detach', [[0, 20], [4, 20], [400, 800], [800, 100]], [300, 301, 700, 875],
            ],
            'detach: staccato' => ['detach keep=30', [[0, 480], [480, 480]], [144, 624]],
            'fit: neither too short nor too long' => [
                'fit min=1/16 max=1/8', [[0, 50], [480, 200], [960, 700]], [120, 680, 1200],
            ],
            'fit: the longest may be left open' => ['fit min=1/4', [[0, 50], [480, 4800]], [480, 5280]],
            'untangle: nothing gets longer' => ['untangle', [[0, 10], [480, 10]], [10, 490]],
        ];
    }

    /**
     * @param  list<array<int, int>>  $before
     * @param  list<int>  $ends
     */
    #[DataProvider('edits')]
    public function test_lengths(string $line, array $before, array $ends): void
    {
        $edited = self::edit($line, self::notes(...$before), self::context(range: [0, 1000], caret: new Caret(250)));

        self::assertSame($ends, self::ends($edited));
        self::assertSame(array_column($before, 0), self::values('start', $edited), 'starts stay');
    }

    public function test_the_scope_decides_which_notes_come_next(): void
    {
        $notes = self::notes([0, 10, 60], [240, 10, 62], [480, 10, 64]);

        self::assertSame([480, 250, 490], self::ends(self::edit('legato last=keep', $notes, selected: [1, 3])));
        self::assertSame(
            [240, 250, 490], self::ends(self::edit('legato scope=clip last=keep', $notes, selected: [1, 3])),
        );
    }

    /** @param  list<int>  $ends */
    #[TestWith(['legato', [480, 250, 720], 'the last one goes to the next note at 1.2.240'])]
    #[TestWith(['legato by=pitch', [1920, 250, 1920], 'the last 2 go to the bar line at 2.1.0'])]
    #[TestWith(['legato last=bar', [480, 250, 1920], 'the last one goes to the bar line at 2.1.0'])]
    #[TestWith(['legato last=range', [480, 250, 1000], 'the last one goes to the end of the range at 1.3.40'])]
    public function test_behind_the_selection_the_next_note_counts_and_it_is_said(
        string $line, array $ends, string $last,
    ): void {
        $notes = self::notes([0, 10, 60], [240, 10, 62], [480, 10, 64], [720, 10, 65]);
        $change = self::change($line, $notes, self::context(range: [0, 1000]), [1, 3]);

        self::assertSame([...$ends, 730], self::ends($change->applyTo($notes)));
        self::assertSame("2 notes made legato, {$last}", (string) $change->said);
    }

    public function test_hits_of_a_drum_track_go_to_the_next_of_their_row(): void
    {
        $notes = self::notes([0, 10, 36], [0, 10, 42], [240, 10, 42], [480, 10, 42], [480, 10, 38], [960, 10, 36]);
        $drums = self::context()->among(OpenClips::of([0 => 5], 0, drums: [5 => true]));

        self::assertSame([960, 240, 480, 1920, 1920, 1920], self::ends(self::edit('legato', $notes, $drums)));
        self::assertSame(
            [10, 240, 480, 490, 490, 970], self::ends(self::edit('legato', $notes, $drums, [2, 3])),
            'one hat of eighths up to the next one, selected or not',
        );
        self::assertSame(
            [240, 240, 480, 960, 960, 1920], self::ends(self::edit('legato by=chord', $notes, $drums)),
        );
    }

    public function test_doubled_notes_become_one_the_longest_with_the_highest_velocity(): void
    {
        $doubled = self::notes([0, 100, 60, 90], [0, 200, 60, 40], [0, 50, 60, 120], [0, 50, 64, 30]);
        $edited = self::edit('untangle by=pitch', $doubled);

        self::assertSame(
            [[0, 200, 60, 120], [0, 50, 64, 30]],
            array_map(null, $edited->start, $edited->length, $edited->pitch, $edited->velocity),
        );
    }

    public function test_a_note_that_runs_into_one_that_is_not_selected_is_told_of(): void
    {
        $notes = self::notes([0, 500, 60], [240, 500, 62], [480, 100, 64]);
        $said = static function (string $line, array $selected) use ($notes): string {
            return (string) self::change($line, $notes, selected: $selected)->said;
        };

        self::assertSame(
            'Nothing changed: 1 note runs into one that is not selected; untangle scope=clip shortens it.',
            $said('untangle', [1]),
        );
        self::assertStringStartsWith('1 note shortened', $said('untangle scope=clip', [1]));
        self::assertSame(
            'Nothing changed: 2 notes run into others that are not selected; untangle scope=clip shortens them.',
            (string) self::change(
                'untangle', self::notes([0, 300, 60], [0, 300, 64], [240, 60, 67]), selected: [1, 2],
            )->said,
        );
        self::assertSame('Nothing changed: no note runs into a later one.', $said('untangle', [3]));
    }

    public function test_a_double_that_is_not_selected_stays_as_it_is(): void
    {
        $edited = self::edit('untangle scope=clip', self::notes([0, 100, 60, 90], [0, 200, 60, 40]), selected: [2]);

        self::assertSame([1], $edited->id);
        self::assertSame([100, 90], [$edited->length[0], $edited->velocity[0]]);
    }

    public function test_a_start_is_trimmed_too_and_what_has_no_length_left_is_counted(): void
    {
        $notes = self::notes([0, 500], [400, 300], [0, 100]);
        $change = self::change('trim edge=start', $notes, self::context(caret: new Caret(250)));

        self::assertSame([250, 250, 0], self::values('start', $change->applyTo($notes)));
        self::assertSame([500, 700, 100], self::ends($change->applyTo($notes)), 'ends stay');
        self::assertSame(
            '2 notes made to begin at 1.1.250, 1 left alone that would have no length', (string) $change->said,
        );
    }

    public function test_a_shortest_length_above_the_longest_is_refused(): void
    {
        $this->expectExceptionMessage('fit: min (1/4) is longer than max (1/8)');

        self::change('fit min=1/4 max=1/8', self::notes([0]));
    }

    public function test_legato_to_the_range_needs_a_range(): void
    {
        $this->expectExceptionMessage('needs a range');

        self::change('legato last=range', self::notes([0]));
    }

    public function test_an_overlap_never_runs_into_the_next_note_of_its_pitch_selected_or_not(): void
    {
        $notes = self::notes([0, 100], [480, 100]);

        self::assertSame([480, 580], self::ends(self::edit('legato gap=-1/16', $notes, selected: [1])));
    }

    public function test_doubled_notes_are_one_voice(): void
    {
        // C4 and E4, each twice, are no chord of three that would go on under a tune.
        $notes = self::notes([0, 100, 60], [0, 100, 60], [0, 100, 64], [0, 100, 64], [480, 100, 72], [960, 100, 60]);

        self::assertSame([480, 480, 480, 480], array_slice(self::ends(self::edit('legato', $notes)), 0, 4));
    }

    #[TestWith(['legato gap=1/4'])]
    #[TestWith(['detach keep=1'])]
    #[TestWith(['strum time=1/2 spread=1/16'])]
    #[TestWith(['length scale=1'])]
    #[TestWith(['humanize length=100 seed=3'])]
    public function test_one_tick_is_no_length(string $line): void
    {
        $notes = self::notes([0, 200, 60], [0, 200, 64], [240, 200, 67], [480, 8, 60]);
        $after = self::edit($line, $notes);

        self::assertGreaterThanOrEqual(15, min(array_slice(self::values('length', $after), 0, 3)));
        self::assertGreaterThanOrEqual(8, self::values('length', $after)[3]);
    }
}

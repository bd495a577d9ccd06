<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Advice\Advice;
use Jactonic\Core\Conditions\Conditions;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Tests\Support\MusicTestCase;

/** What practitioners ask of an editor, each worked through in docs/edits.md. */
final class PiecesOfWorkTest extends MusicTestCase
{
    public function test_legato_over_strummed_syncopated_chords_reaches_the_bar_line(): void
    {
        $strummed = self::notes(
            [0, 200, 50], [9, 180, 57], [18, 190, 62],
            [715, 100, 52], [724, 90, 59], [733, 80, 64],
            [1435, 60, 53], [1444, 70, 60], [1453, 50, 65],
        );

        $legato = self::edit('legato', $strummed);

        self::assertSame([715, 715, 715, 1435, 1435, 1435, 1920, 1920, 1920], self::ends($legato));
        self::assertSame(self::values('start', $strummed), self::values('start', $legato), 'the strum keeps its shape');
    }

    public function test_triplets_on_a_straight_grid_are_seen_before_the_key_is_pressed_and_mended_after(): void
    {
        $triplets = self::notes(
            ...array_map(static fn (int $k): array => [160 * $k + [3, -2, 4][$k % 3] + 2, 100], range(0, 11)),
        );

        $advice = Advice::on($triplets, Selection::none(), self::context());
        self::assertSame('1/8t', $advice->recommended()?->name());

        $mistake = self::edit('quantize grid=1/16', $triplets);
        self::assertSame(
            [0, 160, 320, 480], array_slice(self::edit('quantize grid=1/8t', $mistake)->start, 0, 4),
            'from the take, not from the mistake',
        );
        self::assertSame($triplets->start, self::edit('as-played', $mistake)->start);
    }

    public function test_a_groove_in_sixteenths_that_eighths_would_run_together(): void
    {
        $hats = self::notes(
            ...array_map(
                static fn (int $k): array => [max(0, 120 * $k + [5, -7, 6, -4][$k % 4]), 50, 42], range(0, 15),
            ),
        );

        $advice = Advice::on($hats, Selection::none(), self::context());
        self::assertSame('1/16', $advice->recommended()?->name());
        self::assertStringContainsString('1/8 would run 16 notes together', $advice->summary());
    }

    public function test_repeats_of_a_phrase_that_ends_off_the_grid_never_drift(): void
    {
        $phrase = self::notes([0, 230], [240, 230], [480, 230], [720, 205]);

        $repeated = self::edit('repeat times=4', $phrase);

        self::assertSame(
            [0, 960, 1920, 2880, 3840],
            array_values(array_filter($repeated->start, static fn (int $tick): bool => $tick % 960 === 0)),
        );
        self::assertCount(20, $repeated->id);
    }

    public function test_a_squeezed_dynamic_keeps_its_accents(): void
    {
        $played = [120, 50, 95, 45, 118, 55, 90, 40];
        $notes = self::notes(
            ...array_map(static fn (int $k): array => [240 * $k, 100, 60, $played[$k]], array_keys($played)),
        );

        $squeezed = self::values('velocity', self::edit('squeeze amount=60', $notes));

        self::assertLessThanOrEqual(35, max($squeezed) - min($squeezed));
        $byLoudness = static function (array $velocities): array {
            asort($velocities);

            return array_keys($velocities);
        };
        self::assertSame($byLoudness($played), $byLoudness($squeezed), 'what was louder is louder');
    }

    public function test_a_roll_from_one_long_note_speeds_up_and_fades(): void
    {
        $roll = self::edit('steps parts=16 curve=80 ramp=30', self::notes([0, 1920, 38, 110]));

        $lengths = $roll->length;
        $sorted = $lengths;
        rsort($sorted);
        self::assertSame(1920, array_sum($lengths));
        self::assertEqualsWithDelta(
            0, array_sum(array_map(static fn (int $a, int $b): int => abs($a - $b), $lengths, $sorted)), 15,
            'each part is shorter than the one before, up to rounding',
        );
        self::assertSame([110, 33], [$roll->velocity[0], $roll->velocity[15]]);
        $fading = $roll->velocity;
        rsort($fading);
        self::assertSame($fading, $roll->velocity, 'no part is louder than the one before');
    }

    public function test_a_bass_line_copied_to_the_kick_on_one_pitch(): void
    {
        $bass = self::notes([0, 220, 38, 100], [0, 220, 50, 70], [480, 220, 41, 90], [960, 220, 45, 95]);

        $copied = self::change('copy', $bass);
        $pasted = self::change(
            'paste at=same', self::notes([240, 60, 42]), self::context()->withClipboard($copied->clipboard),
        );
        $drums = $pasted->applyTo(self::notes([240, 60, 42]));
        $drums = self::edit('repitch to=36', $drums, selected: $pasted->selection->ids);

        self::assertSame([0, 240, 480, 960], $drums->start);
        self::assertSame([36, 42, 36, 36], $drums->pitch, 'the octave became one kick, the hat stays');
        self::assertSame(100, $drums->velocity[0]);
    }

    public function test_a_melody_doubled_in_thirds_of_the_key(): void
    {
        $melody = self::notes([0, 200, 62], [240, 200, 64], [480, 200, 65], [720, 200, 69]);

        $thirds = self::change('double degrees=2', $melody, self::context(key: 'D dorian'));

        self::assertSame([65, 67, 69, 72], $thirds->notes->added->pitch, 'minor and major as the key has them');
    }

    public function test_ghost_touches_are_chosen_and_taken_out(): void
    {
        $take = self::notes([0, 200, 60, 90], [120, 12, 61, 9], [240, 200, 62, 85]);

        $ghosts = Conditions::parse('velocity=..20 length=..1/64')->choose($take, self::context());

        self::assertSame([60, 62], self::edit('delete', $take, selected: $ghosts->ids)->pitch);
        self::assertSame([60, 62], self::edit('tidy shorter=1/64', $take)->pitch);
    }

    public function test_a_pattern_is_turned_to_begin_on_the_off_beat(): void
    {
        $kick = self::notes([0, 60, 36], [960, 60, 36], [1440, 60, 38]);

        self::assertSame([240, 1200, 1680], self::edit('rotate by=1/8', $kick, self::context(caret: new Caret))->start);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Context\OpenClips;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Tests\Support\MusicTestCase;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TempoMap;
use Jactonic\Core\Time\Timeline;
use PHPUnit\Framework\Attributes\TestWith;

/** What counts as one chord, and as the note that follows. */
final class ChordsAndWhatFollowsTest extends MusicTestCase
{
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

    /** @param  array<int, int>  $tracks  by clip */
    private static function open(array $tracks, int $front = 1, int $channel = 0): Context
    {
        return new Context(
            new Timeline(MeterMap::of(self::PPQ), TempoMap::of(self::PPQ), Grid::parse('1/16')),
            caret: new Caret, clips: OpenClips::of($tracks, $front, $channel),
        );
    }
}

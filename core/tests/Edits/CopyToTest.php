<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Song\Voice;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\Timeline;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** Notes go to another track, as doubles or altogether. */
final class CopyToTest extends TestCase
{
    private const BAR = 1920;

    public function test_a_phrase_is_doubled_on_the_next_track_where_it_lies_and_takes_the_channel_there(): void
    {
        $state = $this->done('copy-to', [1, 2]);

        self::assertSame('2 notes doubled on Bass', (string) $state->said);
        self::assertSame([[0, 60, 0], [480, 64, 0], [2160, 67, 0]], $this->notes($state, 1));
        self::assertSame([[0, 60, 3], [480, 64, 3]], $this->notes($state, 2));
        self::assertSame([1, 2], $state->settled()->open, 'the clip it went to is open beside the other');
        self::assertSame(2, $state->settled()->front);
        self::assertSame([4, 5], $state->selection->ids, 'the copies are selected');
    }

    public function test_what_a_trimmed_clip_does_not_sound_stays_behind(): void
    {
        $song = self::song()->withClip(new Clip(1, 1, 0, self::BAR, 480), ClipContent::ofNotes(Notes::fromRows([
            ['start' => 300, 'length' => 600], ['start' => 0, 'length' => 400], ['start' => 2300, 'length' => 500],
            ['start' => 2400, 'length' => 100],
        ])));
        $there = $this->done('copy-to', [1, 2, 3, 4], $song)->settled()->song->contentOf(2)->notes;

        self::assertSame([[0, 1820], [420, 100]], [$there->start, $there->length]);
    }

    public function test_handed_over_the_notes_are_gone_where_they_were(): void
    {
        $state = $this->done('copy-to keep=off', [2]);

        self::assertSame('1 note handed over to Bass', (string) $state->said);
        self::assertSame([[0, 60, 0], [2160, 67, 0]], $this->notes($state, 1));
        self::assertSame([[480, 64, 3]], $this->notes($state, 2));
    }

    public function test_a_track_without_a_clip_gets_one_up_to_the_bar_line(): void
    {
        $state = $this->done('copy-to track=3', [1, 2]);

        self::assertSame(
            [0, self::BAR], [$state->settled()->song->clips[4]->start, $state->settled()->song->clips[4]->length],
        );
        self::assertSame([[0, 60, 9], [480, 64, 9]], $this->notes($state, 4));
    }

    public function test_a_note_that_ends_on_a_bar_line_needs_no_bar_more(): void
    {
        $song = self::song()->withClip(
            (new Clip(1, 1, 0, 2 * self::BAR)),
            ClipContent::ofNotes(Notes::fromRows([
                ['start' => 1440, 'length' => 480], ['start' => 0, 'length' => 120],
            ])),
        );

        self::assertSame(self::BAR, $this->done('copy-to track=3', [1, 2], $song)->settled()->song->clips[4]->length);
    }

    public function test_a_note_goes_to_the_clip_that_lies_where_it_begins(): void
    {
        $state = $this->done('copy-to', [3]);

        self::assertSame([[240, 67, 3]], $this->notes($state, 3), 'in time of the clip that begins at the second bar');
    }

    public function test_the_bass_goes_to_the_kick_on_one_pitch_with_one_hit_for_a_chord(): void
    {
        $chord = ClipContent::ofNotes(Notes::fromRows([
            ['start' => 0, 'length' => 240, 'pitch' => 40, 'velocity' => 100],
            ['start' => 0, 'length' => 480, 'pitch' => 47, 'velocity' => 60],
            ['start' => 960, 'length' => 240, 'pitch' => 40],
        ]));
        $song = self::song()->withClip(new Clip(1, 1, 0, 2 * self::BAR), $chord);
        $state = $this->done('copy-to track=drums pitch=C2', [1, 2, 3], $song);

        self::assertSame(
            '2 notes doubled on Drums, all on Kick, 1 note would have doubled another', (string) $state->said,
        );
        self::assertSame([[0, 36, 9], [960, 36, 9]], $this->notes($state, 4));
        $there = $state->settled()->song->contentOf(4)->notes;
        self::assertSame(
            [[480, 100], [240, 96]],
            [[$there->length[0], $there->velocity[0]], [$there->length[1], $there->velocity[1]]],
            'the longest, as loud as the loudest',
        );
        $again = $this->done(
            'copy-to track=3 pitch=C2', [1, 3],
            $state->settled()->song->withClip(
                new Clip(4, 3, 0, self::BAR),
                ClipContent::ofNotes(Notes::fromRows([['id' => 50, 'start' => 960, 'pitch' => 36]])),
            ),
        );
        self::assertSame(
            '1 note doubled on Drums, all on Kick, 1 note would have doubled another', (string) $again->said,
        );
    }

    /** @param  array{int, string}  $to  the clip in front, and which track it is then */
    #[TestWith([[1, 'front']])]
    #[TestWith([[2, 'previous']])]
    public function test_notes_of_another_track_go_to_the_one_in_front_or_above_it(array $to): void
    {
        $song = self::song()->withClip(
            new Clip(2, 2, 0, self::BAR),
            ClipContent::ofNotes(Notes::fromRows([['id' => 7, 'start' => 240, 'pitch' => 50]])),
        );
        $open = OpenSong::of($song, [1, 2], $to[0]);
        $conductor = $song->conductor;
        $context = (new Context(new Timeline($conductor->meters, $conductor->tempo, Grid::parse('1/16'))))->in($open);
        $state = Script::read(
            ["copy-to track={$to[1]}"], Catalog::standard(),
        )->apply($open, Selection::of([7]), $context);

        self::assertSame('1 note doubled on Keys', (string) $state->said);
        self::assertContains([240, 50, 0], $this->notes($state, 1));
    }

    public function test_copies_are_transposed_where_wanted(): void
    {
        self::assertSame([[0, 72, 3]], $this->notes($this->done('copy-to track=Bass transpose=12', [1]), 2));
    }

    /** @return iterable<string, array{string, list<int>, string}> */
    public static function refused(): iterable
    {
        yield 'nothing selected' => ['copy-to', [], 'Nothing is selected'];
        yield 'no such track' => ['copy-to track=9', [1], 'There is no track 9; the song has 3 tracks.'];
        yield 'none above' => ['copy-to track=previous', [1], 'There is no previous track'];
        yield 'no such name' => ['copy-to track=Harp', [1], 'There is no track “Harp”; there are Keys, Bass, Drums.'];
        yield 'too low' => ['copy-to transpose=-48 pitch=C2', [1], 'would leave the 128 pitches'];
        yield 'where they are' => ['copy-to track=1', [1], 'The notes lie on Keys already'];
    }

    /** @param  list<int>  $selected */
    #[DataProvider('refused')]
    public function test_what_cannot_be_done_is_refused_with_what_would_work(
        string $line, array $selected, string $message,
    ): void {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($message);
        $this->done($line, $selected);
    }

    public function test_a_later_round_of_a_clip_that_loops_takes_no_notes(): void
    {
        $this->expectExceptionObject(new EditRefused('Bass repeats a clip there; take clip loop=off first.'));
        $this->done('copy-to', [2], self::song()->withClip((new Clip(2, 2, 0, self::BAR))->with(['loop' => 480])));
    }

    private static function song(): Song
    {
        $clip = static fn (int $id, int $track, int $bar): Clip => new Clip($id, $track, $bar * self::BAR, self::BAR);
        $keys = Notes::fromRows([
            ['start' => 0, 'length' => 480, 'pitch' => 60], ['start' => 480, 'length' => 480, 'pitch' => 64],
            ['start' => self::BAR + 240, 'length' => 240, 'pitch' => 67],
        ]);

        return Song::of(
            Conductor::of(480),
            [
                new Track(1, 0, 'Keys'),
                new Track(2, 1, 'Bass', channel: 3),
                new Track(3, 2, 'Drums', voice: Voice::Drums, channel: 9),
            ],
            [$clip(1, 1, 0)->with(['length' => 2 * self::BAR]), $clip(2, 2, 0), $clip(3, 2, 1)],
            [1 => ClipContent::ofNotes($keys), 2 => ClipContent::none(), 3 => ClipContent::none()],
            4,
        );
    }

    /** @param  list<int>  $selected */
    private function done(string $line, array $selected, ?Song $song = null): State
    {
        $open = OpenSong::of($song ?? self::song(), [1], 1);
        $conductor = $open->song->conductor;

        return Script::read([$line], Catalog::standard())->apply(
            $open, Selection::of($selected),
            (new Context(new Timeline($conductor->meters, $conductor->tempo, Grid::parse('1/16'))))->in($open),
        );
    }

    /** @return list<array{int, int, int}> start, pitch and channel of what lies in a clip */
    private function notes(State $state, int $clip): array
    {
        $notes = $state->settled()->song->contentOf($clip)->notes;

        return array_map(null, $notes->start, $notes->pitch, $notes->channel);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Song;

use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use PHPUnit\Framework\TestCase;

/** Open clips are one table in song time; what is done to it goes back into the clips. */
final class OpenSongTest extends TestCase
{
    private const BAR = 1920;

    public function test_the_notes_of_several_clips_lie_in_one_table_in_song_time_with_their_clip(): void
    {
        $open = OpenSong::of(self::song(), [1, 2], 2);

        self::assertSame([0, 480, self::BAR, self::BAR + 480], $open->notes->start);
        self::assertSame([1, 1, 2, 2], $open->notes->clip);
        self::assertSame([1 => 1, 2 => 2], $open->tracks());
        self::assertSame('Bass', $open->frontTrack()->name);
    }

    public function test_what_lies_outside_of_a_window_is_not_in_the_table_and_what_reaches_in_is(): void
    {
        $song = self::song()->withClip((new Clip(1, 1, 0, self::BAR))->with(['offset' => 600, 'length' => 240]));

        $open = OpenSong::of($song, [1], 1);
        self::assertSame([2], $open->notes->id, 'the second note sounds from 480 to 960');
        self::assertSame(
            [-120], array_map(static fn (int $start): int => $start, $open->notes->start),
            'its start lies before the clip',
        );
    }

    public function test_a_loop_shows_its_first_round(): void
    {
        $song = self::song()->withClip((new Clip(1, 1, 0, self::BAR))->with(['loop' => 480]));

        self::assertSame([0], OpenSong::of($song, [1], 1)->notes->start);
    }

    public function test_a_change_goes_back_to_each_clip_in_its_own_time(): void
    {
        $song = self::song();
        $open = OpenSong::of($song, [1, 2], 1);
        $draft = new Draft($open->notes);
        foreach ($open->notes->start as $i => $start) {
            $draft->setTimes($i, $start + 10, $open->notes->length[$i]);
        }
        $after = $open->changeOf($draft->change(Selection::none()))->applyTo($song);

        self::assertSame([10, 490], $after->contentOf(1)->notes->start);
        self::assertSame([10, 490], $after->contentOf(2)->notes->start, 'its clip begins at the second bar');
        self::assertSame([0, 0], $after->contentOf(2)->notes->clip, 'a stored note names no clip');
    }

    public function test_a_clip_grows_to_the_bar_line_behind_what_was_put_outside_of_it(): void
    {
        self::assertSame([self::BAR, 2 * self::BAR], self::grown(['start' => 3 * self::BAR + 100, 'length' => 240]));
    }

    public function test_what_a_clip_grew_by_ends_when_no_note_needs_it_and_what_a_person_gave_it_stays(): void
    {
        $grown = self::changed(self::song(), ['start' => 3 * self::BAR + 100, 'length' => 240]);
        self::assertSame([3 * self::BAR, 2 * self::BAR], [$grown->clips[2]->length, $grown->clips[2]->grown]);

        $moved = self::moved($grown, 2, 2 * self::BAR + 100);
        self::assertSame([2 * self::BAR, self::BAR], [$moved->clips[2]->length, $moved->clips[2]->grown]);

        $back = self::moved($moved, 2, self::BAR);
        self::assertSame([self::BAR, 0], [$back->clips[2]->length, $back->clips[2]->grown]);
        self::assertSame(self::BAR, self::moved($back, 1, self::BAR + 10)->clips[2]->length, 'as long as it was made');

        $kept = $grown->withClip($grown->clips[2]->with(['length' => 4 * self::BAR]));
        self::assertSame(4 * self::BAR, self::moved($kept, 2, self::BAR)->clips[2]->length, 'as it was dragged');
    }

    public function test_a_clip_grows_to_the_bar_line_before_what_was_put_before_it_and_all_sounds_there(): void
    {
        $song = self::song();
        $after = self::changed($song, ['start' => 100, 'length' => 240]);

        self::assertSame(
            [0, 2 * self::BAR, 0], [$after->clips[2]->start, $after->clips[2]->length, $after->clips[2]->offset],
        );
        self::assertSame([100, self::BAR, self::BAR + 480], OpenSong::of($after, [2], 2)->notes->start);
        self::assertSame([self::BAR + 240], $after->contentOf(2)->points->start, 'controllers move along');
    }

    public function test_a_clip_that_begins_inside_its_content_grows_into_what_was_cut_off(): void
    {
        $song = self::song()->withClip((new Clip(2, 2, 2 * self::BAR, self::BAR))->with(['offset' => self::BAR]));
        $after = self::changed($song, ['start' => self::BAR + 100, 'length' => 240]);

        self::assertSame(
            [self::BAR, 2 * self::BAR, 0],
            [$after->clips[2]->start, $after->clips[2]->length, $after->clips[2]->offset],
        );
        self::assertSame([self::BAR, self::BAR + 100, self::BAR + 480], OpenSong::of($after, [2], 2)->notes->start);
    }

    public function test_a_change_of_one_clip_is_said_as_one_of_the_table(): void
    {
        $song = self::song();
        $open = OpenSong::of($song, [1, 2], 1);
        $draft = new Draft($open->notes);
        $draft->pitch[2] = 72;
        $draft->setTimes(3, $open->notes->start[3] + 60, 240);
        $change = $open->changeOf($draft->change(Selection::none()));

        $said = $open->changeInSong(2, $change->contents[2]->notes);
        self::assertSame([self::BAR + 540], array_values($said->after['start']));
        self::assertSame([72], array_values($said->after['pitch']));
    }

    public function test_ids_of_notes_and_points_are_counted_together(): void
    {
        $notes = Notes::fromRows([['id' => 7]]);

        self::assertSame([9, 7, 9, 0], [
            (new ClipContent($notes, Points::fromRows([['id' => 9]])))->highestId(),
            ClipContent::ofNotes($notes)->highestId(),
            (new ClipContent(Notes::none(), Points::fromRows([['id' => 9]])))->highestId(),
            ClipContent::none()->highestId(),
        ]);
        self::assertSame(
            10,
            self::song()->withClip(
                new Clip(1, 1, 0, self::BAR), new ClipContent($notes, Points::fromRows([['id' => 9]])),
            )->nextId,
        );
    }

    public function test_without_a_clip_there_is_nothing_to_open(): void
    {
        $this->expectExceptionObject(new EditRefused('No clip is open; open one first.'));

        OpenSong::of(self::song(), [99], 99);
    }

    public function test_a_clip_named_twice_is_open_once_and_the_first_one_is_in_front_where_none_is_named(): void
    {
        $open = OpenSong::of(self::song(), [2, 1, 2], 99);

        self::assertSame([[2, 1], 2], [$open->open, $open->front]);
    }

    /**
     * @param  array<string, int>  $note
     * @return array{int, int} start and length of the second clip
     */
    private static function grown(array $note): array
    {
        $clip = self::changed(self::song(), $note)->clips[2];

        return [$clip->start, $clip->length - self::BAR];
    }

    /** @param  array<string, int>  $note  put into the second clip */
    private static function changed(Song $song, array $note): Song
    {
        $open = OpenSong::of($song, [2], 2);
        $draft = new Draft($open->notes);
        $draft->add(['clip' => 2] + $note);

        return $open->changeOf($draft->change(Selection::none()))->applyTo($song);
    }

    /** @param  int  $place  of a note in the second clip, which is moved to a tick */
    private static function moved(Song $song, int $place, int $tick): Song
    {
        $open = OpenSong::of($song, [2], 2);
        $draft = new Draft($open->notes);
        $draft->start[$place] = $tick;

        return $open->changeOf($draft->change(Selection::none()))->applyTo($song);
    }

    /** Two tracks: a clip in the first bar and one in the second, each with notes at its start and a beat later. */
    private static function song(): Song
    {
        $notes = static fn (int $id): Notes => Notes::fromRows([
            ['id' => $id, 'start' => 0, 'length' => 480, 'pitch' => 60],
            ['id' => $id + 1, 'start' => 480, 'length' => 480, 'pitch' => 64],
        ]);

        return Song::of(
            Conductor::of(480), [new Track(1, 0, 'Keys'), new Track(2, 1, 'Bass')],
            [new Clip(1, 1, 0, self::BAR), new Clip(2, 2, self::BAR, self::BAR)],
            [
                1 => ClipContent::ofNotes($notes(1)),
                2 => new ClipContent($notes(3), Points::fromRows([['id' => 5, 'start' => 240]])),
            ],
            6,
        );
    }

    public function test_notes_alone_are_one_clip_as_long_as_they_last(): void
    {
        $open = OpenSong::ofNotes(
            Notes::fromRows([['start' => 0, 'length' => 10], ['start' => 5000, 'length' => 1000]]), Conductor::of(480),
        );

        self::assertSame([[0, 5000], 7680], [$open->notes->start, $open->song->clips[0]->length]);
    }

    public function test_a_change_tells_all_that_is_seen_unless_notes_lie_outside_of_a_window(): void
    {
        $content = ClipContent::ofNotes(Notes::fromRows([
            ['id' => 1, 'start' => 0, 'length' => 240], ['id' => 2, 'start' => 2000, 'length' => 240],
        ]));
        $tells = static function (Clip $clip) use ($content): bool {
            $song = Song::of(Conductor::of(480), [new Track(1, 0, 'A')], [$clip], [1 => $content], 3);
            $open = OpenSong::of($song, [1], 1);
            $draft = new Draft($open->notes);
            $draft->velocity[0] = 20;
            $change = $open->changeOf($draft->change(Selection::all($open->notes)));

            return $open->tells($change, $change->applyTo($song));
        };

        self::assertTrue($tells(new Clip(1, 1, 0, 3840)));
        self::assertFalse($tells(new Clip(1, 1, 0, 1920)), 'one note lies after the window');
        self::assertFalse($tells(new Clip(1, 1, 0, 3840, offset: 1)), 'one begins before it');
        self::assertFalse($tells(new Clip(1, 1, 0, 3840, loop: 1920)), 'one lies after the first round');
    }
}

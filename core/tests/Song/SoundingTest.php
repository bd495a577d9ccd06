<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Song;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Sounding;
use Jactonic\Core\Song\Track;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * What of a track is heard and exported. The clip holds C4 at 0 and E4 at 480, each 480 long, with a controller at 240.
 */
final class SoundingTest extends TestCase
{
    private const BAR = 1920;

    /**
     * @return iterable<string, array{array<string, mixed>, list<list<int>>}> what the clip is like, and start, length
     *     and pitch of what sounds
     */
    public static function clips(): iterable
    {
        yield 'a clip at the start' => [[], [[0, 480, 60], [480, 480, 64]]];
        yield 'a clip in the second bar' => [
            ['start' => self::BAR], [[self::BAR, 480, 60], [self::BAR + 480, 480, 64]],
        ];
        yield 'a window that begins inside' => [['offset' => 480, 'start' => self::BAR], [[self::BAR, 480, 64]]];
        yield 'a window that ends inside a note' => [['length' => 600], [[0, 480, 60], [480, 120, 64]]];
        yield 'a loop of a half bar' => [
            ['length' => self::BAR, 'loop' => 960], [[0, 480, 60], [480, 480, 64], [960, 480, 60], [1440, 480, 64]],
        ];
        yield 'a loop whose last round is cut' => [
            ['length' => 1500, 'loop' => 960], [[0, 480, 60], [480, 480, 64], [960, 480, 60], [1440, 60, 64]],
        ];
        yield 'a loop shorter than a note' => [['length' => 480, 'loop' => 240], [[0, 240, 60], [240, 240, 60]]];
        yield 'a loop that begins inside' => [
            ['length' => 960, 'loop' => 480, 'offset' => 480], [[0, 480, 64], [480, 480, 64]],
        ];
        yield 'a muted clip' => [['muted' => true], []];
    }

    /**
     * @param  array<string, mixed>  $clip
     * @param  list<list<int>>  $expected
     */
    #[DataProvider('clips')]
    public function test_a_clip_sounds_as_its_window_its_loop_and_its_mute_say(array $clip, array $expected): void
    {
        $song = self::song($clip);

        self::assertSame($expected, self::heard(Sounding::of($song, $song->tracks[1])));
    }

    public function test_controllers_sound_in_the_same_window_and_in_every_round(): void
    {
        $song = self::song(['length' => self::BAR, 'loop' => 960]);

        self::assertSame([240, 1200], Sounding::of($song, $song->tracks[1])->points->start);
        self::assertSame([], Sounding::of(self::song(['offset' => 480]), $song->tracks[1])->points->start);
    }

    public function test_a_track_sounds_transposed_and_stops_at_the_ends_of_the_keyboard(): void
    {
        $song = self::song([], ['transposition' => 7]);
        self::assertSame([67, 71], Sounding::of($song, $song->tracks[1])->notes->pitch);

        $high = self::song([], ['transposition' => 48])->withClip(
            new Clip(1, 1, 0, self::BAR), ClipContent::ofNotes(Notes::fromRows([['pitch' => 70], ['pitch' => 100]])),
        );
        self::assertSame([118, 127], Sounding::of($high, $high->tracks[1])->notes->pitch);
    }

    public function test_beside_the_open_clips_only_their_later_rounds_are_heard(): void
    {
        $song = self::song(['length' => self::BAR, 'loop' => 960]);

        self::assertSame([[960, 480, 60], [1440, 480, 64]], self::heard(Sounding::of($song, $song->tracks[1], [1])));
        self::assertSame([], self::heard(Sounding::of(self::song([]), $song->tracks[1], [1])));
    }

    public function test_several_clips_of_a_track_sound_in_order_of_time(): void
    {
        $song = self::song(['start' => self::BAR])->withClip(
            new Clip(2, 1, 0, self::BAR),
            ClipContent::ofNotes(Notes::fromRows([['start' => 960, 'length' => 240, 'pitch' => 50]])),
        );

        self::assertSame(
            [[960, 240, 50], [self::BAR, 480, 60], [self::BAR + 480, 480, 64]],
            self::heard(Sounding::of($song, $song->tracks[1])),
        );
    }

    /**
     * @param  array<string, mixed>  $clip
     * @param  array<string, mixed>  $track
     */
    private static function song(array $clip, array $track = []): Song
    {
        $notes = Notes::fromRows([
            ['start' => 0, 'length' => 480, 'pitch' => 60], ['start' => 480, 'length' => 480, 'pitch' => 64],
        ]);
        $points = Points::fromRows([['start' => 240, 'number' => 11, 'value' => 90]]);

        return Song::of(
            Conductor::of(480), [(new Track(1, 0, 'Keys'))->with($track)],
            [(new Clip(1, 1, 0, self::BAR))->with($clip)], [1 => new ClipContent($notes, $points)], 4,
        );
    }

    /** @return list<list<int>> */
    private static function heard(ClipContent $content): array
    {
        return array_map(null, $content->notes->start, $content->notes->length, $content->notes->pitch);
    }
}

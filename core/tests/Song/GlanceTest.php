<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Song;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\Glance;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Song\Voice;
use PHPUnit\Framework\TestCase;

final class GlanceTest extends TestCase
{
    public function test_a_song_tells_how_long_it_is_in_bars_and_seconds(): void
    {
        $glance = Glance::of(self::song([[0, 240, 60]], clip: 3840));

        self::assertSame([2, 4.0], [$glance->bars, $glance->seconds]);
    }

    public function test_higher_notes_stand_higher_and_later_ones_further_to_the_right(): void
    {
        $cells = Glance::of(self::song([[0, 480, 60], [1920, 960, 72]], clip: 3840))->tracks[0]['cells'];

        self::assertSame([[0, 29, 31], [120, 179, 0]], $cells);
    }

    public function test_what_falls_on_one_place_is_drawn_once_as_long_as_the_longest(): void
    {
        $cells = Glance::of(self::song([[0, 960, 60], [1, 10, 60], [1920, 10, 72]], clip: 3840))->tracks[0]['cells'];

        self::assertSame([[0, 59, 31], [120, 120, 0]], $cells);
    }

    public function test_notes_of_one_pitch_lie_in_the_middle(): void
    {
        self::assertSame(16, Glance::of(self::song([[0, 480, 60]], clip: 1920))->tracks[0]['cells'][0][2]);
    }

    public function test_a_song_without_notes_has_no_picture_and_its_length(): void
    {
        $glance = Glance::of(self::song([], clip: 1920));

        self::assertSame([1, 2.0, []], [$glance->bars, $glance->seconds, $glance->tracks]);
    }

    public function test_what_is_muted_is_not_in_the_picture(): void
    {
        self::assertSame([], Glance::of(self::song([[0, 480, 60]], clip: 1920, muted: true))->tracks);
    }

    /** @param  list<array{int, int, int}>  $notes  start, length and pitch */
    private static function song(array $notes, int $clip, bool $muted = false): Song
    {
        $table = Notes::fromRows(array_map(
            static fn (int $k, array $note): array => [
                'id' => $k + 1, 'start' => $note[0], 'length' => $note[1], 'pitch' => $note[2],
            ],
            array_keys($notes), $notes,
        ));
        $track = new Track(1, 0, 'Keys', 3, Voice::Plucked, 0, muted: $muted);

        return Song::of(
            Conductor::of(480), [$track], [new Clip(1, 1, 0, $clip)], [1 => ClipContent::ofNotes($table)],
        );
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Smf;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Errors\NotMidi;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfLimits;
use Jactonic\Core\Smf\SmfTrack;
use Jactonic\Core\Smf\SongImport;
use Jactonic\Core\Smf\TrackReader;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\ConductorRoom;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Time\Bounds;
use Jactonic\Core\Time\Grid;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** What a file may hold: at the limit it is read, past it the limit is said before the work is done. */
final class LimitsTest extends TestCase
{
    private const NOTE = "\x00\x90\x3C\x40\x60\x80\x3C\x40";

    private const END = "\x00\xFF\x2F\x00";

    #[TestWith([2_000_000_000])]
    #[TestWith([0x0FFFFFFF])]
    #[TestWith([0x10000000])]
    #[TestWith([Bounds::LAST_TICK - 20])]
    public function test_a_far_note_comes_back_from_where_it_was(int $tick): void
    {
        $notes = Notes::fromRows([['start' => $tick, 'length' => 10, 'pitch' => 60, 'velocity' => 64]]);

        self::assertSame(
            [$tick], SmfFile::read((new SmfFile(1, 480, [new SmfTrack($notes)]))->write())->tracks[0]->notes->start,
        );
    }

    public function test_a_note_on_the_last_tick_is_left_out_and_said_rather_than_lost_later(): void
    {
        // 96 ticks of a note, seven times the longest time a file can write, and what is missing to the last tick.
        $passing = str_repeat("\xFF\xFF\xFF\x7F\xFF\x01\x00", 7)."\xFF\xFF\xFF\x17";
        $there = SmfFile::read(self::file([self::NOTE.$passing."\x90\x3C\x40".self::END]));
        self::assertStringContainsString('on the last tick', implode(' ', $there->problems));
        $song = $there->song();

        self::assertSame(
            $song->contentOf(1)->notes->start,
            SmfFile::read(SmfFile::of($song)->write())->song()->contentOf(1)->notes->start,
        );
    }

    public function test_notes_without_ends_that_could_not_go_out_do_not_come_in(): void
    {
        $presses = str_repeat("\x01\x90\x3C\x40", 600_000);

        $this->expectException(NotMidi::class);
        $this->expectExceptionMessage('1,200,000 events');
        SmfFile::read(self::file([$presses.self::END]))->song();
    }

    public function test_a_far_note_of_a_file_timed_in_frames_is_left_out_and_said(): void
    {
        $passing = str_repeat("\xFF\xFF\xFF\x7F\xFF\x01\x00", 7);
        $file = SmfFile::read(self::file([self::NOTE.$passing.self::NOTE.self::END], 0xE8_01));

        self::assertSame([0], $file->tracks[0]->notes->start);
        self::assertLessThan(Bounds::LAST_TICK, $file->tracks[0]->end);
        self::assertStringContainsString('past the last tick', implode(' ', $file->problems));
    }

    public function test_a_note_across_the_last_tick_of_a_file_timed_in_frames_ends_there(): void
    {
        // 80 ticks of ours to one of the file: the note begins at 80 and would end far behind the last tick.
        $long = "\x01\x90\x3C\x40".str_repeat("\xFF\xFF\xFF\x7F\xFF\x01\x00", 2)."\x00\x80\x3C\x40".self::END;
        $notes = SmfFile::read(self::file([$long], 0xE8_01))->tracks[0]->notes;

        self::assertSame([80], $notes->start);
        self::assertSame(Bounds::LAST_TICK - 1, $notes->start[0] + $notes->length[0]);
    }

    public function test_meters_that_could_not_be_drawn_go_out_again_and_hold_for_nothing(): void
    {
        $meters = str_repeat("\x01\xFF\x58\x04\xFF\x00\x18\x08", 20_000);
        $import = new SongImport(SmfFile::read(self::file([$meters.self::NOTE.self::END])));
        $song = $import->song();

        self::assertLessThan(
            100_000,
            array_sum(array_map(
                static fn (array $stretch): int => count($stretch['lines']),
                Grid::parse('1/16', 0)->on($song->conductor->meters)->table(),
            )),
        );
        self::assertStringContainsString('more events of the kind meter', implode(' ', $import->problems()));
        self::assertSame(20_000, substr_count(SmfFile::of($song)->write(), "\xFF\x58\x04\xFF\x00"), 'nothing is lost');
    }

    public function test_as_many_tempos_as_there_is_room_for_hold_and_the_rest_go_out_again(): void
    {
        $most = ConductorRoom::most(ConductorKind::Tempo);
        $tempos = str_repeat("\x01\xFF\x51\x03\x07\x00\x00", $most + 3);
        $import = new SongImport(SmfFile::read(self::file([$tempos.self::NOTE.self::END])));
        $song = $import->song();

        self::assertCount($most, $song->conductor->all(ConductorKind::Tempo));
        self::assertSame(
            [
                '3 more events of the kind tempo than a song can hold were left as they are: they go out again, and '
                    .'hold for nothing here.',
            ],
            $import->problems(),
        );
        self::assertSame($most + 3, substr_count(SmfFile::of($song)->write(), "\xFF\x51\x03"));
    }

    #[TestWith([0, true])]
    #[TestWith([1, false])]
    public function test_there_are_at_most_so_many_tracks_with_notes(int $more, bool $isRead): void
    {
        $file = SmfFile::read(self::file(array_fill(0, Song::MOST_TRACKS + $more, self::NOTE.self::END)));
        if (! $isRead) {
            $this->expectException(NotMidi::class);
            $this->expectExceptionMessage('501 tracks with notes; a song has at most 500');
        }

        self::assertCount(Song::MOST_TRACKS, $file->song()->tracks);
    }

    #[TestWith([2])]
    #[TestWith([3])]
    public function test_a_track_holds_as_many_events_as_are_left_its_end_among_them(int $most): void
    {
        $bytes = self::NOTE.self::END;
        if ($most === 2) {
            $this->expectException(NotMidi::class);
            $this->expectExceptionMessage('more than a song can hold');
        }

        self::assertSame([60], (new TrackReader($bytes, 0, strlen($bytes), $most))->track()->notes->pitch);
    }

    public function test_a_file_of_the_largest_song_is_read_again(): void
    {
        $names = $passing = Song::MOST_TRACKS;

        self::assertGreaterThanOrEqual(
            Song::MOST_EVENTS + $names + $passing * intdiv(Bounds::LAST_TICK, 0x0FFFFFFF), SmfLimits::EVENTS,
        );
        self::assertLessThan(
            SmfLimits::BYTES, SmfLimits::KEPT_BYTES + 7 * SmfLimits::EVENTS,
            'four bytes of time and three of a note each, beside what is kept',
        );
    }

    #[TestWith(['MTrk', 'more than 2,000 tracks'])]
    #[TestWith(['XFIH', 'more than 2,000 chunks that are no tracks'])]
    public function test_chunks_are_counted_before_they_are_read(string $kind, string $said): void
    {
        $chunks = str_repeat($kind.pack('N', strlen(self::END)).self::END, SmfLimits::CHUNKS + 1);

        $this->expectException(NotMidi::class);
        $this->expectExceptionMessage($said);
        SmfFile::read('MThd'.pack('Nnnn', 6, 1, 1, 480).$chunks);
    }

    public function test_what_is_kept_as_it_is_has_a_limit_too(): void
    {
        $text = "\x00\xFF\x01\x86\x80\x80\x00".str_repeat('a', SmfLimits::KEPT_BYTES);
        $this->expectException(NotMidi::class);
        $this->expectExceptionMessage('more than 12 MB of texts');

        SmfFile::read(self::file([$text.self::END]));
    }

    public function test_of_many_problems_the_first_hundred_are_said(): void
    {
        $file = SmfFile::read(self::file(array_fill(0, 300, "\x00\x90\x3C\x40")));

        self::assertCount(101, $file->problems);
        self::assertStringContainsString('more of the kind', $file->problems[100]);
    }

    /** @param  list<string>  $tracks */
    private static function file(array $tracks, int $division = 480): string
    {
        $bytes = 'MThd'.pack('Nnnn', 6, 1, count($tracks), $division);
        foreach ($tracks as $track) {
            $bytes .= 'MTrk'.pack('N', strlen($track)).$track;
        }

        return $bytes;
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Smf;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Errors\NotMidi;
use Jactonic\Core\Smf\Meta;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class SmfTest extends TestCase
{
    private const END = '00 FF 2F 00';

    /** A file from the events of its tracks, written as hexadecimal. */
    private static function bytes(string $tracks, int $format = 1, int $division = 480, ?int $announced = null): string
    {
        $body = '';
        $chunks = $tracks === '' ? [] : explode('|', $tracks);
        foreach ($chunks as $track) {
            $events = (string) hex2bin((string) preg_replace('/\s/', '', $track));
            $body .= 'MTrk'.pack('N', strlen($events)).$events;
        }

        return 'MThd'.pack('Nnnn', 6, $format, $announced ?? count($chunks), $division).$body;
    }

    /** @return list<list<int>> [start, length, pitch, velocity, release, channel] */
    private static function rows(Notes $notes): array
    {
        return array_map(
            null, $notes->start, $notes->length, $notes->pitch, $notes->velocity, $notes->release, $notes->channel,
        );
    }

    /** @return array<string, array{string, list<list<int>>}> */
    public static function pairings(): array
    {
        return [
            'a note with its release' => ['00 90 3C 40 81 70 80 3C 23'.self::END, [[0, 240, 60, 64, 35, 0]]],
            'a note-on without velocity ends it' => ['00 90 3C 40 60 90 3C 00'.self::END, [[0, 96, 60, 64, 64, 0]]],
            'running status' => [
                '00 93 3C 40 00 40 41 60 3C 00 00 40 00'.self::END, [[0, 96, 60, 64, 64, 3], [0, 96, 64, 65, 64, 3]],
            ],
            'overlaps of one pitch: first in, first out' => [
                '00 90 3C 40 10 90 3C 50 10 80 3C 40 10 80 3C 40'.self::END,
                [[0, 32, 60, 64, 64, 0], [16, 32, 60, 80, 64, 0]],
            ],
            'the same pitch on two channels' => [
                '00 90 3C 40 00 91 3C 41 10 81 3C 40 10 80 3C 40'.self::END,
                [[0, 32, 60, 64, 64, 0], [0, 16, 60, 65, 64, 1]],
            ],
            'running status goes on after a meta event' => [
                '00 90 3C 40 10 FF 01 01 41 10 3C 00'.self::END, [[0, 32, 60, 64, 64, 0]],
            ],
        ];
    }

    /** @param  list<list<int>>  $expected */
    #[DataProvider('pairings')]
    public function test_it_pairs_notes(string $track, array $expected): void
    {
        $file = SmfFile::read(self::bytes($track));

        self::assertSame([], $file->problems);
        self::assertSame($expected, self::rows($file->tracks[0]->notes));
    }

    #[TestWith([0])]
    #[TestWith([1])]
    #[TestWith([2])]
    public function test_everything_survives_a_round_trip(int $format): void
    {
        $everything = '00 FF 03 04 54 75 6E 65'.'00 FF 51 03 07 A1 20'.'00 FF 58 04 07 03 18 08'.'00 FF 59 02 02 00'
            .'00 C0 05'.'00 B0 07 64'.'10 90 3C 40'.'00 E0 00 50'.'08 A0 3C 33'.'08 D0 22'.'10 80 3C 10'
            .'00 F0 05 7E 7F 09 01 F7'.'05 FF 05 03 6C 61 6C'.'00 FF 06 02 41 31'.'00 FF 7F 03 7D 01 02'
            .'81 00 FF 60 01 09'.'84 40 FF 2F 00';
        $tracks = $format === 0 ? $everything : "{$everything}|20 91 40 41 20 81 40 42".self::END;
        $first = SmfFile::read(self::bytes($tracks, $format, 96));
        $second = SmfFile::read($first->write());

        self::assertSame([], $second->problems);
        self::assertSame([$format, 96], [$second->format, $second->ppq]);
        foreach ($first->tracks as $k => $track) {
            self::assertTrue($track->notes->equals($second->tracks[$k]->notes));
            self::assertSame(
                [$track->ticks, $track->events, $track->end],
                [$second->tracks[$k]->ticks, $second->tracks[$k]->events, $second->tracks[$k]->end],
            );
        }
        self::assertSame('Tune', $second->tracks[0]->name());
        self::assertCount(14, $first->tracks[0]->events);
        $song = $second->song();
        self::assertSame('D major', (string) $song->conductor->keyAt(0));
        self::assertSame('7/8', (string) $song->conductor->meters->meterAt(0));
        self::assertSame(0.5, $song->conductor->tempo->secondsAt(96));
        self::assertSame(
            bin2hex($first->write()), bin2hex(SmfFile::of($song)->write()),
            'taken apart and put together nothing is lost',
        );
    }

    public function test_chunks_of_other_kinds_are_kept_where_they_were(): void
    {
        $bytes = self::bytes('00 90 3C 40 10 80 3C 40'.self::END);
        $with = substr($bytes, 0, 14).'XFIH'.pack('N', 3).'abc'.substr($bytes, 14);

        self::assertSame($with, SmfFile::read($with)->write());
    }

    /** @return array<string, array{int, int, int}> division, tick in the file, tick at 960 and 120 BPM */
    public static function frames(): array
    {
        return [
            '25 frames of 40 ticks: milliseconds' => [0xE728, 1000, 1920],
            '24 frames of 4' => [0xE804, 96, 1920],
            '30 frames of 80' => [0xE250, 2400, 1920],
            '29.97 frames of 100' => [0xE364, 30000, 19219],
        ];
    }

    #[DataProvider('frames')]
    public function test_times_in_frames_are_taken_to_960_ticks_at_120_and_it_says_so(
        int $division, int $from, int $to,
    ): void {
        $track = new SmfTrack(Notes::fromRows([['start' => $from, 'length' => $from]]));
        $bytes = substr_replace((new SmfFile(1, 480, [$track]))->write(), pack('n', $division), 12, 2);
        $file = SmfFile::read($bytes);

        self::assertSame([960, $to], [$file->ppq, $file->tracks[0]->notes->start[0]]);
        self::assertStringContainsString('counted in frames', $file->problems[0]);
    }

    /** @return array<string, array{string, list<list<int>>, string}> bytes, notes, what is said */
    public static function damage(): array
    {
        $note = '00 90 3C 40 10 80 3C 40';
        $rows = [[0, 16, 60, 64, 64, 0]];
        $good = self::bytes($note.self::END);

        return [
            'a note that never ends' => [
                self::bytes('00 90 3C 40 20 B0 07 01'.self::END), [[0, 32, 60, 64, 64, 0]],
                'never ended were closed at its end',
            ],
            'a track that is cut off' => [substr($good, 0, -3), $rows, 'cut off: 3 bytes are missing'],
            'a track without an end' => [self::bytes($note), $rows, 'it has no end'],
            'an event that is cut off' => [self::bytes($note.'00 FF 01 50 41'), $rows, 'its last event is cut off'],
            'stray bytes at the start of a track' => [
                self::bytes('00 11 12 13 90 3C 40 10 80 3C 40'.self::END), $rows, 'stray bytes were passed over (3)',
            ],
            'a status byte where data belongs' => [
                self::bytes('00 90 3C 90 3C 40 10 80 3C 40'.self::END), $rows, 'stray bytes were passed over',
            ],
            'a system byte that has no place here' => [
                self::bytes('00 F8 00 90 3C 40 10 80 3C 40'.self::END), $rows, 'stray bytes were passed over',
            ],
            'bytes after the end of the track' => [
                self::bytes($note.self::END.'00 00'), $rows, 'after its end were passed over (2)',
            ],
            'note-offs without a note' => [
                self::bytes($note.'00 80 40 40 00 80 41 40'.self::END), $rows,
                'note-offs without a note were passed over (2)',
            ],
            'a note without a length' => [
                self::bytes('00 90 3C 40 00 80 3C 40'.self::END), [[0, 1, 60, 64, 64, 0]], 'made 1 tick long',
            ],
            'too few tracks' => [self::bytes($note.self::END, announced: 3), $rows, 'announces 3 tracks; there are 1'],
            'bytes before the header' => ["\0\0\0\0".$good, $rows, '4 stray bytes before the header'],
            'bytes between the tracks' => [
                substr($good, 0, 14)."\1\2\3".substr($good, 14), $rows, '3 stray bytes between tracks',
            ],
            'bytes at the end' => [$good.'abc', $rows, '3 stray bytes at the end'],
            'a type there is not' => [self::bytes($note.self::END, 7), $rows, 'of type 7'],
            'no resolution' => [self::bytes($note.self::END, division: 0), $rows, 'taken as 960'],
            'a time past all songs' => [
                self::bytes($note.str_repeat('FF FF FF 7F B0 07 01', 9).self::END), $rows, 'past the last tick',
            ],
        ];
    }

    /** @param  list<list<int>>  $rows */
    #[DataProvider('damage')]
    public function test_what_can_be_read_of_a_damaged_file_is_read_and_the_damage_listed(
        string $bytes, array $rows, string $said,
    ): void {
        $file = SmfFile::read($bytes);

        self::assertSame($rows, self::rows($file->tracks[0]->notes));
        self::assertStringContainsString($said, implode(' ', $file->problems));
    }

    #[TestWith(['', 'empty'])]
    #[TestWith(['RIFF....WAVEfmt', 'This is no MIDI file'])]
    #[TestWith(['MThd', 'This is no MIDI file'])]
    #[TestWith(["MThd\0\0\0\6\0\1\0\1\1\xE0", 'no track'])]
    public function test_what_is_no_midi_file_is_refused_with_a_reason(string $bytes, string $reason): void
    {
        $this->expectException(NotMidi::class);
        $this->expectExceptionMessage($reason);

        SmfFile::read($bytes);
    }

    public function test_notes_end_before_others_begin_and_muted_ones_stay_out(): void
    {
        $notes = Notes::fromRows([
            ['start' => 0, 'length' => 16, 'pitch' => 60, 'velocity' => 64],
            ['start' => 16, 'length' => 16, 'pitch' => 60, 'velocity' => 65], ['start' => 5, 'muted' => 1],
        ]);
        $bytes = (new SmfFile(0, 480, [new SmfTrack($notes, [16], ["\xC0\x07"])]))->write();

        self::assertSame(self::bytes('00 90 3C 40 10 80 3C 40 00 C0 07 00 90 3C 41 10 80 3C 40'.self::END, 0), $bytes);
    }

    public function test_a_new_tempo_keeps_later_tempos_in_proportion(): void
    {
        $song = SmfFile::read(self::bytes(
            '00 FF 51 03 07 A1 20 83 60 FF 51 03 0F 42 40'.self::END.'|00 90 3C 40 10 80 3C 40'.self::END,
        ))->song();
        $faster = SmfFile::of($song->conducted($song->conductor->scaledTo(240)))->song();

        self::assertSame([250_000, 500_000], array_column($faster->conductor->tempo->stretches, 'tempo'));
    }

    public function test_points_are_taken_out_of_a_track_and_everything_else_stays_in_it(): void
    {
        $song = SmfFile::read(self::bytes(
            '00 B2 40 7F 00 C2 05 00 E2 01 41 00 A2 3C 33 00 D2 22 00 FF 05 03 6C 61 6C 00 92 3C 40 10 82 3C 40'
                .self::END,
        ))->song();
        $points = $song->contentOf(1)->points;

        self::assertSame([0xB, 0xC, 0xE, 0xA, 0xD], $points->kind);
        self::assertSame([0x40, 0, 0, 0x3C, 0], $points->number);
        self::assertSame([127, 5, 129, 51, 34], $points->value, 'bend lies about 0');
        self::assertSame([2, 2, 2, 2, 2], $points->channel);
        self::assertSame(["\xFF\x05\x03lal"], $song->tracks[1]->rest->events);
        self::assertSame(
            [1, 2, 3, 4, 5, 6], [...$song->contentOf(1)->notes->id, ...$points->id], 'ids are unique in the song',
        );
    }

    public function test_the_longest_silence_is_written_so_that_it_is_read_back(): void
    {
        $notes = Notes::fromRows([['start' => 0x7FFFFF00, 'length' => 100]]);
        $read = SmfFile::read((new SmfFile(0, 480, [new SmfTrack($notes)]))->write());

        self::assertSame(
            [[0x7FFFFF00], [100], []],
            [$read->tracks[0]->notes->start, $read->tracks[0]->notes->length, $read->problems],
        );
    }

    /** @return iterable<string, array{string, int, int}> key, sharps, 1 for minor */
    public static function signatures(): iterable
    {
        yield 'a mode has the signature of its notes' => ['D dorian', 0, 0];
        yield 'major' => ['Eb major', -3, 0];
        yield 'minor' => ['F# minor', 3, 1];
        yield 'lydian' => ['F lydian', 0, 0];
        yield 'a root without a signature' => ['A# major', -2, 0];
        yield 'blues is minor' => ['A blues', 0, 1];
        yield 'all notes' => ['C chromatic', 0, 0];
    }

    #[DataProvider('signatures')]
    public function test_the_key_of_the_song_goes_out(string $key, int $sharps, int $minor): void
    {
        $song = SmfFile::read(self::bytes('00 90 3C 40 10 80 3C 40'.self::END))->song();
        $out = SmfFile::of($song->conducted($song->conductor->with(ConductorEvent::of(ConductorKind::Key, 0, $key))));

        self::assertSame([[0, chr($sharps & 255).chr($minor)]], [...$out->tracks[0]->metas(Meta::KeySignature)]);
        $again = SmfFile::read($out->write());
        self::assertSame(
            [$key],
            array_map(
                static fn (ConductorEvent $event): string => $event->value,
                $again->song()->conductor->all(ConductorKind::Key),
            ),
            'it comes in by its name',
        );
        self::assertSame($out->write(), SmfFile::of($again->song())->write(), 'and goes out as it came');
    }

    public function test_a_signature_that_another_program_changed_counts_more_than_the_name_behind_it(): void
    {
        $song = SmfFile::read(self::bytes('00 90 3C 40 10 80 3C 40'.self::END))->song();
        $out = SmfFile::of($song->conducted($song->conductor->with(ConductorEvent::of(
            ConductorKind::Key, 0, 'D dorian',
        ))))->write();
        $changed = str_replace("\xFF\x59\x02\x00\x00", "\xFF\x59\x02\x03\x00", $out);

        self::assertNotSame($out, $changed);
        self::assertSame(
            ['A major'],
            array_map(
                static fn (ConductorEvent $event): string => $event->value,
                SmfFile::read($changed)->song()->conductor->all(ConductorKind::Key),
            ),
        );
    }

    public function test_tracks_come_in_in_their_order_each_in_the_next_colour(): void
    {
        $notes = Notes::fromRows([['start' => 0, 'length' => 240]]);
        $tracks = (new SmfFile(1, 480, array_fill(0, 2, new SmfTrack($notes))))->song()->tracks;

        self::assertSame(
            [[0, 1, 'Track 1'], [1, 2, 'Track 2']],
            array_map(
                static fn (Track $track): array => [$track->place, $track->colour, $track->name], array_values($tracks),
            ),
        );
    }

    public function test_all_clips_of_a_track_go_out_where_they_sound(): void
    {
        $content = ClipContent::ofNotes(Notes::fromRows([
            ['id' => 1, 'start' => 0, 'length' => 240], ['id' => 2, 'start' => 480, 'length' => 960, 'pitch' => 64],
        ]));
        $track = new Track(1, 0, 'Kalimba', transposition: 12);
        $song = Song::of(Conductor::of(480), [$track], [
            new Clip(1, 1, 1920, 960), new Clip(2, 1, 3840, 1440, loop: 480), new Clip(3, 1, 9600, 1920, offset: 480),
            new Clip(4, 1, 0, 960, muted: true),
        ], [1 => $content, 2 => $content, 3 => $content, 4 => $content], 9);

        self::assertSame(
            [
                [1920, 240, 72, 96, 64, 0], [2400, 480, 76, 96, 64, 0], [3840, 240, 72, 96, 64, 0],
                [4320, 240, 72, 96, 64, 0], [4800, 240, 72, 96, 64, 0], [9600, 960, 76, 96, 64, 0],
            ],
            self::rows(SmfFile::of($song)->tracks[1]->notes),
            'in their rounds, cut at the end of the clip, transposed, without what is muted',
        );
    }
}

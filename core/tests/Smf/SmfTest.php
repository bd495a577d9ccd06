<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Smf;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Errors\NotMidi;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;
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
        return array_map(null, $notes->start, $notes->length, $notes->pitch, $notes->velocity, $notes->release, $notes->channel);
    }

    /** @return array<string, array{string, list<list<int>>}> */
    public static function pairings(): array
    {
        return [
            'a note with its release' => ['00 90 3C 40 81 70 80 3C 23'.self::END, [[0, 240, 60, 64, 35, 0]]],
            'a note-on without velocity ends it' => ['00 90 3C 40 60 90 3C 00'.self::END, [[0, 96, 60, 64, 64, 0]]],
            'running status' => ['00 93 3C 40 00 40 41 60 3C 00 00 40 00'.self::END, [[0, 96, 60, 64, 64, 3], [0, 96, 64, 65, 64, 3]]],
            'overlaps of one pitch: first in, first out' => ['00 90 3C 40 10 90 3C 50 10 80 3C 40 10 80 3C 40'.self::END, [[0, 32, 60, 64, 64, 0], [16, 32, 60, 80, 64, 0]]],
            'the same pitch on two channels' => ['00 90 3C 40 00 91 3C 41 10 81 3C 40 10 80 3C 40'.self::END, [[0, 32, 60, 64, 64, 0], [0, 16, 60, 65, 64, 1]]],
            'running status goes on after a meta event' => ['00 90 3C 40 10 FF 01 01 41 10 3C 00'.self::END, [[0, 32, 60, 64, 64, 0]]],
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
            .'00 F0 05 7E 7F 09 01 F7'.'05 FF 05 03 6C 61 6C'.'00 FF 06 02 41 31'.'00 FF 7F 03 7D 01 02'.'81 00 FF 60 01 09'.'84 40 FF 2F 00';
        $tracks = $format === 0 ? $everything : "{$everything}|20 91 40 41 20 81 40 42".self::END;
        $first = SmfFile::read(self::bytes($tracks, $format, 96));
        $second = SmfFile::read($first->write());

        self::assertSame([], $second->problems);
        self::assertSame([$format, 96], [$second->format, $second->ppq]);
        foreach ($first->tracks as $k => $track) {
            self::assertTrue($track->notes->equals($second->tracks[$k]->notes));
            self::assertSame([$track->ticks, $track->events, $track->end], [$second->tracks[$k]->ticks, $second->tracks[$k]->events, $second->tracks[$k]->end]);
        }
        self::assertSame('Tune', $second->tracks[0]->name());
        self::assertCount(14, $first->tracks[0]->events);
        self::assertSame('D major', $second->key());
        self::assertSame('7/8', (string) $second->meterMap()->meterAt(0));
        self::assertSame(0.5, $second->tempoMap()->secondsAt(96));
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
    public function test_times_in_frames_are_taken_to_960_ticks_at_120_and_it_says_so(int $division, int $from, int $to): void
    {
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
            'a note that never ends' => [self::bytes('00 90 3C 40 20 B0 07 01'.self::END), [[0, 32, 60, 64, 64, 0]], 'never ended were closed at its end'],
            'a track that is cut off' => [substr($good, 0, -3), $rows, 'cut off: 3 bytes are missing'],
            'a track without an end' => [self::bytes($note), $rows, 'it has no end'],
            'an event that is cut off' => [self::bytes($note.'00 FF 01 50 41'), $rows, 'its last event is cut off'],
            'stray bytes at the start of a track' => [self::bytes('00 11 12 13 90 3C 40 10 80 3C 40'.self::END), $rows, 'stray bytes were passed over (3)'],
            'a status byte where data belongs' => [self::bytes('00 90 3C 90 3C 40 10 80 3C 40'.self::END), $rows, 'stray bytes were passed over'],
            'a system byte that has no place here' => [self::bytes('00 F8 00 90 3C 40 10 80 3C 40'.self::END), $rows, 'stray bytes were passed over'],
            'bytes after the end of the track' => [self::bytes($note.self::END.'00 00'), $rows, 'after its end were passed over (2)'],
            'note-offs without a note' => [self::bytes($note.'00 80 40 40 00 80 41 40'.self::END), $rows, 'note-offs without a note were passed over (2)'],
            'a note without a length' => [self::bytes('00 90 3C 40 00 80 3C 40'.self::END), [[0, 1, 60, 64, 64, 0]], 'made 1 tick long'],
            'too few tracks' => [self::bytes($note.self::END, announced: 3), $rows, 'announces 3 tracks; there are 1'],
            'bytes before the header' => ["\0\0\0\0".$good, $rows, '4 stray bytes before the header'],
            'bytes between the tracks' => [substr($good, 0, 14)."\1\2\3".substr($good, 14), $rows, '3 stray bytes between tracks'],
            'bytes at the end' => [$good.'abc', $rows, '3 stray bytes at the end'],
            'a type there is not' => [self::bytes($note.self::END, 7), $rows, 'of type 7'],
            'no resolution' => [self::bytes($note.self::END, division: 0), $rows, 'taken as 960'],
            'a time past all songs' => [self::bytes($note.str_repeat('FF FF FF 7F B0 07 01', 9).self::END), $rows, 'past the last tick'],
        ];
    }

    /** @param  list<list<int>>  $rows */
    #[DataProvider('damage')]
    public function test_what_can_be_read_of_a_damaged_file_is_read_and_the_damage_listed(string $bytes, array $rows, string $said): void
    {
        $file = SmfFile::read($bytes);

        self::assertSame($rows, self::rows($file->tracks[0]->notes));
        self::assertStringContainsString($said, implode(' ', $file->problems));
    }

    #[TestWith(['', 'empty'])]
    #[TestWith(['RIFF....WAVEfmt', 'no MThd header'])]
    #[TestWith(['MThd', 'no MThd header'])]
    #[TestWith(["MThd\0\0\0\6\0\1\0\1\1\xE0", 'no track'])]
    public function test_what_is_no_midi_file_is_refused_with_a_reason(string $bytes, string $reason): void
    {
        $this->expectException(NotMidi::class);
        $this->expectExceptionMessage($reason);

        SmfFile::read($bytes);
    }

    public function test_notes_end_before_others_begin_and_muted_ones_stay_out(): void
    {
        $notes = Notes::fromRows([['start' => 0, 'length' => 16, 'pitch' => 60, 'velocity' => 64], ['start' => 16, 'length' => 16, 'pitch' => 60, 'velocity' => 65], ['start' => 5, 'muted' => 1]]);
        $bytes = (new SmfFile(0, 480, [new SmfTrack($notes, [16], ["\xC0\x07"])]))->write();

        self::assertSame(self::bytes('00 90 3C 40 10 80 3C 40 00 C0 07 00 90 3C 41 10 80 3C 40'.self::END, 0), $bytes);
    }

    public function test_a_new_tempo_keeps_later_tempos_in_proportion(): void
    {
        $file = SmfFile::read(self::bytes('00 FF 51 03 07 A1 20 83 60 FF 51 03 0F 42 40'.self::END.'|00 90 3C 40 10 80 3C 40'.self::END));
        $faster = SmfFile::read($file->withTempo(240)->write());

        self::assertSame([250_000, 500_000], array_column($faster->tempoMap()->stretches, 'tempo'));
    }
}

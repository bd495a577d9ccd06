<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Song;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Song\GeneralMidi;
use Jactonic\Core\Song\Instrument;
use Jactonic\Core\Song\Programs;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Song\Voice;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class InstrumentTest extends TestCase
{
    /** @param  array{int, int, bool, string}  $is  program, number, kit, bank */
    #[TestWith(['violin', [40, 0, false, 'gm'], 'violin'])]
    #[TestWith(['Violin', [40, 0, false, 'gm'], 'violin'], 'as it is written on paper')]
    #[TestWith(['nylon', [24, 0, false, 'gm'], 'acoustic-guitar-nylon'], 'a word of its name')]
    #[TestWith(['nylon guitar', [24, 0, false, 'gm'], 'acoustic-guitar-nylon'], 'what one says for it')]
    #[TestWith(['strings', [48, 0, false, 'gm'], 'string-ensemble-1'], 'what one says, before what has the word')]
    #[TestWith(['upright bass', [32, 0, false, 'gm'], 'acoustic-bass'])]
    #[TestWith(['violin/1024', [40, 1024, false, 'gm'], 'violin/1024'], 'another bank number')]
    #[TestWith(['gm:1', [0, 0, false, 'gm'], 'acoustic-grand-piano'], 'by its number, from 1')]
    #[TestWith(['gm:128', [127, 0, false, 'gm'], 'gunshot'])]
    #[TestWith(['jazz-kit', [32, 0, true, 'gm'], 'jazz-kit'])]
    #[TestWith(['gm:kit34', [33, 0, true, 'gm'], 'gm:kit34'], 'a kit without a name of its own')]
    #[TestWith(['warm-keys:5', [4, 0, false, 'warm-keys'], 'warm-keys:5'])]
    #[TestWith(['warm-keys:5/128', [4, 128, false, 'warm-keys'], 'warm-keys:5/128'])]
    #[TestWith(['warm-keys:kit1', [0, 0, true, 'warm-keys'], 'warm-keys:kit1'])]
    public function test_it_is_written_and_read(string $text, array $is, string $written): void
    {
        $instrument = Instrument::parse($text);

        self::assertSame(
            $is, [$instrument->program, $instrument->number, $instrument->isKit, $instrument->bank],
        );
        self::assertSame($written, (string) $instrument);
        self::assertEquals($instrument, Instrument::parse($written));
    }

    #[TestWith(['']), TestWith(['theremin']), TestWith(['gm:0']), TestWith(['gm:129']), TestWith(['violin/16384'])]
    #[TestWith(['-keys:1']), TestWith(['violin:viola']), TestWith(['warm keys:1'])]
    public function test_what_names_none_is_refused_with_what_would_work(string $text): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage('violin, nylon guitar or jazz kit');

        Instrument::parse($text);
    }

    public function test_every_name_of_general_midi_is_read_as_itself_and_has_a_voice(): void
    {
        foreach (GeneralMidi::all() as $instrument) {
            self::assertEquals($instrument, Instrument::parse((string) $instrument));
            self::assertEquals($instrument, Instrument::parse($instrument->title()));
            self::assertSame($instrument->isKit, $instrument->voice() === Voice::Drums);
        }
        self::assertCount(136, GeneralMidi::all());
        foreach (GeneralMidi::words() as $said => $name) {
            self::assertSame($name, (string) Instrument::parse($said), $said);
        }
    }

    public function test_a_track_plays_what_was_chosen_or_what_stands_for_its_voice_or_its_light_voice(): void
    {
        $track = new Track(1, 0, 'Harbour', voice: Voice::Bowed);
        self::assertSame('string-ensemble-1', (string) $track->sounds());

        $violin = $track->playing(Instrument::parse('violin'));
        self::assertSame(['violin', Voice::Bowed], [(string) $violin->sounds(), $violin->voice]);
        self::assertSame(Voice::Drums, $track->playing(Instrument::parse('room-kit'))->voice);
        // A bank of one's own says nothing of families.
        self::assertSame(Voice::Bowed, $track->playing(Instrument::parse('warm-keys:9'))->voice);
        self::assertSame(Voice::Drums, $track->playing(Instrument::parse('warm-keys:kit9'))->voice);
        self::assertNull($track->with(['instrument' => 'light'])->sounds());
        self::assertEquals($violin, Track::fromArray($violin->toArray()));
        self::assertSame(0, Track::fromArray(array_diff_key($violin->toArray(), ['reverb' => 0]))->reverb);
    }

    public function test_a_file_comes_in_with_its_instruments_and_goes_out_as_it_came(): void
    {
        $file = self::file("\x00\xB0\x00\x08\x00\xC0\x18", 0);
        $song = SmfFile::read($file)->song();

        self::assertSame('acoustic-guitar-nylon/1024', (string) $song->tracks[1]->instrument);
        self::assertSame($file, SmfFile::of($song)->write());
        $drums = SmfFile::read(self::file("\x00\xC9\x08", 9))->song()->tracks[1];
        self::assertSame('room-kit', (string) $drums->instrument);
        // What another channel is told is not the track's; nor is what comes behind its first note.
        self::assertNull(SmfFile::read(self::file("\x00\xC1\x18", 0))->song()->tracks[1]->instrument);
        self::assertNull(SmfFile::read(self::file('', 0, "\x00\xC0\x18"))->song()->tracks[1]->instrument);
    }

    public function test_another_instrument_changes_what_the_file_said_at_its_beginning_and_goes_out_with_it(): void
    {
        $song = SmfFile::read(self::file("\x00\xB0\x00\x08\x00\xC0\x18", 0, "\x00\xC0\x2D"))->song();
        $track = $song->tracks[1]->playing(Instrument::parse('cello'));
        $song = Programs::rewritten($song->withTrack($track), $track);

        $again = SmfFile::read(SmfFile::of($song)->write())->song();
        self::assertSame('cello', (string) $again->tracks[1]->instrument);
        self::assertSame([0, 42, 45], $again->contentOf(1)->points->value);

        $light = $track->with(['instrument' => 'light']);
        self::assertSame([45], Programs::rewritten($song->withTrack($light), $light)->contentOf(1)->points->value);
    }

    public function test_a_track_that_was_made_here_goes_out_with_the_program_that_was_chosen(): void
    {
        $song = SmfFile::read(self::file('', 0))->song();
        self::assertSame($song->tracks[1]->instrument, null);
        $track = $song->tracks[1]->playing(Instrument::parse('oboe/129'));

        $again = SmfFile::read(SmfFile::of($song->withTrack($track))->write())->song();
        self::assertSame('oboe/129', (string) $again->tracks[1]->instrument);
        self::assertSame([1, 1, 68], $again->contentOf(1)->points->value);
    }

    /** A file of one track: what is said before its note, the note on a channel, what is said behind it. */
    private static function file(string $before, int $channel, string $after = ''): string
    {
        $note = "\x00".chr(0x90 | $channel)."\x3C\x40\x60".chr(0x80 | $channel)."\x3C\x40";
        $track = $before.$note.$after."\x00\xFF\x2F\x00";

        return 'MThd'.pack('Nnnn', 6, 0, 1, 96).'MTrk'.pack('N', strlen($track)).$track;
    }
}

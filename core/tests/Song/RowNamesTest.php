<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Song;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Song\Beside;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\RowNames;
use Jactonic\Core\Song\RowNamesFile;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Song\Voice;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\Timeline;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** What the rows of a track are called, in which order, and how that goes in and out. */
final class RowNamesTest extends TestCase
{
    #[TestWith(['D2 Snare; C2/3 Kick'])]
    #[TestWith(['C2/8'])]
    #[TestWith(['C-1; G9 808 low; F#2 Hat, closed'])]
    #[TestWith(['none'])]
    public function test_what_is_written_is_read_again(string $text): void
    {
        self::assertSame($text, (string) RowNames::parse($text));
    }

    #[TestWith(['Kick', 'is no row'])]
    #[TestWith(['', 'is no row'])]
    #[TestWith(['C2 Kick; 36 Boom', 'C2 stands in it twice'])]
    #[TestWith(['128 Kick', 'is no pitch'])]
    #[TestWith(['C2/9 Kick', 'a colour from 1 to 8'])]
    #[TestWith(['C2 A name of twenty-one c', 'at most 20 characters'])]
    public function test_what_is_no_name_of_a_row_is_said(string $text, string $said): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage($said);

        RowNames::parse($text);
    }

    public function test_a_row_that_gets_a_name_joins_the_others_where_its_pitch_lies(): void
    {
        $names = RowNames::parse('F#2 Hat; C2 Kick');

        self::assertSame('F#2 Hat; D2 Snare; C2 Kick', (string) $names->with(38, 'Snare', 0));
        self::assertSame('G2/2; F#2 Hat; C2 Kick', (string) $names->with(43, '', 2));
        self::assertSame('F#2 Hat; C2 Kick; B1 Boom', (string) $names->with(35, ' Boom ', 0));
        self::assertSame('F#2 Hat; C2/1 Kick', (string) $names->with(36, 'Kick', 1));
    }

    public function test_rows_are_moved_beside_each_other(): void
    {
        $names = RowNames::parse('F#2 Hat; D2 Snare; C2 Kick');

        self::assertSame('C2 Kick; F#2 Hat; D2 Snare', (string) $names->moved(36, 42, Beside::Above));
        self::assertSame('D2 Snare; C2 Kick; F#2 Hat', (string) $names->moved(42, 36, Beside::Below));
        self::assertSame('D2 Snare; F#2 Hat; C2 Kick', (string) $names->moved(42, 38, Beside::Below));
        self::assertSame(
            'F#2 Hat; D2 Snare; C2 Kick; B1', (string) $names->moved(35, 36, Beside::Below),
            'one without a name has a place from then on',
        );
        self::assertSame('F#2 Hat; E2; D2 Snare; C2 Kick', (string) $names->moved(38, 40, Beside::Below));
        self::assertSame((string) $names, (string) $names->moved(38, 38, Beside::Above));
    }

    public function test_drums_are_named_by_general_midi_until_they_have_names_of_their_own(): void
    {
        self::assertSame('Snare', (new Track(1, 0, 'Kit', voice: Voice::Drums))->rowNames()->called(38));
        self::assertSame('D2', (new Track(1, 0, 'Harp'))->rowNames()->called(38));
        self::assertSame(
            'D2', (new Track(1, 0, 'Kit', voice: Voice::Drums, rows: RowNames::none()))->rowNames()->called(38),
        );
        self::assertSame(
            range(81, 35), array_keys(RowNames::generalMidi()->rows),
            'the whole percussion map of the standard, from the top down',
        );
    }

    public function test_a_track_keeps_its_names(): void
    {
        foreach ([null, RowNames::none(), RowNames::parse('D2 Snare; C2/3 Kick')] as $names) {
            $track = new Track(1, 0, 'Kit', rows: $names);
            self::assertEquals($track, Track::fromArray($track->toArray()));
        }
    }

    public function test_names_go_out_as_a_file_and_come_in_again(): void
    {
        $names = RowNames::parse('D2 Snare; C2/3 Kick; A2');

        self::assertEquals($names, RowNamesFile::read(RowNamesFile::write($names, 'My kit')));
        self::assertEquals(
            RowNames::generalMidi(),
            RowNamesFile::read((string) file_get_contents(__DIR__.'/../../../docs/general-midi.row-names.json')),
            'that of General MIDI ships',
        );
    }

    public function test_a_file_made_elsewhere_is_read_as_far_as_it_says_something(): void
    {
        $file = '{"jactonic": "row-names", "version": 1, "rows": [{"pitch": 36, "name": "A very; long \"name\" of a '
            .'drum"}, {"pitch": "D2"}]}';

        self::assertSame('C2 A very long name of; D2', (string) RowNamesFile::read($file));
    }

    #[TestWith(['nothing', 'These are no names of rows.'])]
    #[TestWith(['{"jactonic": "keymap", "version": 1, "rows": []}', 'These are no names of rows.'])]
    #[TestWith(['{"jactonic": "row-names", "version": 2, "rows": []}', 'of another version'])]
    #[TestWith([
        '{"jactonic": "row-names", "version": 1, "rows": [{"pitch": 36}, 7]}', 'Row 2 of the file takes a pitch',
    ])]
    #[TestWith([
        '{"jactonic": "row-names", "version": 1, "rows": [{"pitch": 36, "colour": "red"}]}',
        'Row 1 of the file takes a pitch',
    ])]
    #[TestWith([
        '{"jactonic": "row-names", "version": 1, "rows": [{"pitch": 36}, {"pitch": "C2"}]}',
        'C2 stands in the file twice',
    ])]
    #[TestWith(['{"jactonic": "row-names", "version": 1, "rows": [{"pitch": "H2"}]}', 'is no pitch'])]
    public function test_a_file_that_is_none_is_refused_with_what_would_work(string $file, string $said): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage($said);

        RowNamesFile::read($file);
    }

    #[TestWith(['insert pitch=C2 at=0', 'Kick added at 1.1.0'])]
    #[TestWith(['fill pitch=D2 every=1/4 range=0..1920', '4 notes of Snare filled in on 1/4'])]
    #[TestWith(['insert pitch=C1 at=0', 'C1 added at 1.1.0'])]
    public function test_hits_are_called_by_the_names_of_their_rows(string $line, string $said): void
    {
        $song = Song::of(
            Conductor::of(480), [new Track(1, 0, 'Drums', voice: Voice::Drums)], [new Clip(1, 1, 0, 1920)], [],
        );
        $open = OpenSong::of($song, [1], 1);
        $time = new Timeline($song->conductor->meters, $song->conductor->tempo, Grid::parse('1/16'));
        $state = Script::read([$line], Catalog::standard())
            ->apply($open, Selection::none(), (new Context($time))->in($open));

        self::assertStringStartsWith($said, (string) $state->said);
    }
}

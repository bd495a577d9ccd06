<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Content;

use Jactonic\Core\Content\CurveOf;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Played;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Smf\CurvesAs;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Tests\Support\MusicTestCase;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\TickRange;
use Jactonic\Core\Time\Timeline;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Curves within single notes: three notes of 480 ticks, C4 E4 G4 one after the other; the first has a loudness of 100
 * from its start, 50 from its middle.
 */
final class NoteCurvesTest extends MusicTestCase
{
    /**
     * @return array<string, array{list<string>, string, 2?: list<int>}> lines, the curves then as note:tick=value, the
     *     selection
     */
    public static function lines(): array
    {
        return [
            'moved, it goes along' => [['nudge by=120tk'], '1:120=100 1:360=50'],
            'stretched, it is as long as the note' => [['stretch factor=2'], '1:0=100 1:480=50', [1]],
            'longer, it stays' => [['length to=1/2'], '1:0=100 1:240=50', [1]],
            'shorter, it is cut' => [['length to=1/8'], '1:0=100', [1]],
            'an edge moved, it stays' => [['nudge edge=start by=1/16'], '1:120=100 1:240=50', [1]],
            'reversed, it runs backwards' => [['reverse'], '1:960=50 1:1200=100'],
            'deleted, it goes' => [['delete'], ''],
            'deleted and put back by another line it does not come back' => [['delete', 'insert at=0'], ''],
            'repeated, the copy has it' => [['repeat'], '1:0=100 1:240=50 4:1440=100 4:1680=50'],
            'doubled an octave up' => [['double octaves=1'], '1:0=100 1:240=50 4:0=100 4:240=50', [1]],
            'split, each piece has what lies in it' => [['split at=120'], '1:0=100 4:120=100 4:240=50', [1]],
            'split in its second part' => [['split at=360'], '1:0=100 1:240=50 4:360=50', [1]],
            'in steps' => [['steps parts=4'], '1:0=100 4:120=100 5:240=50 6:360=50', [1]],
            'joined, one lies behind the other' => [
                ['repitch to=C4', 'curve of=loudness at="0:20"', 'join'], '1:0=20 1:480=20', [1, 2],
            ],
            'a range cut out of it' => [['cut range=on'], '1:0=100'],
            'copied to the others, over their length' => [
                ['stretch factor=1/2', 'choose where="pitch=60,64"', 'curve-copy'],
                '1:0=100 1:120=50 2:240=100 2:360=50',
            ],
            'taken out' => [['curve-remove'], ''],
            'another one taken out' => [['curve-remove of=pitch'], '1:0=100 1:240=50'],
            'drawn anew' => [['curve of=loudness at="0:127 500:127 501:10 1000:10"'], '1:250=10', [1]],
            'a curve of the pitch beside it' => [['curve at="0:0 499:0 500:100"'], '1:0=100 1:240=50 1:240=171', [1]],
            'pasted with its note' => [['copy', 'paste at=2.1.0'], '1:0=100 1:240=50 4:1920=100 4:2160=50', [1]],
        ];
    }

    /**
     * @param  non-empty-list<string>  $lines
     * @param  list<int>|null  $selected
     */
    #[DataProvider('lines')]
    public function test_what_becomes_of_a_curve(array $lines, string $curves, ?array $selected = null): void
    {
        $state = self::done($lines, $selected);

        self::assertSame($curves, self::said($state->context->points));
        $song = $state->settled()->song;
        self::assertSame($curves, self::said($song->contentOf(1)->points), 'in the song');
        self::assertTrue(
            $state->change()->reversed()->applyTo($song)->contentOf(1)->points->equals(
                self::song()->contentOf(1)->points,
            ),
            'taken back',
        );
    }

    /**
     * @return iterable<string, array{string, string}> a line on clips, and the curves in all clips then, in time of the
     *     song
     */
    public static function linesOfClips(): iterable
    {
        $whole = '60@0: 0=100 240=50';
        yield 'split across the note, each piece has what lies in it' => [
            'clip-split at=120', '60@0: 0=100|60@120: 120=100 240=50',
        ];
        yield 'split behind a point' => ['clip-split at=360', '60@0: 0=100 240=50|60@360: 360=50'];
        yield 'split and joined' => ['clip-split at=120; clip-join', '60@0: 0=100|60@120: 120=100 240=50'];
        yield 'room made in the song' => ['time-open', '60@0: 0=100|60@360: 360=100 480=50'];
        yield 'time taken out of the song' => ['time-close', '60@0: 0=100|60@120: 120=50'];
        yield 'repeated' => ['clip-repeat', "{$whole}|60@1920: 1920=100 2160=50"];
        yield 'the track copied' => ['track-copy', "{$whole}|{$whole}"];
        yield 'begun again, and written out' => [
            'clip loop=960tk; clip loop=notes', "{$whole}|60@960: 960=100 1200=50",
        ];
        yield 'stretched' => ['stretch factor=2', '60@0: 0=100 480=50'];
        yield 'backwards' => ['reverse', '60@1440: 1440=50 1680=100'];
        yield 'in another meter' => ['meter to=3/4 at=1.1.0 keep=bars', $whole];
        yield 'at another tempo, as long in seconds' => ['tempo to=240 at=1.1.0 keep=seconds', '60@0: 0=100 480=50'];
    }

    #[DataProvider('linesOfClips')]
    public function test_what_becomes_of_a_curve_where_clips_and_the_song_are_edited(
        string $lines,
        string $curves,
    ): void {
        $open = OpenSong::of(self::song(), [1], 1);
        $conductor = $open->song->conductor;
        $context = new Context(
            new Timeline($conductor->meters, $conductor->tempo, Grid::parse('1/16')),
            range: TickRange::of(120, 240 + ($lines === 'time-open' ? 120 : 0)), onClips: true,
        );
        $song = Script::read(explode('; ', $lines), Catalog::standard())->apply(
            $open, Selection::none(), $context->in($open),
        )->settled()->song;
        $said = [];
        foreach ($song->clips as $id => $clip) {
            $content = $song->contentOf($id);
            foreach ($content->notes->id as $i => $note) {
                $points = array_keys($content->points->note, $note, true);
                $shown = array_map(
                    static fn (int $k): string => ($content->points->start[$k] + $clip->shift()).'='.$content->points
                        ->value[$k],
                    $points,
                );
                $said[] = $shown === []
                    ? ''
                    : "{$content->notes->pitch[$i]}@".($content->notes->start[$i] + $clip->shift()).': '
                        .implode(' ', $shown);
            }
            self::assertSame([], array_diff($content->points->note, $content->notes->id), 'every curve has its note');
        }

        sort($said);
        self::assertSame($curves, implode('|', array_filter($said)));
    }

    /**
     * @return iterable<string, array{list<string>, string, 2?: string}> lines, the notes [start, length] with their
     *     curves then, and the range
     */
    public static function linesOfRanges(): iterable
    {
        yield 'the gap closed, what was in it goes' => [['close'], '0+1040: 0=10 480=50 600=90'];
        yield 'a gap opened, the second piece begins with what held' => [
            ['open'], '0+600: 0=10 480=50|1000+840: 1000=50 1360=90',
        ];
        yield 'what is cut from the start on' => [['cut range=on'], '600+840: 600=50 960=90', '0..600'];
        yield 'what is cut in the middle' => [['cut range=on'], '0+600: 0=10 480=50|1000+440: 1000=90'];
        yield 'what is cut to the end' => [['cut range=on'], '0+500: 0=10 480=50', '500..1440'];
        yield 'cut and pasted' => [
            ['cut range=on', 'paste at=2400'], '0+600: 0=10 480=50|1000+440: 1000=90|2400+400: 2400=50 2760=90',
        ];
        yield 'the longer piece of two' => [['split at=500 keep=longer'], '500+940: 500=50 960=90'];
        yield 'played over' => [['take mode=replace'], '0+500:'];
    }

    /** @param  list<string>  $lines */
    #[DataProvider('linesOfRanges')]
    public function test_a_curve_is_cut_and_copied_as_its_note_is(
        array $lines, string $expected, string $range = '600..1000',
    ): void {
        $played = Played::fromArray([
            'origin' => 0, 'loop' => null, 'until' => 1_500, 'events' => [[0, 0x90, 60, 90], [521, 0x80, 60, 0]],
        ]);
        foreach ([1920, 900] as $length) {
            if ($length === 900 && preg_match('/paste|close|open/', implode(' ', $lines)) === 1) {
                continue;
            }
            $song = self::longNote($length);
            $context = new Context(
                new Timeline($song->conductor->meters, $song->conductor->tempo, Grid::parse('1/16')), caret: new Caret,
                range: TickRange::parse($range), played: $played,
            );
            $after = Script::read($lines, Catalog::standard())->apply(
                $open = OpenSong::of($song, [1], 1), Selection::of([1]), $context->in($open),
            )->settled()->song;

            self::assertSame($expected, self::shown($after), "in a clip of {$length}");
        }
    }

    public function test_what_goes_to_another_track_is_what_sounds_curve_and_all(): void
    {
        $whole = '0+1440: 0=10 480=50 960=90';
        foreach ([1920 => $whole, 900 => '0+900: 0=10 480=50'] as $length => $copy) {
            foreach (['copy-to track=2' => $whole, 'copy-to track=2 keep=off' => ''] as $line => $stays) {
                $open = OpenSong::of($song = self::longNote($length), [1], 1);
                $context = new Context(
                    new Timeline($song->conductor->meters, $song->conductor->tempo, Grid::parse('1/16')),
                );
                $after = Script::read([$line], Catalog::standard())->apply(
                    $open, Selection::of([1]), $context->in($open),
                );

                self::assertEqualsCanonicalizing(
                    array_filter([$stays, $copy]), explode('|', self::shown($after->settled()->song)),
                    "{$line} in a clip of {$length}",
                );
            }
        }
    }

    public function test_a_curve_that_rings_past_the_end_of_its_clip_goes_along_whole(): void
    {
        foreach (
            [
                'delete' => '',
                'cut' => '',
                'nudge by=120tk' => '120+1440: 120=10 600=50 1080=90',
                'split at=600' => '0+600: 0=10 480=50|600+840: 600=50 960=90',
            ] as $line => $expected
        ) {
            $song = self::longNote(900);
            $context = new Context(new Timeline(
                $song->conductor->meters, $song->conductor->tempo, Grid::parse('1/16'),
            ));
            $after = Script::read([$line], Catalog::standard())->apply(
                $open = OpenSong::of($song, [1], 1), Selection::of([1]), $context->in($open),
            )->settled()->song;

            self::assertSame($expected, self::shown($after), $line);
            self::assertSame(
                [], array_diff($after->contentOf(1)->points->note, $after->contentOf(1)->notes->id), $line,
            );
        }
    }

    public function test_a_paste_puts_a_curve_into_the_clip_of_its_note(): void
    {
        $song = self::longNote(900);
        $song = $song->withClip(new Clip(2, 1, 900, 1920), ClipContent::none());
        $open = OpenSong::of($song, [1, 2], 1);
        $context = new Context(new Timeline($song->conductor->meters, $song->conductor->tempo, Grid::parse('1/16')));
        $after = Script::read(['copy', 'paste at=480'], Catalog::standard())->apply(
            $open, Selection::of([1]), $context->in($open),
        )->settled()->song;

        self::assertSame([0, 5], [$after->contentOf(2)->points->count(), $after->contentOf(1)->points->count()]);
    }

    /** A note of three quarters, soft, louder, and loud, in a clip of a length; another track without notes. */
    private static function longNote(int $length): Song
    {
        $points = array_map(
            static fn (int $tick, int $value): array => [
                'id' => 80 + intdiv($tick, 100), 'start' => $tick, 'kind' => 0xD, 'value' => $value, 'note' => 1,
            ],
            [0, 480, 960], [10, 50, 90],
        );

        return Song::of(
            Conductor::of(self::PPQ),
            [new Track(1, 0, 'Strings'), new Track(2, 1, 'Bass')],
            [new Clip(1, 1, 0, $length), new Clip(2, 2, 0, 1920)],
            [
                1 => new ClipContent(self::notes([0, 1440, 60]), Points::fromRows($points)),
            ],
            100,
        );
    }

    /** All notes of a song with what their curves say, in time of the clips. */
    private static function shown(Song $song): string
    {
        $shown = [];
        foreach ($song->contents as $content) {
            foreach ($content->notes->id as $i => $id) {
                $points = array_map(
                    static fn (int $k): string => "{$content->points->start[$k]}={$content->points->value[$k]}",
                    array_keys($content->points->note, $id, true),
                );
                $shown[] = rtrim("{$content->notes->start[$i]}+{$content->notes->length[$i]}: ".implode(' ', $points));
            }
        }
        sort($shown, SORT_NATURAL);

        return implode('|', $shown);
    }

    #[TestWith(['curve at="0:4801"', 'takes values from -4800 to 4800'])]
    #[TestWith(['curve of=timbre at="0:-1"', 'takes values from 0 to 127'])]
    #[TestWith(['curve at="0:0 1001:0"', 'at places from 0 to 1000'])]
    public function test_what_no_curve_can_be_is_refused(string $line, string $said): void
    {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($said);

        self::done([$line]);
    }

    public function test_a_phrase_takes_curves_through_the_clipboard_as_text(): void
    {
        $phrase = self::done(['copy'], [1, 3])->clipboard;
        self::assertNotNull($phrase);
        $again = Phrase::fromJson((string) json_encode($phrase->toArray()));

        self::assertSame([1, 1], $again->points?->note);
        self::assertSame([0, 240], $again->points?->start);
    }

    public function test_notes_that_sound_together_never_share_a_channel_while_there_are_enough(): void
    {
        foreach ([3, 15, 20] as $voices) {
            $rows = $points = [];
            for ($k = 0; $k < 3 * $voices; $k++) {
                $rows[] = [
                    'id' => $k + 1, 'start' => intdiv($k, $voices) * 480 + $k % $voices, 'length' => 470,
                    'pitch' => 40 + $k % $voices,
                ];
            }
            $points[] = ['id' => 900, 'start' => 10, 'kind' => 0xD, 'value' => 5, 'note' => 1];
            $song = Song::of(
                Conductor::of(self::PPQ), [new Track(1, 0, 'Keys')], [new Clip(1, 1, 0, 1920)],
                [1 => new ClipContent(Notes::fromRows($rows), Points::fromRows($points))], 1000,
            );
            $file = SmfFile::read(SmfFile::of($song)->write());
            $notes = $file->tracks[count($file->tracks) - 1]->notes;
            $shared = 0;
            foreach ($notes->start as $i => $start) {
                self::assertGreaterThan(0, $notes->channel[$i], 'the manager sounds no note');
                foreach ($notes->start as $j => $other) {
                    $shared += $j < $i && $notes->channel[$i] === $notes->channel[$j]
                        && $other + $notes->length[$j] > $start
                        ? 1
                        : 0;
                }
            }
            self::assertSame($voices > 15, $shared > 0, "{$voices} voices");
        }
    }

    public function test_mpe_files_made_here_are_read_again_the_same(): void
    {
        foreach (range(1, 15) as $number) {
            $random = new Randomizer(new Mt19937($number));
            $rows = [];
            for ($k = 0; $k < 12; $k++) {
                $rows[] = [
                    'id' => $k + 1, 'start' => $k * 120, 'length' => $random->getInt(60, 1200), 'pitch' => 48 + 2 * $k,
                    'velocity' => $random->getInt(1, 127),
                ];
            }
            $song = Song::of(
                Conductor::of(self::PPQ), [new Track(1, 0, 'Strings')], [new Clip(1, 1, 0, 4 * 1920)],
                [1 => ClipContent::ofNotes(Notes::fromRows($rows))], 100,
            );
            $lines = ['select what=none'];
            foreach ($rows as $row) {
                if ($random->getInt(0, 2) > 0) {
                    $of = CurveOf::cases()[$random->getInt(0, 2)];
                    $lines[] = "choose where=\"pitch={$row['pitch']}\"";
                    $lines[] = "curve of={$of->value} at=\"0:{$random->getInt($of->least(), $of->most())} "
                        ."{$random->getInt(1, 999)}:{$random->getInt($of->least(), $of->most())} "
                        ."1000:{$random->getInt($of->least(), $of->most())}\"";
                }
            }
            $written = self::after($lines, OpenSong::of($song, [1], 1), [])->settled()->song;
            $again = SmfFile::read(SmfFile::of($written)->write())->song();

            self::assertSame(self::heard($written), self::heard($again), "song {$number}");
            self::assertSame(
                self::heard($again), self::heard(SmfFile::read(SmfFile::of($again)->write())->song()), 'and once more',
            );
        }
    }

    public function test_as_key_pressure_loudness_goes_out_on_the_channel_of_the_track(): void
    {
        $song = self::song();
        $file = SmfFile::read(SmfFile::of($song, curves: CurvesAs::KeyPressure)->write())->song();

        $points = $file->contentOf(1)->points;
        self::assertSame(
            [[0, 240], [0xA, 0xA], [60, 60], [100, 50], [0, 0], [0, 0]],
            [$points->start, $points->kind, $points->number, $points->value, $points->note, $points->channel],
        );
    }

    public function test_a_file_of_another_program_with_a_zone_comes_in_as_notes_with_curves(): void
    {
        $bend = static fn (int $value): string => chr($value + 8192 & 127).chr($value + 8192 >> 7);
        $track = "\x00\xB0\x65\x00"."\x00\xB0\x64\x06"."\x00\xB0\x06\x0F"."\x00\xE1".$bend(100)."\x00\x91\x3C\x40"
            ."\x60\xE1".$bend(-50)."\x10\xD2\x33"."\x00\x92\x40\x40"."\x60\x81\x3C\x40"."\x10\x82\x40\x40"
            ."\x00\xFF\x2F\x00";
        $bytes = 'MThd'.pack('Nnnn', 6, 0, 1, 480).'MTrk'.pack('N', strlen($track)).$track;
        $content = SmfFile::read($bytes)->song()->contentOf(1);

        self::assertSame([0, 0], $content->notes->channel);
        self::assertSame('1:0=100 1:96=-50 2:112=51', self::said($content->points));
    }

    /** @return list<string> notes with their curves, whatever their ids and channels */
    private static function heard(Song $song): array
    {
        $content = $song->contentOf(1);
        $heard = [];
        foreach ($content->notes->id as $i => $id) {
            $said = [];
            foreach ($content->points->note as $k => $note) {
                if ($note === $id) {
                    $said[] = "{$content->points->start[$k]} {$content->points->kind[$k]} "
                        ."{$content->points->value[$k]}";
                }
            }
            sort($said);
            $heard[] = "{$content->notes->start[$i]} {$content->notes->length[$i]} {$content->notes->pitch[$i]} "
                ."{$content->notes->velocity[$i]} {$content->notes->channel[$i]}: ".implode(', ', $said);
        }

        return $heard;
    }

    private static function said(Points $points): string
    {
        $said = [];
        foreach ($points->start as $i => $start) {
            $said[
                sprintf('%06d %07d %02d', $points->note[$i], $start, $points->kind[$i])
            ] = "{$points->note[$i]}:{$start}={$points->value[$i]}";
        }
        ksort($said);

        return implode(' ', $said);
    }

    private static function song(): Song
    {
        $points = Points::fromRows([
            ['id' => 90, 'start' => 0, 'kind' => 0xD, 'value' => 100, 'note' => 1],
            ['id' => 91, 'start' => 240, 'kind' => 0xD, 'value' => 50, 'note' => 1],
        ]);

        return Song::of(
            Conductor::of(self::PPQ), [new Track(1, 0, 'Strings')], [new Clip(1, 1, 0, 1920)],
            [1 => new ClipContent(self::notes([0, 480, 60], [480, 480, 64], [960, 480, 67]), $points)], 4,
        );
    }

    /**
     * @param  non-empty-list<string>  $lines
     * @param  list<int>|null  $selected
     */
    private static function done(array $lines, ?array $selected = null): State
    {
        return self::after($lines, OpenSong::of(self::song(), [1], 1), $selected);
    }

    /**
     * @param  non-empty-list<string>  $lines
     * @param  list<int>|null  $selected
     */
    private static function after(array $lines, OpenSong $open, ?array $selected): State
    {
        $conductor = $open->song->conductor;
        $context = new Context(
            new Timeline($conductor->meters, $conductor->tempo, Grid::parse('1/16')), caret: new Caret,
            range: in_array('cut range=on', $lines, true) ? TickRange::of(120, 1440) : null,
        );

        return Script::read($lines, Catalog::standard())->apply(
            $open, $selected === null ? Selection::all($open->notes) : Selection::of($selected), $context->in($open),
        );
    }
}

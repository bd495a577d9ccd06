<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Pitch\ChordName;
use Jactonic\Core\Pitch\Voicing;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Song\Voice;
use Jactonic\Core\Tests\Support\MusicTestCase;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\TickRange;
use Jactonic\Core\Time\Timeline;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

/**
 * Names of chords above a song, and notes made of them: a harmonium of four bars, a bass, a kit; C minor, 480 ticks a
 * quarter.
 */
final class ChordEditsTest extends MusicTestCase
{
    private const BAR = 1920;

    /**
     * @return array<string, array{list<string>, string, 2?: array{int, int}|null}> lines, the names that stand there
     *     then, the range
     */
    public static function named(): array
    {
        return [
            'by bars' => [['chord-names'], '0 Cm, 1920 Ab/C, 3840 Bb7, 5760 Eb/Bb'],
            'with the bass of another track' => [['chord-names tracks=all'], '0 Cm, 1920 Ab, 3840 Bb7/F, 5760 Eb'],
            'triads' => [['chord-names tracks=all sevenths=off bass=off'], '0 Cm, 1920 Ab, 3840 Bb, 5760 Eb'],
            'in a range, what stands outside stays' => [
                ['chord-name name=F at=0', 'chord-names'], '0 F, 1920 Ab/C', [1920, 3840],
            ],
            'where they change' => [['chord-names by=changes'], '0 Cm, 1920 Ab/C, 3840 Bb7, 5760 Eb/Bb'],
            'two in a bar, where they change, one played a little early' => [
                ['select what=range', 'trim at=940', 'chord at=955 pitch=G3 shape=maj length=1/2', 'chord-names'],
                '0 Cm, 960 G', [0, 1920],
            ],
            'by bars alone' => [
                [
                    'select what=range', 'trim at=940', 'chord at=955 pitch=G3 shape=maj length=1/2',
                    'chord-names by=bars sevenths=off tensions=off bass=off',
                ], '0 Cm', [0, 1920],
            ],
            'written' => [['chord-name name=Dm7/G at=2.1.0', 'chord-name name="F#m7b5" at=0'], '0 F#m7b5, 1920 Dm7/G'],
            'corrected' => [['chord-name name=Cm', 'chord-name name=Cm9'], '0 Cm9'],
            'moved' => [['chord-name name=Cm', 'conductor-move what=chord at=0 to=480'], '480 Cm'],
            'taken away' => [['chord-name name=Cm', 'conductor-remove what=chord at=0'], ''],
        ];
    }

    /**
     * @param  non-empty-list<string>  $lines
     * @param  array{int, int}|null  $range
     */
    #[DataProvider('named')]
    public function test_names_of_chords(array $lines, string $names, ?array $range = null): void
    {
        self::assertSame($names, self::names(self::done($lines, $range)->settled()->song));
    }

    /** @param  non-empty-list<string>  $lines */
    #[TestWith([['transpose semitones=2'], [1, 2], '0 Dm, 1920 Bb, 3840 C7/G, 5760 F', ', 4 chord names along'])]
    #[TestWith([
        ['transpose semitones=2', 'transpose semitones=-2'], [1, 2], '0 Cm, 1920 Ab, 3840 Bb7/F, 5760 Eb',
        '4 chord names along',
    ])]
    #[TestWith([['transpose semitones=2'], [1], '0 Cm, 1920 Ab, 3840 Bb7/F, 5760 Eb', 'semitones'])]
    #[TestWith([['transpose octaves=1'], [1, 2], '0 Cm, 1920 Ab, 3840 Bb7/F, 5760 Eb', 'octave'])]
    #[TestWith([['transpose degrees=1'], [1, 2], '0 Cm, 1920 Bb, 3840 Bb7/F, 5760 Eb', 'its chord name along'])]
    #[TestWith([
        ['select what=range', 'transpose semitones=2'], [1, 2], '0 Dm, 1920 Ab, 3840 Bb7/F, 5760 Eb',
        ', its chord name along', [0, 1920],
    ])]
    public function test_names_go_along_where_all_beneath_moves_by_one_interval(
        array $lines, array $open, string $names, string $said, ?array $range = null,
    ): void {
        $named = self::after(['chord-names tracks=all'], OpenSong::of(self::song(), [1], 1))->settled()->song;
        $moved = self::after($lines, OpenSong::of($named, $open, 1), $range);

        self::assertSame($names, self::names($moved->settled()->song));
        self::assertStringEndsWith($said, (string) $moved->said);
    }

    public function test_it_says_how_sure_it_is(): void
    {
        self::assertMatchesRegularExpression(
            '/^4 chords named, from Harmonium, \d+ % sure on average$/', (string) self::done(['chord-names'])->said,
        );
    }

    public function test_names_are_made_notes_with_smooth_voices(): void
    {
        $done = self::done(
            [
                'chord-name name=C at=0', 'chord-name name=F at=2.1.0', 'chord-name name=G7 at=3.1.0', 'delete',
                'chords-fill low=C3 high=C5 velocity=70',
            ],
            [0, 3 * self::BAR],
        );
        $notes = $done->notes();
        $sounds = [];
        foreach ($notes->start as $i => $start) {
            $sounds[$start][] = $notes->pitch[$i];
        }

        self::assertSame([0, self::BAR, 2 * self::BAR], array_keys($sounds));
        self::assertSame([[55, 60, 64], [57, 60, 65], [55, 59, 62, 65]], array_values($sounds));
        self::assertSame([self::BAR], array_values(array_unique($notes->length)));
        self::assertSame([70], array_values(array_unique($notes->velocity)));
        self::assertCount(3, array_unique($notes->group));
    }

    /** @return array<string, array{string, string, list<int>}> */
    public static function voicings(): array
    {
        return [
            'close' => ['close', 'C', [55, 60, 64]],
            'open: the second from above an octave lower' => ['open', 'Cmaj7', [52, 59, 60, 67]],
            'wide: the third from above' => ['wide', 'Cmaj7', [48, 59, 64, 67]],
            'root at the foot' => ['root', 'F', [53, 57, 60]],
        ];
    }

    /** @param  list<int>  $pitches */
    #[DataProvider('voicings')]
    public function test_voicings(string $way, string $chord, array $pitches): void
    {
        $found = (new Voicing($way, 48, 72, true))->next(ChordName::parse($chord));

        self::assertSame($pitches, $found);
    }

    public function test_no_voice_leaps_farther_than_needed_and_none_leaves_the_range(): void
    {
        foreach (Voicing::WAYS as $way) {
            $voicing = new Voicing($way, 45, 79, true);
            $before = null;
            foreach (['Dm7', 'G7', 'Cmaj7', 'A7b9', 'Dm9', 'G13', 'C69', 'F#m7b5', 'B7#9', 'Em'] as $name) {
                $pitches = $voicing->next(ChordName::parse($name));
                self::assertTrue(min($pitches) >= 45 && max($pitches) <= 79, "{$way} {$name}");
                if ($before !== null && $way === 'close') {
                    self::assertLessThanOrEqual(7, abs(max($pitches) - max($before)), "{$way} {$name}");
                }
                $before = $pitches;
            }
        }
    }

    public function test_the_bass_is_put_in_below(): void
    {
        $done = self::done(['delete', 'chord-name name=Dm7/G', 'chords-fill bass=on low=C4 high=C6'], [0, self::BAR]);

        self::assertSame(55, min($done->notes()->pitch));
        self::assertSame([55, 69, 72, 74, 77], $done->notes()->pitch);
    }

    /** @return array<string, array{string, list<int>}> a line done to C4, E4, G4 over F, and their pitches then */
    public static function within(): array
    {
        return [
            'a step of the chord up' => ['transpose degrees=1 within=chord', [65, 69]],
            'a step down' => ['transpose degrees=-1 within=chord', [57, 60, 65]],
            'along the key as before' => ['transpose degrees=1', [62, 65, 68]],
            'thirds within the chord' => ['harmony shape=third within=chord', [60, 64, 65, 67, 69]],
            'the next note of the chord on top' => ['revoice within=chord', [64, 67, 69]],
            'or below' => ['revoice move=down within=chord', [57, 60, 64]],
        ];
    }

    /** @param  list<int>  $pitches */
    #[DataProvider('within')]
    public function test_within_the_chord_of_the_moment(string $line, array $pitches): void
    {
        $song = Song::of(
            Conductor::of(
                self::PPQ,
                [
                    ConductorEvent::of(ConductorKind::Chord, 0, 'F'),
                    ConductorEvent::of(ConductorKind::Key, 0, 'C minor'),
                ],
            ),
            [new Track(1, 0, 'Keys')], [new Clip(1, 1, 0, self::BAR)],
            [1 => ClipContent::ofNotes(self::notes([0, 480, 60], [0, 480, 64], [0, 480, 67]))], 4,
        );

        $found = self::after([$line], OpenSong::of($song, [1], 1))->notes()->pitch;
        sort($found);
        self::assertSame($pitches, $found);
    }

    /** @return array<string, array{list<string>, string}> */
    public static function refused(): array
    {
        return [
            'no chord is named' => [
                ['transpose degrees=1 within=chord'], 'within=chord needs the name of a chord at 1.1.0',
            ],
            'nothing to fill' => [['chords-fill'], 'No chord is named yet'],
            'nothing sounds together' => [['delete', 'chord-names'], 'No chord is heard there'],
            'no such chord' => [['chord-name name=Hm'], '“Hm” is no chord; write a root, what it is'],
            'no room' => [['chord-name name=C', 'chords-fill low=C4 high=E4'], 'give them an octave at least'],
        ];
    }

    /** @param  non-empty-list<string>  $lines */
    #[DataProvider('refused')]
    public function test_what_cannot_be_is_refused(array $lines, string $said): void
    {
        $this->expectException(CoreError::class);
        $this->expectExceptionMessage($said);

        self::done($lines);
    }

    public function test_names_go_out_with_the_file_and_come_in_again(): void
    {
        $song = self::done(['chord-names tracks=all', 'chord-name name=Dm7/G at=4.3.0'])->settled()->song;
        $again = SmfFile::read(SmfFile::of($song)->write())->song();

        self::assertSame(self::names($song), self::names($again));
    }

    public function test_names_stay_with_the_music_under_another_meter(): void
    {
        $song = self::done(['chord-name name=G7 at=3.1.0', 'meter to=3/4 keep=bars'])->settled()->song;

        self::assertSame('2880 G7', self::names($song));
    }

    private static function names(Song $song): string
    {
        return implode(
            ', ',
            array_map(
                static fn (ConductorEvent $event): string => "{$event->tick} {$event->label()}",
                $song->conductor->all(ConductorKind::Chord),
            ),
        );
    }

    /**
     * @param  non-empty-list<string>  $lines
     * @param  array{int, int}|null  $range
     */
    private static function done(array $lines, ?array $range = null): State
    {
        return self::after($lines, OpenSong::of(self::song(), [1], 1), $range);
    }

    /**
     * @param  non-empty-list<string>  $lines
     * @param  array{int, int}|null  $range
     */
    private static function after(array $lines, OpenSong $open, ?array $range = null): State
    {
        $conductor = $open->song->conductor;
        $context = new Context(
            new Timeline($conductor->meters, $conductor->tempo, Grid::parse('1/16')), caret: new Caret,
            range: $range === null ? null : TickRange::of(...$range),
        );

        return Script::read($lines, Catalog::standard())->apply(
            $open, Selection::all($open->notes), $context->in($open),
        );
    }

    private static function song(): Song
    {
        $rows = [];
        foreach ([[60, 63, 67], [60, 63, 68], [58, 62, 65, 68], [58, 63, 67]] as $bar => $pitches) {
            foreach ($pitches as $k => $pitch) {
                $rows[] = ['start' => $bar * self::BAR + 20 * $k, 'length' => self::BAR - 100, 'pitch' => $pitch];
            }
        }
        $harmonium = Notes::fromRows($rows);
        $bass = Notes::fromRows(array_map(
            static fn (int $pitch, int $bar): array => [
                'id' => 100 + $bar, 'start' => $bar * self::BAR, 'length' => 1800, 'pitch' => $pitch,
            ],
            [36, 44, 41, 39], range(0, 3),
        ));
        $kit = Notes::fromRows(array_map(
            static fn (int $bar): array => [
                'id' => 200 + $bar, 'start' => $bar * self::BAR, 'length' => 100, 'pitch' => 37,
            ],
            range(0, 3),
        ));

        return Song::of(
            Conductor::of(self::PPQ, [ConductorEvent::of(ConductorKind::Key, 0, 'C minor')]),
            [
                new Track(1, 0, 'Harmonium'), new Track(2, 1, 'Bass', channel: 1),
                new Track(3, 2, 'Kit', voice: Voice::Drums, channel: 9),
            ],
            [new Clip(1, 1, 0, 4 * self::BAR), new Clip(2, 2, 0, 4 * self::BAR), new Clip(3, 3, 0, 4 * self::BAR)],
            [1 => ClipContent::ofNotes($harmonium), 2 => ClipContent::ofNotes($bass), 3 => ClipContent::ofNotes($kit)],
            300,
        );
    }
}

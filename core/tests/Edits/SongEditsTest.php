<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
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
use Jactonic\Core\Song\SongChange;
use Jactonic\Core\Song\Sounding;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Song\Voice;
use Jactonic\Core\Tests\Support\MusicTestCase;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\TickRange;
use Jactonic\Core\Time\Timeline;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

/** Tracks, clips and the conductor, changed by lines: a kalimba in two clips, a bass in one, at 480 ticks a quarter. */
final class SongEditsTest extends MusicTestCase
{
    /**
     * @return iterable<string, array{0: string, 1: string, 2?: TickRange}> line, and the song after it: each track with
     *     its clips, what sounds at which ticks; the range where it needs one
     */
    public static function examples(): iterable
    {
        yield 'a name, a voice and a place' => [
            'track name=Bells voice=sustained pan=-30', 'Bells sustained -30: 0+1920 1920+1920 | Bass: 0+3840',
        ];
        yield 'another track by its number' => ['track of=2 name=Low', 'Kalimba: 0+1920 1920+1920 | Low: 0+3840'];
        yield 'a new track lies below the one in front' => [
            'track-new voice=drums', 'Kalimba: 0+1920 1920+1920 | Drums drums: 0+7680 | Bass: 0+3840',
        ];
        yield 'a copy with its clips' => [
            'track-copy', 'Kalimba: 0+1920 1920+1920 | Kalimba copy: 0+1920 1920+1920 | Bass: 0+3840',
        ];
        yield 'down in the order' => ['track-move by=1', 'Bass: 0+3840 | Kalimba: 0+1920 1920+1920'];
        yield 'a name for a row' => ['row pitch=D2 name=Boom', 'Kalimba: 0+1920 1920+1920 | Bass: 0+3840'];
        yield 'names for all rows' => [
            'row-names to="D2 Snare; C2/3 Kick" of=2', 'Kalimba: 0+1920 1920+1920 | Bass: 0+3840',
        ];
        yield 'away with a track' => ['track-delete', 'Bass: 0+3840'];
        yield 'a new clip' => ['clip-new at=3840 length=2bar', 'Kalimba: 0+1920 1920+1920 3840+3840 | Bass: 0+3840'];
        yield 'a new clip on another track' => [
            'clip-new at=3840 length=1bar of=2', 'Kalimba: 0+1920 1920+1920 | Bass: 0+3840 3840+1920',
        ];
        yield 'a new clip over the range' => [
            'clip-new', 'Kalimba: 0+1920 1920+1920 5000+1000 | Bass: 0+3840', TickRange::of(5000, 6000),
        ];
        yield 'in as many as there are lines' => [
            'clip-split every=1/2', 'Kalimba: 0+960 960+960 1920+1920 | Bass: 0+3840',
        ];
        yield 'at both ends of the range' => [
            'clip-split at=range', 'Kalimba: 0+480 480+960 1440+480 1920+1920 | Bass: 0+3840', TickRange::of(480, 1440),
        ];
        yield 'a loop' => ['clip loop=1bar length=1bar', 'Kalimba: 0+1920~1920 1920+1920 | Bass: 0+3840'];
        yield 'in two' => ['clip-split at=480', 'Kalimba: 0+480 480+1440 1920+1920 | Bass: 0+3840'];
        yield 'in one' => ['clip-join', 'Kalimba: 0+3840 | Bass: 0+3840'];
        yield 'an end' => ['clip-trim at=960', 'Kalimba: 0+960 1920+1920 | Bass: 0+3840'];
        yield 'a start' => ['clip-trim edge=start at=480', 'Kalimba: 480+1440 1920+1920 | Bass: 0+3840'];
        yield 'a bar later' => ['clip-move', 'Kalimba: 1920+1920 1920+1920 | Bass: 0+3840'];
        yield 'taken to the clipboard' => ['clip-copy', 'Kalimba: 0+1920 1920+1920 | Bass: 0+3840'];
        yield 'three times' => ['clip-repeat times=2', 'Kalimba: 0+1920 1920+1920 1920+1920 3840+1920 | Bass: 0+3840'];
        yield 'away with a clip' => ['clip-delete', 'Kalimba: 1920+1920 | Bass: 0+3840'];
        yield 'a tempo' => ['tempo to=60', 'tempo 0 60 BPM, marker 960 Verse, tempo 1920 30 BPM'];
        yield 'a tempo from a place on' => [
            'tempo to=90 at=960', 'tempo 0 120 BPM, marker 960 Verse, tempo 960 90 BPM, tempo 1920 60 BPM',
        ];
        yield 'a tempo that rises' => [
            'tempo-ramp to=160 range=960..1440',
            'tempo 0 120 BPM, marker 960 Verse, tempo 960 120 BPM, tempo 1200 140 BPM, tempo 1440 160 BPM, tempo 1920 '
                .'60 BPM',
        ];
        yield 'late, in the place of a tempo' => [
            'tempo-ramp to=80 range=1200..2040 curve=100',
            'tempo 0 120 BPM, marker 960 Verse, tempo 1200 120 BPM, tempo 1440 119.73 BPM, tempo 1680 115.74 BPM, '
                .'tempo 1920 98.41 BPM, tempo 2040 80 BPM',
        ];
        yield 'a meter' => [
            'meter to=7/8 at=1920', 'tempo 0 120 BPM, marker 960 Verse, tempo 1920 60 BPM, meter 1920 7/8',
        ];
        yield 'a key' => ['key to="D dorian"', 'tempo 0 120 BPM, key 0 D dorian, marker 960 Verse, tempo 1920 60 BPM'];
        yield 'a marker in the place of one' => [
            'marker name="Verse two" at=960', 'tempo 0 120 BPM, marker 960 Verse two, tempo 1920 60 BPM',
        ];
        yield 'no tempo there' => ['conductor-remove what=tempo at=1920', 'tempo 0 120 BPM, marker 960 Verse'];
        yield 'a marker elsewhere' => [
            'conductor-move at=960 to=0', 'tempo 0 120 BPM, marker 0 Verse, tempo 1920 60 BPM',
        ];
    }

    #[DataProvider('examples')]
    public function test_it_does_what_it_says_and_is_taken_back(
        string $line, string $expected, ?TickRange $range = null,
    ): void {
        $before = self::song();
        $done = self::done([$line], $range);
        $after = $done->settled()->song;

        self::assertSame(
            $expected, str_contains($expected, ': ') ? self::arrangement($after) : self::conductor($after),
        );
        self::assertTrue(
            SongChange::between($before, $done->change()->reversed()->applyTo($after))->isNothing(), 'back as it was',
        );
        self::assertTrue(
            SongChange::between($after, $done->change()->applyTo($before))->isNothing(), 'and there again',
        );
    }

    public function test_a_new_clip_never_lies_over_another(): void
    {
        $done = self::done(['clip-move by=2bar', 'clip-new at=0']);

        self::assertSame(
            'Kalimba: 0+1920 1920+1920 3840+1920 | Bass: 0+3840',
            self::arrangement($done->settled()->song),
        );
        self::assertStringEndsWith('New clip at 1.1.0, up to the next one at 2.1.0', (string) $done->said);
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage('There is a clip at 1.3.0 already; it ends at 2.1.0.');
        self::done(['clip-new at=960']);
    }

    public function test_a_tempo_ramp_that_keeps_seconds_leaves_notes_where_they_sound(): void
    {
        $seconds = static fn (Song $song): array => array_map(
            $song->conductor->tempo->secondsAt(...), Sounding::of($song, $song->tracks[1])->notes->start,
        );

        self::assertEqualsWithDelta(
            $seconds(self::song()),
            $seconds(self::done(['tempo-ramp to=200 range=100..1920 keep=seconds'])->settled()->song), 0.001,
        );
    }

    public function test_a_tempo_ramp_that_would_take_too_many_tempos_is_refused(): void
    {
        $this->expectExceptionObject(new EditRefused('A song has at most 20,000 tempos; take a shorter range.'));

        self::done(['tempo-ramp to=200 range=0..4800000']);
    }

    #[TestWith(['clip-split at=480', [0, 240, 480, 1920]])]
    #[TestWith(['clip-trim edge=start at=480', [1920]])]
    #[TestWith(['clip-trim at=240', [0, 1920]])]
    #[TestWith(['clip-repeat', [0, 240, 1920, 1920, 2160]])]
    #[TestWith(['clip-join', [0, 240, 1920]])]
    #[TestWith(['clip mute=on', [1920]])]
    #[TestWith(['clip loop=1/4 length=1bar', [0, 240, 480, 720, 960, 1200, 1440, 1680, 1920]])]
    /** @param  list<int>  $starts */
    public function test_what_lies_in_a_clip_sounds_where_it_did(string $line, array $starts): void
    {
        $song = self::done([$line])->settled()->song;

        self::assertSame($starts, Sounding::of($song, $song->tracks[1])->notes->start);
    }

    public function test_a_clip_that_loops_over_another_one_sounds_in_every_round(): void
    {
        $song = self::done(['clip loop=1/2 length=2bar'])->settled()->song;

        self::assertSame(
            [0, 240, 960, 1200, 1920, 1920, 2160, 2880, 3120], Sounding::of($song, $song->tracks[1])->notes->start,
        );
    }

    public function test_a_transposition_written_into_the_notes_sounds_the_same(): void
    {
        $sound = static fn (Song $song): array => Sounding::of($song, $song->tracks[1])->notes->pitch;
        $before = self::done(['track transpose=-48'])->settled()->song;
        $after = self::done(['track transpose=-48', 'track transpose=notes'])->settled()->song;

        self::assertSame([12, 16, 19], $sound($after));
        self::assertSame($sound($before), $sound($after));
        self::assertSame([[12, 16], 0], [$after->contentOf(1)->notes->pitch, $after->tracks[1]->transposition]);
    }

    public function test_a_track_is_doubled_on_another_voice_and_an_octave_off_in_one_line(): void
    {
        $song = self::done(['track transpose=2', 'track-copy voice=pad transpose=12'])->settled()->song;

        self::assertSame(['pad', 14], [$song->tracks[3]->voice->value, $song->tracks[3]->transposition]);
        self::assertSame([74, 78, 81], Sounding::of($song, $song->tracks[3])->notes->pitch);
        self::assertSame([62, 66, 69], Sounding::of($song, $song->tracks[1])->notes->pitch);
    }

    public function test_a_clip_trimmed_to_before_its_beginning_has_room_there(): void
    {
        $song = self::done(['clip-move by=2bar', 'clip-trim edge=start at=1920'])->settled()->song;

        self::assertSame([1920, 3840, 0], [$song->clips[1]->start, $song->clips[1]->length, $song->clips[1]->offset]);
        self::assertSame([1920, 3840, 4080], Sounding::of($song, $song->tracks[1])->notes->start);
    }

    public function test_notes_and_tracks_are_changed_in_one_script_and_new_notes_go_to_the_new_track(): void
    {
        $done = self::done([
            'transpose semitones=2', 'track-new voice=bass', 'insert at=0 pitch=40', 'track name=Deep',
        ]);
        $song = $done->settled()->song;

        self::assertSame([62, 66], $song->contentOf(1)->notes->pitch);
        self::assertSame(['Kalimba', 'Deep', 'Bass'], array_column($song->tracks, 'name'));
        self::assertSame([[40], 'bass'], [$song->contentOf(4)->notes->pitch, $song->tracks[3]->voice->value]);
        self::assertSame([4, 5], [$song->contentOf(4)->notes->id[0], $song->nextId], 'ids are unique in the song');
    }

    public function test_a_clip_in_the_middle_is_joined_with_the_one_behind_it(): void
    {
        self::assertSame(
            'Kalimba: 0+1920 1920+1920 3840+4800 | Bass: 0+3840',
            self::arrangement(self::done([
                'clip-new at=7680 length=960tk', 'clip-new at=3840 length=960tk', 'clip-join',
            ])->settled()->song),
        );
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function messages(): iterable
    {
        yield [['clip-repeat times=2'], 'Clip repeated twice, up to 4.1.0'];
        yield [['clip-repeat'], 'Clip repeated once, up to 3.1.0'];
        yield [['clip-split at=960'], 'Clip split at 1.3.0'];
        yield [['clip-split every=1/8'], 'Clip split into 8'];
        yield [
            ['clip-split at=960', 'clip-repeat'],
            'Clip split at 1.3.0; Clip repeated once, up to 2.1.0, no whole number of bars, so the copies drift; '
                .'clip-trim to=bars makes it whole',
        ];
        yield [['clip-move by=-1bar', 'clip-move by=1bar'], 'Clip moved to 2.1.0'];
        yield [['track of=2 volume=30 mute=on'], 'Bass: volume 30 %, muted'];
        yield [['track pan=-50'], 'Kalimba: pan 50 % left'];
        yield [['track transpose=-12'], 'Kalimba: sounds 12 semitones lower'];
        yield [['track voice=plucked'], 'Nothing changed: Kalimba is so already.'];
        yield [['track channel=5'], 'Kalimba: channel 5'];
        yield [
            ['track transpose=-1', 'track transpose=notes'], 'Kalimba: 3 notes written as they sound, down 1 semitone',
        ];
        yield [['track transpose=notes'], 'Nothing changed: Kalimba sounds as written.'];
        yield [['track-copy clips=off'], 'Kalimba copied, without its notes'];
        yield [['track-new'], 'New track Plucked'];
        yield [['track-new', 'track-new'], 'New track Plucked 2'];
        yield [['track-new', 'track-new', 'track-new'], 'New track Plucked 3'];
        yield [['row pitch=D2 name=Boom'], 'Kalimba: D2 is called Boom'];
        yield [['row pitch=D2 name=Boom', 'row pitch=D2 name=pitch'], 'Kalimba: D2 is called D2'];
        yield [['row pitch=D2 colour=3'], 'Kalimba: D2 has colour 3'];
        yield [['row pitch=D2 colour=3', 'row pitch=D2 colour=track'], 'Kalimba: D2 has the track’s colour'];
        yield [['row pitch=D2 name=Boom', 'row pitch=C2 above=D2'], 'Kalimba: C2 moved among the rows'];
        yield [['row pitch=D2'], 'Nothing changed: D2 is so already.'];
        yield [['row-names to=general-midi'], 'Kalimba: 47 rows named'];
        yield [['row-names to="C2 Kick"'], 'Kalimba: 1 row named'];
        yield [['row-names to=general-midi', 'row-names to=none'], 'Kalimba: rows are called by their pitches'];
        yield [['row-names to=voice'], 'Nothing changed: the rows of Kalimba are called so already.'];
        yield [['marker at=1920'], 'Marker “Marker” at 2.1.0'];
        yield [['meter to=7/8 at=1920'], 'Meter 7/8 from 2.1.0'];
        yield [['key to="D dorian" at=1920'], 'Key D dorian from 2.1.0'];
    }

    /** @param  non-empty-list<string>  $lines */
    #[DataProvider('messages')]
    public function test_it_says_what_happened(array $lines, string $said): void
    {
        self::assertStringEndsWith($said, (string) self::done($lines)->said);
    }

    public function test_a_new_track_takes_the_first_channel_that_is_free_and_drums_theirs(): void
    {
        $song = self::done([
            'track of=1 channel=5', 'track-new', 'track-new voice=drums', 'track-new',
        ])->settled()->song;

        self::assertSame([4, 0, 9, 2, 1], array_column($song->tracks, 'channel'));
    }

    public function test_a_track_that_becomes_drums_goes_out_as_drums_and_comes_in_as_them(): void
    {
        $drums = self::done(['track voice=drums'])->settled()->song;
        $channels = static fn (Song $song): array => array_values(array_unique(array_merge(...array_map(
            static fn (Clip $clip): array => $song->contentOf($clip->id)->notes->channel,
            $song->clipsOf(array_values($song->tracks)[0]->id),
        ))));

        self::assertSame([[9], 9], [$channels($drums), array_values($drums->tracks)[0]->channel]);
        $again = SmfFile::read(SmfFile::of($drums)->write())->song();
        self::assertSame(
            [Voice::Drums, 9], [array_values($again->tracks)[0]->voice, array_values($again->tracks)[0]->channel],
        );
        $back = self::done(['track voice=drums', 'track voice=plucked'])->settled()->song;
        self::assertNotContains(9, [...$channels($back), array_values($back->tracks)[0]->channel]);
    }

    public function test_a_copied_track_has_notes_of_its_own(): void
    {
        $song = self::done(['track-copy'])->settled()->song;
        $ids = array_merge(
            ...array_map(static fn (ClipContent $content): array => $content->notes->id, array_values($song->contents)),
        );

        self::assertSame($ids, array_values(array_unique($ids)));
        self::assertSame([60, 64], $song->contentOf(4)->notes->pitch);
    }

    public function test_a_slider_that_is_moved_is_one_gesture_and_a_switch_is_none(): void
    {
        $script = static fn (string $line): Script => Script::read([$line], Catalog::standard());

        self::assertSame('track volume=40', $script('track volume=40')->combinedAfter(['track volume=70']));
        self::assertNull($script('track pan=40')->combinedAfter(['track volume=70']));
        self::assertNull($script('track mute=toggle')->combinedAfter(['track mute=toggle']));
        self::assertSame('tempo to=90', $script('tempo to=90')->combinedAfter(['tempo to=91']));
        self::assertNull($script('tempo to=90 at=960')->combinedAfter(['tempo to=91']));
    }

    #[TestWith(['track of=7 name=X', 'There is no track 7; the song has 2 tracks.'])]
    #[TestWith(['clip-split at=5000', 'lies outside of the clip'])]
    #[TestWith(['clip-split at=0', 'the clip starts at 1.1.0; take a place inside'])]
    #[TestWith(['clip-split every=bar', 'no line of bar lies inside the clip'])]
    #[TestWith(['clip-split at=range', 'needs a range'])]
    #[TestWith(['conductor-remove at=1', 'There is no marker at'])]
    #[TestWith(['clip-trim at=0', 'would have no length'])]
    public function test_what_cannot_be_done_is_said(string $line, string $said): void
    {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($said);

        self::done([$line]);
    }

    public function test_several_changes_of_one_track_and_one_clip_are_taken_back_together(): void
    {
        $before = self::song();
        $done = self::done([
            'track name=Bells', 'track pan=30', 'track name=Chimes', 'clip-move by=1bar', 'clip name=Verse',
            'track-new', 'track-delete',
        ]);
        $after = $done->settled()->song;

        self::assertSame(
            ['Chimes', 30, 'Verse', 1920],
            [$after->tracks[1]->name, $after->tracks[1]->pan, $after->clips[1]->name, $after->clips[1]->start],
        );
        self::assertTrue(
            SongChange::between($after, $done->change()->applyTo($before))->isNothing(), 'there in one change',
        );
        self::assertTrue(
            SongChange::between($before, $done->change()->reversed()->applyTo($after))->isNothing(), 'and back',
        );
        self::assertArrayNotHasKey(3, $done->change()->tracks, 'what was made and taken away is no change');
    }

    public function test_the_last_clip_of_a_song_stays(): void
    {
        $this->expectExceptionObject(new EditRefused('This is the only clip of the song; a song has at least one.'));

        self::done(['clip-delete', 'clip-delete', 'clip-delete']);
    }

    #[TestWith(['clip-trim edge=start at=480; clip-trim edge=start at=0', [0, 240, 1920]])]
    #[TestWith([
        'clip-move by=1bar; clip-trim edge=start at=480; clip-trim edge=start at=2400; clip-trim edge=start at=960',
        [1920, 1920, 2160],
    ])]
    #[TestWith(['clip-trim at=240; clip-trim at=1920', [0, 240, 1920]])]
    /** @param  list<int>  $starts */
    public function test_what_was_trimmed_off_comes_back_when_the_clip_is_made_wider(string $lines, array $starts): void
    {
        $song = self::done(explode('; ', $lines))->settled()->song;

        self::assertSame($starts, Sounding::of($song, $song->tracks[1])->notes->start);
    }

    public function test_a_clip_is_not_repeated_past_the_end_of_what_a_song_can_hold(): void
    {
        $this->expectException(EditRefused::class);

        self::done(['clip-new at=2147483000 length=400tk', 'clip-repeat times=2']);
    }

    public function test_nor_is_it_moved_there(): void
    {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage('past the end of what a song can hold');

        self::done(['clip-new at=2147483000 length=400tk', 'clip-move by=1bar']);
    }

    #[TestWith(['clip-split at=960', 'A clip that loops cannot be split'])]
    #[TestWith(['clip-join', 'A clip that loops cannot be joined'])]
    public function test_a_clip_that_loops_stays_one(string $line, string $said): void
    {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($said);

        self::done(['clip loop=1/4', $line]);
    }

    private static function song(): Song
    {
        return Song::of(
            Conductor::of(self::PPQ, [
                ConductorEvent::ofTempo(0, 120), ConductorEvent::ofTempo(1920, 60),
                ConductorEvent::of(ConductorKind::Marker, 960, 'Verse'),
            ]),
            [new Track(1, 0, 'Kalimba'), new Track(2, 1, 'Bass', voice: Voice::Plucked, channel: 1)],
            [new Clip(1, 1, 0, 1920), new Clip(2, 1, 1920, 1920), new Clip(3, 2, 0, 3840)],
            [
                1 => ClipContent::ofNotes(Notes::fromRows([
                    ['id' => 1, 'start' => 0, 'length' => 200, 'pitch' => 60],
                    ['id' => 2, 'start' => 240, 'length' => 480, 'pitch' => 64],
                ])),
                2 => ClipContent::ofNotes(Notes::fromRows([['id' => 3, 'start' => 0, 'length' => 240, 'pitch' => 67]])),
                3 => ClipContent::none(),
            ], 4,
        );
    }

    /** @param  non-empty-list<string>  $lines */
    private static function done(array $lines, ?TickRange $range = null): State
    {
        $open = OpenSong::of(self::song(), [1], 1);
        $conductor = $open->song->conductor;
        $context = new Context(
            new Timeline($conductor->meters, $conductor->tempo, Grid::parse('1/16')), caret: new Caret,
            range: $range,
        );

        return Script::read($lines, Catalog::standard())->apply(
            $open, Selection::all($open->notes), $context->in($open),
        );
    }

    private static function arrangement(Song $song): string
    {
        return implode(
            ' | ',
            array_map(
                static fn (Track $track): string => $track->name
                    .($track->voice === Voice::Plucked ? '' : " {$track->voice->value}")
                    .($track->pan === 0 ? '' : " {$track->pan}")
                    .': '
                    .implode(
                        ' ',
                        array_map(
                            static fn (Clip $clip): string => "{$clip->start}+{$clip->length}"
                                .($clip->loop > 0 ? "~{$clip->loop}" : ''),
                            $song->clipsOf($track->id),
                        ),
                    ),
                $song->tracks,
            ),
        );
    }

    private static function conductor(Song $song): string
    {
        return implode(
            ', ',
            array_map(
                static fn (ConductorEvent $event): string => "{$event->kind->value} {$event->tick} {$event->label()}",
                $song->conductor->events,
            ),
        );
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Building\Grouping;
use Jactonic\Core\Edits\Clips\ChosenClips;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Lines\PreparedEdit;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Recipes\State;
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
use PHPUnit\Framework\Attributes\TestWith;

/**
 * Keys in two clips of a bar (1, 2), a bass in one of two bars (3), a kit in one of a bar (4), at 480 ticks a quarter.
 */
final class ChosenClipsTest extends MusicTestCase
{
    private const SPLIT = ['clip-split at=720'];

    /**
     * @param  non-empty-list<int>  $chosen
     * @param  non-empty-list<string>  $lines
     * @param  list<int>  $then  the clips that are chosen after it
     */
    #[TestWith([
        [1, 3], ['nudge by=1/4'], 'Keys: 480+1920 1920+1920 | Bass: 480+3840 | Kit: 0+1920', [1, 3], '2 clips',
    ])]
    #[TestWith([[2], ['nudge by=-1/4'], 'Keys: 0+1920 1440+1920 | Bass: 0+3840 | Kit: 0+1920', [2], '1 clip'])]
    #[TestWith([[1], ['nudge by=1/4 edge=end'], 'Keys: 0+2400 1920+1920 | Bass: 0+3840 | Kit: 0+1920', [1], '1 clip'])]
    #[TestWith([
        [2], ['nudge by=1/4 edge=start'], 'Keys: 0+1920 2400+1440>480 | Bass: 0+3840 | Kit: 0+1920', [2], '1 clip',
    ])]
    #[TestWith([
        [1, 4], ['nudge by=10tk', 'quantize grid=1/4'], 'Keys: 0+1920 1920+1920 | Bass: 0+3840 | Kit: 0+1920', [1, 4],
        '2 clips quantized',
    ])]
    #[TestWith([
        [2, 4], ['align to=caret'], 'Keys: 0+1920 2640+1920 | Bass: 0+3840 | Kit: 720+1920', [2, 4], '2 clips',
    ])]
    #[TestWith([
        [1, 4], ['duplicate'], 'Keys: 0+1920 0+1920 1920+1920 | Bass: 0+3840 | Kit: 0+1920 0+1920', [5, 6],
        '2 clips copied onto the same place',
    ])]
    #[TestWith([
        [1, 2], ['repeat'], 'Keys: 0+1920 1920+1920 3840+1920 5760+1920 | Bass: 0+3840 | Kit: 0+1920', [5, 6],
        '2 clips repeated once',
    ])]
    #[TestWith([
        [4], ['repeat times=3'], 'Keys: 0+1920 1920+1920 | Bass: 0+3840 | Kit: 0+1920 1920+1920 3840+1920 5760+1920',
        [5, 6, 7], '1 clip repeated 3 times',
    ])]
    #[TestWith([[2, 4], ['mute'], 'Keys: 0+1920 1920+1920m | Bass: 0+3840 | Kit: 0+1920m', [2, 4], '2 clips'])]
    #[TestWith([[1, 4], ['delete'], 'Keys: 1920+1920 | Bass: 0+3840 | Kit: ', [2], '2 clips'])]
    #[TestWith([[1, 4], ['clip-delete'], 'Keys: 1920+1920 | Bass: 0+3840 | Kit: ', [2], '2 clips deleted'])]
    #[TestWith([
        [1, 2], ['clip-move by=1bar'], 'Keys: 1920+1920 3840+1920 | Bass: 0+3840 | Kit: 0+1920', [1, 2],
        '2 clips moved to 2.1.0',
    ])]
    #[TestWith([
        [1, 2], ['clip-move by=-1bar'], 'Keys: 0+1920 1920+1920 | Bass: 0+3840 | Kit: 0+1920', [1, 2], 'Nothing moved',
    ])]
    #[TestWith([
        [1, 3], ['clip-move by=0tk rows=1'], 'Keys: 1920+1920 | Bass: 0+1920 | Kit: 0+3840 0+1920', [1, 3],
        '2 clips moved to 1.1.0 on Bass',
    ])]
    #[TestWith([
        [1, 3], ['clip-move by=1bar rows=1 copy=on'],
        'Keys: 0+1920 1920+1920 | Bass: 0+3840 1920+1920 | Kit: 0+1920 1920+3840', [5, 6],
        '2 clips copied to 2.1.0 on Bass',
    ])]
    #[TestWith([
        [1, 4], ['clip-trim by=-1/4'], 'Keys: 0+1440 1920+1920 | Bass: 0+3840 | Kit: 0+1440', [1, 4],
        '2 clips, the first one ends at 1.4.0',
    ])]
    #[TestWith([
        [1, 4], self::SPLIT, 'Keys: 0+720 720+1200>720 1920+1920 | Bass: 0+3840 | Kit: 0+720 720+1200>720',
        [1, 4, 5, 6], '2 clips split at 1.2.240',
    ])]
    #[TestWith([
        [2, 4], self::SPLIT, 'Keys: 0+1920 1920+1920 | Bass: 0+3840 | Kit: 0+720 720+1200>720', [2, 4, 5],
        'Clip split at 1.2.240',
    ], 'only what lies there')]
    #[TestWith([[2, 1, 3], ['clip-join'], 'Keys: 0+3840 | Bass: 0+3840 | Kit: 0+1920', [3, 1], 'Clips joined'])]
    #[TestWith([
        [1, 4], ['stretch factor=2'], 'Keys: 0+3840 1920+1920 | Bass: 0+3840 | Kit: 0+3840', [1, 4],
        '2 clips made 2 times as slow',
    ])]
    #[TestWith([
        [1, 2], ['reverse'], 'Keys: 0+1920 1920+1920 | Bass: 0+3840 | Kit: 0+1920', [1, 2], '2 clips reversed',
    ])]
    #[TestWith([
        [2], ['clip-move by=100tk', 'clip-move to=next'], 'Keys: 0+1920 3840+1920 | Bass: 0+3840 | Kit: 0+1920', [2],
        'Clip moved to 3.1.0',
    ], 'its start to where the bass ends')]
    #[TestWith([
        [2], ['clip-move by=-100tk', 'clip-move to=next'], 'Keys: 0+1920 1920+1920 | Bass: 0+3840 | Kit: 0+1920', [2],
        'Clip moved to 2.1.0',
    ], 'its start to where the first one ends')]
    #[TestWith([
        [2], ['clip-move by=-100tk', 'clip-move to=previous'], 'Keys: 0+1920 0+1920 | Bass: 0+3840 | Kit: 0+1920', [2],
        'Clip moved to 1.1.0',
    ], 'its end to where the first one ends')]
    #[TestWith([
        [2], ['clip-move by=9bar', 'clip-move to=next'], 'Keys: 0+1920 19200+1920 | Bass: 0+3840 | Kit: 0+1920', [2],
        'no other clip begins or ends later',
    ])]
    #[TestWith([
        [1, 3], ['nudge by=100tk', 'clip-trim by=-200tk', 'clip-trim to=bars'],
        'Keys: 0+1920 1920+1920 | Bass: 0+3840 | Kit: 0+1920', [1, 3], '2 clips trimmed to whole bars',
    ])]
    #[TestWith([
        [1], ['clip-trim at=300tk', 'clip-trim to=bars'], 'Keys: 0+1920 1920+1920 | Bass: 0+3840 | Kit: 0+1920', [1],
        '1 clip trimmed to whole bars',
    ], 'a bar at least')]
    #[TestWith([
        [1, 2, 4], ['clip-trim to=notes'], 'Keys: 0+1080 1920+240 | Bass: 0+3840 | Kit: 0+60', [1, 2, 4],
        '3 clips trimmed to their notes',
    ])]
    #[TestWith([
        [3], ['clip-trim to=notes'], 'Keys: 0+1920 1920+1920 | Bass: 0+1920 | Kit: 0+1920', [3],
        '1 clip trimmed to its notes',
    ])]
    #[TestWith([
        [1], ['clip loop=1/4', 'clip-trim to=notes'], 'Keys: 0+1920 1920+1920 | Bass: 0+3840 | Kit: 0+1920', [1],
        'the clips begin and end with their notes',
    ], 'a loop keeps its rounds')]
    #[TestWith([
        [2], ['clip-trim edge=start at=2400', 'clip-trim to=notes'],
        'Keys: 0+1920 2400+1440>480 | Bass: 0+3840 | Kit: 0+1920', [2], 'the clips begin and end with their notes',
    ], 'where nothing is heard')]
    #[TestWith([
        [1, 2], ['clip-trim to=bars'], 'Keys: 0+1920 1920+1920 | Bass: 0+3840 | Kit: 0+1920', [1, 2],
        'the clips begin and end on bar lines',
    ])]
    #[TestWith([
        [1], ['repeat until=5000'], 'Keys: 0+1920 1920+1920 1920+1920 3840+1160 | Bass: 0+3840 | Kit: 0+1920', [5, 6],
        '1 clip repeated 2 times, up to 3.3.200',
    ], 'the last one cut off')]
    #[TestWith([
        [2], ['time-open range=2400..2880'],
        'Keys: 0+1920 1920+480 2880+1440>480 | Bass: 0+2400 2880+1440>2400 | Kit: 0+1920', [2, 5],
        'Room made at 2.2.0, 2 clips moved back, 2 cut',
    ])]
    #[TestWith([
        [2], ['time-open range=960..1440 tracks=chosen'],
        'Keys: 0+960 1440+960>960 2400+1920 | Bass: 0+3840 | Kit: 0+1920', [2],
        'Room made at 1.3.0, 2 clips moved back, 1 cut',
    ])]
    #[TestWith([
        [2], ['time-close range=960..2400'], 'Keys: 0+960 960+1440>480 | Bass: 0+960 960+1440>2400 | Kit: 0+960', [9],
        'Gap closed at 1.3.0',
    ])]
    #[TestWith([
        [2], ['time-close range=0..1920 tracks=chosen'], 'Keys: 0+1920 | Bass: 0+3840 | Kit: 0+1920', [2],
        'Gap closed at 1.1.0, 1 clip taken out, 1 clip moved up',
    ])]
    #[TestWith([
        [2, 4], ['clip name=Verse mute=on'], 'Keys: 0+1920 1920+1920m | Bass: 0+3840 | Kit: 0+1920m', [2, 4],
        '2 clips: named Verse, muted',
    ])]
    public function test_keys_do_to_clips_what_they_do_to_notes(
        array $chosen, array $lines, string $expected, array $then, string $said,
    ): void {
        $before = self::song();
        $done = self::done($lines, $chosen);
        $after = $done->settled();

        self::assertSame($expected, self::arrangement($after->song));
        self::assertEqualsCanonicalizing($then, $after->open);
        self::assertStringContainsString($said, (string) $done->said);
        self::assertTrue(
            SongChange::between($before, $done->change()->reversed()->applyTo($after->song))->isNothing(),
            'back as it was',
        );
    }

    /**
     * @param  non-empty-list<int>  $chosen
     * @param  array<int, list<int>>  $pitches  of clips
     */
    #[TestWith([
        [1, 2, 4], 'transpose semitones=12', [1 => [72, 76], 2 => [79], 3 => [36], 4 => [38]],
    ], 'drums are no pitches')]
    #[TestWith([[4], 'transpose semitones=2', [1 => [60, 64], 4 => [40]]], 'unless they alone are chosen')]
    #[TestWith([[1, 3], 'delete', [2 => [67], 4 => [38]]], 'a clip goes with what lies in it')]
    public function test_edits_of_notes_reach_all_notes_in_the_chosen_clips(
        array $chosen, string $line, array $pitches,
    ): void {
        $song = self::done([$line], $chosen)->settled()->song;

        foreach ($pitches as $clip => $expected) {
            self::assertSame($expected, $song->contentOf($clip)->notes->pitch, "clip {$clip}");
        }
    }

    public function test_in_one_roll_with_others_drums_are_left_out_of_edits_of_pitches_and_it_is_said(): void
    {
        $done = self::done(['transpose semitones=1'], [1, 4], onClips: false);

        self::assertSame([38], $done->settled()->song->contentOf(4)->notes->pitch);
        self::assertSame('2 notes up 1 semitone, 1 note of drums left alone', (string) $done->said);
        self::assertCount(3, $done->selection->ids, 'all stay selected');
    }

    public function test_legato_and_untangle_see_across_the_borders_of_chosen_clips(): void
    {
        $lengths = static fn (string $line): array => array_map(
            static fn (int $clip): array => self::done([$line], [1, 2, 4])->settled()->song->contentOf($clip)->notes
                ->length,
            [1, 2, 4],
        );

        self::assertSame(
            [[600, 1320], [240], [60]], $lengths('legato last=keep'),
            'the last one up to the first of the next clip, not to the drums',
        );
        self::assertSame([[200, 480], [240], [60]], $lengths('untangle by=any'));
    }

    public function test_dynamics_reach_drums_as_well(): void
    {
        $song = self::done(['velocity set=33'], [1, 4])->settled()->song;

        self::assertSame(
            [[33, 33], [64], [33]],
            [
                $song->contentOf(1)->notes->velocity, $song->contentOf(2)->notes->velocity,
                $song->contentOf(4)->notes->velocity,
            ],
        );
    }

    /**
     * @param  non-empty-list<string>  $lines
     * @param  non-empty-list<int>  $chosen
     * @param  list<int>  $starts  where the keys sound
     */
    #[TestWith([
        ['clip-split at=720', 'clip-join'], [1], [0, 600, 1920],
    ], 'split and joined, a note that sounds across is two')]
    #[TestWith([['nudge by=1/4 edge=start'], [1], [600, 1920]], 'begun later, what was there is gone')]
    #[TestWith([['nudge by=1/4 edge=start', 'nudge by=-1/4 edge=start'], [1], [0, 600, 1920]], 'and comes back')]
    #[TestWith([['repeat', 'clip-move by=1bar'], [2], [0, 600, 1920, 5760]], 'copies go on by themselves')]
    #[TestWith([['nudge by=1/4', 'nudge by=-1/4'], [1, 2], [0, 600, 1920]], 'there and back')]
    #[TestWith([['clip-move by=1/4 of=content'], [1], [480, 1080, 1920]], 'moved within its clip')]
    #[TestWith([['clip-move by=-1/4 of=content'], [1], [120, 1920]], 'earlier, what went out of sight is not heard')]
    #[TestWith([
        ['clip-move by=-1/2 of=content', 'clip-move by=1/2 of=content'], [1, 2], [0, 600, 1920],
    ], 'and it comes back')]
    #[TestWith([
        ['clip-move by=1bar of=content', 'clip-move by=-1bar of=content'], [1], [0, 600, 1920],
    ], 'later than the clip, and back')]
    #[TestWith([
        ['clip loop=3beat', 'clip-move by=1/2 of=content'], [1], [120, 960, 1560, 1920],
    ], 'round and round in a loop')]
    #[TestWith([
        ['clip loop=1/2', 'curve of=loudness', 'clip-move by=-1/4 of=content', 'clip-move by=1/4 of=content'],
        [1], [0, 600, 960, 1560, 1920],
    ], 'and back, with what belongs to its notes')]
    #[TestWith([
        ['clip-move by=2bar', 'nudge by=-1bar edge=start'], [2], [0, 600, 5760],
    ], 'earlier than its content begins')]
    public function test_what_lies_in_clips_sounds_where_it_should(array $lines, array $chosen, array $starts): void
    {
        $song = self::done($lines, $chosen)->settled()->song;

        self::assertSame(
            $starts, array_values(array_unique(array_diff(Sounding::of($song, $song->tracks[1])->notes->start, [720]))),
        );
    }

    /**
     * @param  non-empty-list<int>  $chosen
     * @param  non-empty-list<string>  $lines
     * @param  list<int>  $then
     */
    #[TestWith([
        [1], ['clip-copy', 'clip-paste'], 'Keys: 0+1920 720+1920 1920+1920 | Bass: 0+3840 | Kit: 0+1920', [5],
        '1 clip pasted at 1.2.240',
    ], 'at the caret')]
    #[TestWith([
        [1, 3], ['clip-copy', 'clip-paste at=same'],
        'Keys: 0+1920 0+1920 1920+1920 | Bass: 0+3840 0+3840 | Kit: 0+1920', [5, 6], '2 clips pasted at 1.1.0',
    ], 'where they were')]
    #[TestWith([
        [2, 4], ['clip-copy', 'clip-paste at=3840'],
        'Keys: 0+1920 1920+1920 5760+1920 | Bass: 0+3840 | Kit: 0+1920 3840+1920', [5, 6], '2 clips pasted at 3.1.0',
    ], 'as far apart as they were')]
    #[TestWith([
        [2], ['clip name=Verse mute=on', 'clip-copy cut=on', 'clip-paste at=same'],
        'Keys: 0+1920 1920+1920m | Bass: 0+3840 | Kit: 0+1920', [5], '1 clip pasted',
    ], 'cut and put back')]
    #[TestWith([
        [2], ['clip-copy', 'clip-paste at=0 of=3'], 'Keys: 0+1920 1920+1920 | Bass: 0+3840 | Kit: 0+1920 0+1920', [5],
        '1 clip pasted at 1.1.0',
    ], 'on another track')]
    #[TestWith([[1, 2, 3], ['clip-copy cut=on'], 'Keys:  | Bass:  | Kit: 0+1920', [4], '3 clips cut'])]
    #[TestWith([
        [3], ['copy', 'clip-paste at=3840'], 'Keys: 0+1920 1920+1920 | Bass: 0+3840 3840+1920 | Kit: 0+1920', [5],
        '1 clip pasted at 3.1.0',
    ], 'notes become a clip in whole bars')]
    public function test_clips_are_copied_and_pasted(
        array $chosen, array $lines, string $expected, array $then, string $said,
    ): void {
        $done = self::done($lines, $chosen);

        self::assertSame($expected, self::arrangement($done->settled()->song));
        self::assertEqualsCanonicalizing($then, $done->settled()->open);
        self::assertStringContainsString($said, (string) $done->said);
    }

    public function test_what_lies_in_a_copied_clip_comes_along_also_as_text_and_to_another_resolution(): void
    {
        $copied = self::done(['clip-trim edge=start at=480', 'clip loop=1/2 length=3bar', 'clip-copy'], [1])->clipboard;
        self::assertInstanceOf(Phrase::class, $copied);
        $there = Phrase::fromJson((string) json_encode($copied->toArray()));
        self::assertSame($copied->toArray(), $there->toArray());

        $song = self::done(['clip-paste at=0'], [3], clipboard: $there->at(960)->at(480))->settled()->song;
        $clip = $song->clips[5];
        self::assertSame([2, 0, 5760, 960, 0], [$clip->track, $clip->start, $clip->length, $clip->loop, $clip->offset]);
        self::assertSame(
            [[120], [480], [64]],
            [$song->contentOf(5)->notes->start, $song->contentOf(5)->notes->length, $song->contentOf(5)->notes->pitch],
        );
        self::assertSame([0], $song->contentOf(5)->notes->clip);
    }

    public function test_a_clip_of_a_tick_is_one_in_a_coarser_song_too_and_one_that_repeats_not_does_not_there(): void
    {
        $copied = self::done(['clip-trim at=1tk', 'clip-copy'], [1])->clipboard;
        $looping = self::done(['clip loop=1tk', 'clip-copy'], [1])->clipboard;

        self::assertSame([[0, 1, 0], [0, 960, 1]], array_map(
            static fn (?Phrase $phrase): array => [
                $phrase?->at(240)->pieces[0]->start, $phrase?->at(240)->pieces[0]->length,
                $phrase?->at(240)->pieces[0]->loop,
            ],
            [$copied, $looping],
        ));
    }

    #[TestWith([
        [1], 'Keys: 0+1920 1920+1920 3840+1920 5760+1920 7680+320 | Bass: 0+3840 | Kit: 0+1920', [3840, 8000],
    ], 'cut off at its end')]
    #[TestWith([
        [1, 2], 'Keys: 0+1920 1920+1920 3840+1920 | Bass: 0+3840 | Kit: 0+1920', [3840, 5760],
    ], 'nothing of what would begin where it ends')]
    #[TestWith([
        [1, 4], 'Keys: 0+1920 1920+1920 3840+1920 | Bass: 0+3840 | Kit: 0+1920 3840+1920', [3840, 5760],
    ], 'once, where it just fits')]
    /**
     * @param  non-empty-list<int>  $chosen
     * @param  array{int, int}  $range
     */
    public function test_the_range_is_filled_with_what_was_copied(array $chosen, string $expected, array $range): void
    {
        $copied = self::done(['clip-copy'], $chosen)->clipboard;
        $open = OpenSong::of(self::song(), [1], 1);
        $conductor = $open->song->conductor;
        $context = new Context(
            new Timeline($conductor->meters, $conductor->tempo, Grid::parse('1/16')), range: TickRange::of(...$range),
            clipboard: $copied, onClips: true,
        );
        $song = Script::read(['clip-paste fill=on'], Catalog::standard())->apply(
            $open, Selection::none(), $context->in($open),
        )->settled()->song;

        self::assertSame($expected, self::arrangement($song));
    }

    #[TestWith([['clips' => 'none'], 'clips takes at most'])]
    #[TestWith([['clips' => [['row' => -1, 'start' => 0, 'length' => 1, 'loop' => 0]]], 'a clip takes its row'])]
    #[TestWith([['clips' => [['row' => 0, 'start' => 0, 'length' => 0, 'loop' => 0]]], 'a clip takes its row'])]
    #[TestWith([
        [
            'clips' => [['row' => 0, 'start' => 0, 'length' => 9, 'loop' => 0]],
            'notes' => ['start' => [0], 'clip' => [1]],
        ],
        'clip takes the place of one of its clips',
    ])]
    /** @param  array<string, mixed>  $clips */
    public function test_a_text_that_is_no_clips_is_refused(array $clips, string $said): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage($said);

        Phrase::fromArray($clips + ['jactonic' => 'phrase', 'ppq' => 480, 'notes' => ['start' => [0]]]);
    }

    /** @param  list<string>  $lines */
    #[TestWith([['clip loop=1/2 length=2bar']], 'whole rounds')]
    #[TestWith([['clip loop=700tk length=2000tk']], 'a round that is cut off, and notes cut by each')]
    #[TestWith([['nudge by=1/4 edge=start', 'clip loop=1/2 length=6000tk']], 'of a content that begins earlier')]
    #[TestWith([['clip loop=2bar']], 'one that ends before its round')]
    #[TestWith([['group', 'clip loop=1bar length=4bar']], 'groups')]
    public function test_a_clip_that_loops_sounds_the_same_with_its_rounds_as_notes(array $lines): void
    {
        $sound = static fn (Song $song): array => array_diff_key(
            Sounding::of($song, $song->tracks[1])->notes->columns(), ['id' => 0, 'group' => 0],
        );
        $before = self::done($lines, [1])->settled()->song;
        $after = self::done([...$lines, 'clip loop=notes'], [1])->settled()->song;
        $notes = $after->contentOf(1)->notes;

        self::assertSame([0, 0], [$after->clips[1]->loop, $after->clips[1]->offset]);
        self::assertSame($sound($before), $sound($after));
        self::assertSame($notes->id, array_values(array_unique($notes->id)), 'each has an id of its own');
        $groups = array_count_values(array_filter($notes->group));
        self::assertSame(array_fill_keys(array_keys($groups), 2), $groups, 'a group stays as large as it was');
    }

    /** @param  list<array{int, int}>  $expected  start and length of what the keys sound */
    #[TestWith([['stretch factor=2'], [1], [[0, 400], [1200, 960], [1920, 240]]])]
    #[TestWith([
        ['stretch factor=1/2'], [1, 2], [[0, 100], [300, 240], [960, 120]],
    ], 'half as long, and the second one sooner')]
    #[TestWith([
        ['clip loop=1/2', 'stretch factor=1/2'], [1], [[0, 100], [300, 180], [480, 100], [780, 180], [1920, 240]],
    ], 'a loop in shorter rounds')]
    #[TestWith([
        ['nudge by=1/4 edge=start', 'stretch factor=2'], [1], [[720, 960], [1920, 240]],
    ], 'of a content that begins earlier')]
    #[TestWith([['reverse'], [1], [[840, 480], [1720, 200], [1920, 240]]])]
    #[TestWith([['reverse', 'reverse'], [1, 2], [[0, 200], [600, 480], [1920, 240]]], 'twice is as it was')]
    #[TestWith([
        ['clip loop=1/2', 'reverse'], [1], [[0, 360], [760, 200], [960, 360], [1720, 200], [1920, 240]],
    ], 'a loop, its rounds as notes')]
    public function test_clips_are_slower_and_backwards_inside_too(array $lines, array $chosen, array $expected): void
    {
        $song = self::done($lines, $chosen)->settled()->song;
        $sounding = Sounding::of($song, $song->tracks[1])->notes;

        self::assertSame($expected, array_map(null, $sounding->start, $sounding->length));
    }

    public function test_a_value_of_a_controller_lasts_as_long_backwards_as_forwards(): void
    {
        $points = Points::fromRows([
            ['id' => 9, 'start' => 0, 'number' => 1, 'value' => 10],
            ['id' => 10, 'start' => 480, 'number' => 1, 'value' => 20],
            ['id' => 11, 'start' => 600, 'number' => 7, 'value' => 99],
        ]);
        $song = self::song();
        $open = OpenSong::of(
            $song->withClip($song->clips[1], new ClipContent($song->contentOf(1)->notes, $points)), [1], 1,
        );
        $after = Catalog::standard()->read('reverse');
        self::assertInstanceOf(PreparedEdit::class, $after);
        $conductor = $open->song->conductor;
        $turned = ChosenClips::apply(
            $after->edit, $open,
            new Context(new Timeline($conductor->meters, $conductor->tempo, Grid::parse('1/16')), onClips: true),
            $after->parameters,
        )->open->song->contentOf(1)->points;

        self::assertSame(
            [[0, 1, 20], [0, 7, 99], [1440, 1, 10]], array_map(null, $turned->start, $turned->number, $turned->value),
        );
    }

    public function test_room_in_the_song_moves_the_conductor_along_and_taken_out_again_all_is_as_it_was(): void
    {
        $opened = self::done(['time-open range=1920..3840'], [2])->settled()->song;
        $closed = self::done(['time-open range=1920..3840', 'time-close range=1920..3840'], [2])->settled()->song;
        $alone = self::done(['time-open range=1920..3840 tracks=chosen'], [2])->settled()->song;

        self::assertSame([[0, '120 BPM'], [3840, '90 BPM'], [4800, 'Verse']], self::events($opened));
        self::assertSame([[0, '120 BPM'], [1920, '90 BPM'], [2880, 'Verse']], self::events($closed));
        self::assertSame(
            'Keys: 0+1920 1920+1920 | Bass: 0+1920 1920+1920>1920 | Kit: 0+1920', self::arrangement($closed),
        );
        self::assertSame(self::events(self::song()), self::events($alone), 'of some tracks, the conductor stays');
    }

    public function test_time_taken_out_leaves_the_tempo_that_held_behind_it_and_takes_markers_along(): void
    {
        self::assertSame(
            [[0, '120 BPM'], [480, '90 BPM']],
            self::events(self::done(['time-close range=480..3000'], [1])->settled()->song),
        );
        self::assertSame(
            [[0, '120 BPM'], [0, 'Verse']],
            array_map(
                static fn (array $event): array => $event[1] === '90 BPM' ? [0, '120 BPM'] : $event,
                self::events(self::done(['time-close range=0..2880'], [3])->settled()->song),
            ),
        );
    }

    /** @return list<array{int, string}> */
    private static function events(Song $song): array
    {
        return array_map(
            static fn (ConductorEvent $event): array => [$event->tick, $event->label()],
            array_values($song->conductor->events),
        );
    }

    public function test_an_edit_of_clips_and_one_of_all_notes_in_them_agree(): void
    {
        foreach (['nudge by=1/4', 'quantize grid=1/2', 'align to=caret'] as $line) {
            $near = self::done([$line], [1, 2], onClips: false)->settled()->song;
            $far = self::done([$line], [1, 2])->settled()->song;

            self::assertSame(
                $line === 'quantize grid=1/2' ? [0, 600, 1920] : Sounding::of($near, $near->tracks[1])->notes->start,
                Sounding::of($far, $far->tracks[1])->notes->start, $line,
            );
        }
    }

    /**
     * @param  non-empty-list<int>  $chosen
     * @param  non-empty-list<string>  $lines
     */
    #[TestWith([[1, 2, 3, 4], ['delete'], 'a song has at least one'])]
    #[TestWith([[1, 2, 3, 4], ['clip-delete'], 'a song has at least one'])]
    #[TestWith([[1, 4], ['clip-move by=0tk rows=1'], 'there is no track below for every clip'])]
    #[TestWith([[1, 4], ['clip-move by=0tk rows=-1'], 'there is no track above for every clip'])]
    #[TestWith([[2, 3], ['clip-join'], 'each chosen clip lies on a track of its own'])]
    #[TestWith([[1, 2], ['clip-split at=3840'], 'no chosen clip lies over 3.1.0'])]
    #[TestWith([[1, 2, 3, 4], ['clip-copy cut=on'], 'a song has at least one'])]
    #[TestWith([[1], ['time-close range=0..3840'], 'all clips of the song lie in the range'])]
    #[TestWith([[1], ['time-open'], 'Opening a gap needs a range'])]
    #[TestWith([[1], ['clip-trim to=range'], 'needs a range'])]
    #[TestWith([[1], ['clip-paste'], 'Nothing was copied yet'])]
    #[TestWith([[4, 3], ['clip-copy', 'clip-paste'], 'it takes 4 tracks, and the song has 3'])]
    #[TestWith([[1], ['clip loop=1/4', 'nudge by=1/4 edge=start'], 'A clip that loops cannot begin elsewhere'])]
    public function test_what_cannot_be_done_to_all_of_them_is_done_to_none(
        array $chosen, array $lines, string $said,
    ): void {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($said);

        self::done($lines, $chosen);
    }

    public function test_clips_are_made_one_group_and_copies_a_group_of_their_own(): void
    {
        $groups = static fn (Song $song): array => array_map(
            static fn (int $id): int => $song->clips[$id]->group, range(1, count($song->clips)),
        );
        self::assertSame([1, 0, 1, 0], $groups(self::done(['group'], [1, 3])->settled()->song));
        $again = self::done(['group', 'duplicate'], [1, 3])->settled();
        self::assertSame([1, 0, 1, 0, 2, 2], $groups($again->song));
        self::assertSame(
            [1, 0, 1, 0, 2, 2], $groups(self::done(['group', 'clip-move copy=on'], [1, 3])->settled()->song),
        );
        self::assertSame([0, 0, 0, 0], $groups(self::done(['group', 'ungroup'], [1, 3])->settled()->song));
        $other = OpenSong::of($again->song, [2, 4], 2);
        $third = ChosenClips::apply(
            Grouping::together(), $other,
            new Context(
                new Timeline($other->song->conductor->meters, $other->song->conductor->tempo, Grid::parse('1/16')),
                onClips: true,
            ),
            self::parameters('group'),
        );
        self::assertSame(
            [3, 3], [$third->open->song->clips[2]->group, $third->open->song->clips[4]->group],
            'not the number of a group that was not chosen',
        );
    }

    public function test_clips_have_colours(): void
    {
        $done = self::done(['clip colour=5'], [1, 4]);

        self::assertSame(
            [5, 0, 0, 5],
            array_map(static fn (int $id): int => $done->settled()->song->clips[$id]->colour, [1, 2, 3, 4]),
        );
        self::assertSame('2 clips: colour changed', (string) $done->said);
        self::assertSame(
            5, self::done(['clip colour=5', 'clip-split'], [1])->settled()->song->clips[5]->colour,
            'both pieces of one that is cut',
        );
    }

    private static function parameters(string $line): Parameters
    {
        $read = Catalog::standard()->read($line);
        self::assertInstanceOf(PreparedEdit::class, $read);

        return $read->parameters;
    }

    private static function song(): Song
    {
        $note = static fn (int $id, int $start, int $length, int $pitch): array => [
            'id' => $id, 'start' => $start, 'length' => $length, 'pitch' => $pitch, 'velocity' => 64,
        ];

        return Song::of(
            Conductor::of(
                self::PPQ,
                [
                    ConductorEvent::ofTempo(0, 120), ConductorEvent::ofTempo(1920, 90),
                    ConductorEvent::of(ConductorKind::Marker, 2880, 'Verse'),
                ],
            ),
            [
                new Track(1, 0, 'Keys'), new Track(2, 1, 'Bass', voice: Voice::Bass),
                new Track(3, 2, 'Kit', voice: Voice::Drums),
            ],
            [new Clip(1, 1, 0, 1920), new Clip(2, 1, 1920, 1920), new Clip(3, 2, 0, 3840), new Clip(4, 3, 0, 1920)],
            [
                1 => ClipContent::ofNotes(Notes::fromRows([$note(1, 0, 200, 60), $note(2, 600, 480, 64)])),
                2 => ClipContent::ofNotes(Notes::fromRows([$note(3, 0, 240, 67)])),
                3 => ClipContent::ofNotes(Notes::fromRows([$note(4, 0, 1920, 36)])),
                4 => ClipContent::ofNotes(Notes::fromRows([$note(5, 0, 60, 38)])),
            ], 6,
        );
    }

    /**
     * @param  non-empty-list<string>  $lines
     * @param  non-empty-list<int>  $chosen
     */
    private static function done(array $lines, array $chosen, bool $onClips = true, ?Phrase $clipboard = null): State
    {
        $open = OpenSong::of(self::song(), $chosen, $chosen[0]);
        $conductor = $open->song->conductor;
        $context = new Context(
            new Timeline($conductor->meters, $conductor->tempo, Grid::parse('1/16')), caret: new Caret(720, 60),
            clipboard: $clipboard, onClips: $onClips,
        );

        return Script::read($lines, Catalog::standard())->apply(
            $open, Selection::all($open->notes), $context->in($open),
        );
    }

    /**
     * “Keys: 0+1920 2400+1440>480m”: start and length of each clip, what of its content is cut off before it, and
     * whether it is muted.
     */
    private static function arrangement(Song $song): string
    {
        $said = static fn (Clip $clip): string => "{$clip->start}+{$clip->length}"
            .($clip->offset > 0 ? ">{$clip->offset}" : '').($clip->muted ? 'm' : '');

        return implode(
            ' | ',
            array_map(
                static fn (Track $track): string => "{$track->name}: ".implode(
                    ' ', array_map($said, $song->clipsOf($track->id)),
                ),
                $song->tracks,
            ),
        );
    }
}

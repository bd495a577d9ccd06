<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Played;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
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

/** What is played into a song of two bars at 120 BPM and 480 ticks a quarter: 500 ms a beat, 2 s a bar. */
final class TakeTest extends MusicTestCase
{
    private const ON = 0x90;

    private const OFF = 0x80;

    private const BAR = [0, 1920];

    private const LAYERS = ['take layer=on round=1', 'take layer=on round=2'];

    /**
     * @return iterable<string, array{array<string, mixed>, string, list<string>}> what was played, the line, and the
     *     notes after it: start+length pitch, and how far from where they were played
     */
    public static function takes(): iterable
    {
        $note = static fn (float $on, float $off, int $pitch = 60): array => [
            [$on, self::ON, $pitch, 96], [$off, self::OFF, $pitch, 0],
        ];

        yield 'to the nearest tick' => [self::played([...$note(500.4, 749.6)]), 'take', ['480+240 60']];
        yield 'from where the recording began' => [
            self::played([...$note(10, 260)], origin: 960), 'take', ['970+240 60'],
        ];
        yield 'velocity 0 lets go' => [
            self::played([[0, self::ON, 60, 96], [250, self::ON, 60, 0]]), 'take', ['0+240 60'],
        ];
        yield 'a key that is never let go sounds until the end' => [
            self::played([[500, self::ON, 60, 96]], until: 1500), 'take', ['480+960 60'],
        ];
        yield 'a key struck again ends where it is struck' => [
            self::played([[0, self::ON, 60, 96], [250, self::ON, 60, 90], [500, self::OFF, 60, 0]]), 'take',
            ['0+240 60', '240+240 60'],
        ];
        yield 'a let go of nothing is nothing' => [
            self::played([[100, self::OFF, 60, 0], ...$note(500, 1000)]), 'take', ['480+480 60'],
        ];
        yield 'all notes off ends all of its channel' => [
            self::played([[0, self::ON, 60, 96], [0, self::ON | 1, 64, 96], [250, 0xB0, 123, 0]], until: 500), 'take',
            ['0+240 60', '0+480 64'],
        ];
        yield 'what a device held back goes where it was played' => [
            self::played([[500, self::ON, 62, 96], [750, self::OFF, 62, 0], ...$note(0, 250)]), 'take',
            ['0+240 60', '480+240 62'],
        ];
        yield 'a moment takes no time, and yet a tick' => [self::played([...$note(500, 500)]), 'take', ['480+1 60']];

        yield 'what began in the count-in and sounds on belongs to the first beat' => [
            self::played([...$note(-40, 250)]), 'take', ['0+240 60 -38'],
        ];
        yield 'so does a chord across it' => [
            self::played([
                [-15, self::ON, 60, 96], [5, self::ON, 64, 96], [250, self::OFF, 60, 0], [250, self::OFF, 64, 0],
            ]),
            'take', ['0+240 60 -14', '5+235 64'],
        ];
        yield 'and a touch just before it, as long as it was' => [
            self::played([...$note(-80, -30)]), 'take', ['0+48 60 -77'],
        ];
        yield 'in a loop that is begun in its middle it is the beat one began at' => [
            self::played([...$note(-40, 250)], origin: 480, loop: self::BAR), 'take', ['480+240 60 -38'],
        ];
        yield 'but not what was tried before' => [
            self::played([...$note(-900, -700), ...$note(0, 250)]), 'take', ['0+240 60'],
        ];

        $held = [...$note(1500, 2300)];
        yield 'a note held across the seam of a loop ends there' => [
            self::played($held, loop: self::BAR, until: 4000), 'take', ['1440+480 60'],
        ];
        yield 'and is no note of the next round' => [
            self::played($held, loop: self::BAR, until: 4000), 'take round=2', [],
        ];
        yield 'one struck just before the seam belongs to the first beat of the next round' => [
            self::played([...$note(1960, 2500)], loop: self::BAR, until: 4000), 'take round=2', ['0+480 60 -38'],
        ];
        yield 'and is not of the round before' => [
            self::played([...$note(1960, 2500)], loop: self::BAR, until: 4000), 'take round=1', [],
        ];
        yield 'one that sounds mostly before the seam stays where it is' => [
            self::played([...$note(1910, 1990)], loop: self::BAR, until: 4000), 'take round=1', ['1834+76 60'],
        ];
        yield 'a later round' => [
            self::played(
                [...$note(0, 250, 60), ...$note(2500, 2750, 62), ...$note(5000, 5250, 64)], loop: self::BAR,
                until: 6000,
            ),
            'take round=3', ['960+240 64'],
        ];
        yield 'all rounds on top of each other' => [
            self::played(
                [...$note(0, 250, 60), ...$note(2500, 2750, 62), ...$note(5000, 5250, 64)], loop: self::BAR,
                until: 6000,
            ),
            'take', ['0+240 60', '480+240 62', '960+240 64'],
        ];
        yield 'a loop that was entered in the middle' => [
            self::played([...$note(0, 250, 60), ...$note(1000, 1250, 62)], origin: 960, loop: self::BAR, until: 2000),
            'take', ['0+240 62', '960+240 60'],
        ];

        yield 'only what lies in the range' => [
            self::played([...$note(250, 450), ...$note(600, 700), ...$note(1000, 1200)]), 'take punch=on',
            ['576+96 60'],
        ];
    }

    /**
     * @param  array<string, mixed>  $played
     * @param  list<string>  $notes
     */
    #[DataProvider('takes')]
    public function test_what_is_played_lies_where_it_was_played(array $played, string $line, array $notes): void
    {
        $done = self::done([$line], $played);

        self::assertSame($notes, self::said($done));
        self::assertCount(count($notes), $done->selection->ids, 'and it is selected');
    }

    public function test_time_is_turned_into_ticks_by_the_tempo_on_the_way(): void
    {
        $song = self::song([ConductorEvent::ofTempo(0, 120), ConductorEvent::ofTempo(480, 60)]);
        $played = self::played([[500, self::ON, 60, 96], [1500, self::OFF, 60, 0]], until: 2000);

        self::assertSame(['480+480 60'], self::said(self::done(['take'], $played, $song)));
    }

    public function test_controllers_are_taken_along_and_modes_are_not(): void
    {
        $played = self::played([[250, 0xB0, 64, 127], [500, 0xE0, 0, 96], [750, 0xD0, 40, 0], [1000, 0xB0, 121, 0]]);
        $done = self::done(['take'], $played);
        $points = $done->settled()->song->contentOf(1)->points;

        self::assertSame(
            [[240, 480, 720], [0xB, 0xE, 0xD], [64, 0, 0], [127, 4096, 40]],
            [$points->start, $points->kind, $points->number, $points->value],
        );
        self::assertSame('3 values of controllers', (string) $done->said);
    }

    /** @return iterable<string, array{string, list<string>}> */
    public static function modes(): iterable
    {
        yield 'merge leaves what is there' => ['take', ['0+240 72', '480+480 60', '960+240 72', '2400+240 72']];
        yield 'replace takes out what starts in the time played over' => [
            'take mode=replace', ['480+480 60', '2400+240 72'],
        ];
        yield 'or only in the range' => [
            'take mode=replace punch=on', ['0+240 72', '480+480 60', '960+240 72', '2400+240 72'],
        ];
    }

    /** @param  list<string>  $notes */
    #[DataProvider('modes')]
    public function test_it_lies_beside_what_is_there_or_in_its_place(string $line, array $notes): void
    {
        $song = self::song(notes: [0, 960, 2400]);
        $done = self::done(
            [$line], self::played([[500, self::ON, 60, 96], [1000, self::OFF, 60, 0]], until: 2000), $song,
        );

        self::assertSame($notes, self::said($done));
    }

    public function test_a_layer_is_a_clip_of_its_own_over_the_one_in_front(): void
    {
        $played = self::played(
            [[0, self::ON, 60, 96], [250, self::OFF, 60, 0], [2500, self::ON, 62, 96], [2750, self::OFF, 62, 0]],
            loop: self::BAR, until: 4000,
        );
        $done = self::done(['take layer=on round=1', 'take layer=on round=2'], $played, self::song(notes: [0]));
        $song = $done->settled()->song;
        $lies = static fn (Clip $clip): array => [
            $clip->name, $clip->start, $clip->length, $song->contentOf($clip->id)->notes->pitch,
        ];

        self::assertEqualsCanonicalizing(
            [['', 0, 3840, [72]], ['Layer 1', 0, 1920, [60]], ['Layer 2', 0, 1920, [62]]],
            array_map($lies, array_values($song->clips)),
        );
        self::assertSame([[1, 2, 3], 3], [$done->song->open, $done->song->front], 'all are open, the newest in front');
    }

    public function test_layers_are_kept_as_one_clip_without_those_that_are_muted(): void
    {
        $played = self::played(
            [
                [0, self::ON, 60, 96], [250, self::OFF, 60, 0], [2500, self::ON, 62, 96], [2750, self::OFF, 62, 0],
                [4000, self::ON, 64, 96], [4250, self::OFF, 64, 0],
            ],
            loop: self::BAR, until: 6000,
        );
        $lines = [
            'take layer=on round=1', 'take layer=on round=2', 'clip mute=on', 'take layer=on round=3',
            'clip-join what=over',
        ];
        $song = self::done($lines, $played, self::song(notes: [0]))->settled()->song;
        $lies = static fn (Clip $clip): array => [$clip->name, $clip->muted, $song->contentOf($clip->id)->notes->pitch];

        self::assertEqualsCanonicalizing(
            [['', false, [60, 72, 64]], ['Layer 2', true, [62]]], array_map($lies, $song->clipsOf(1)),
        );

        $this->expectExceptionMessage('Nothing joined: no other clip that sounds lies over the one in front.');
        self::done([...$lines, 'clip-join what=over'], $played, self::song(notes: [0]));
    }

    /**
     * Two layers of two bars with a note on each bar: 60 64 and 62 65, over a clip with 72 on the first.
     *
     * @param  array{int, int}|null  $range
     * @param  list<string>  $lines
     */
    #[TestWith([
        null, ['layer-pick'], '72m | 60m 64 | 62 65', 'Layer 2 picked for 1.1.0 to 2.1.0, 2 notes of other clips muted',
    ], 'the bar of the caret')]
    #[TestWith([
        [1920, 3840], ['layer-pick'], '72 | 60 64m | 62 65',
        'Layer 2 picked for 2.1.0 to 3.1.0, 1 note of other clips muted',
    ], 'the range')]
    #[TestWith([
        [480, 1920], ['layer-pick'], '72 | 60 64 | 62 65', 'Layer 2 picked for 1.2.0 to 2.1.0',
    ], 'a range nothing begins in')]
    #[TestWith([
        null, ['layer-pick', 'layer-pick'], '72m | 60m 64 | 62 65', 'Layer 2 picked for 1.1.0 to 2.1.0',
    ], 'picked again')]
    #[TestWith([
        null, ['clip mute=on', 'layer-pick'], '72m | 60m 64 | 62 65m',
        'Layer 2 picked for 1.1.0 to 2.1.0, 2 notes of other clips muted',
    ], 'a muted clip is heard there alone')]
    public function test_bars_of_one_layer_and_bars_of_another_make_one_part(
        ?array $range, array $lines, string $heard, string $said,
    ): void {
        $done = self::done([...self::LAYERS, ...$lines], self::layers(), self::song(notes: [0]), $range);
        $song = $done->settled()->song;
        $notes = static fn (Clip $clip): string => implode(' ', array_map(
            static fn (int $pitch, int $muted): string => $pitch.($muted === 1 || $clip->muted ? 'm' : ''),
            $song->contentOf($clip->id)->notes->pitch,
            $song->contentOf($clip->id)->notes->muted,
        ));

        self::assertSame(
            $heard, implode(' | ', array_map($notes, [$song->clips[1], $song->clips[2], $song->clips[3]])),
        );
        self::assertStringEndsWith($said, (string) $done->said);
    }

    /** @param  list<string>  $lines */
    #[TestWith([[7680, 9600], [], 'The clip in front does not reach there'])]
    #[TestWith([null, ['clip-move by=2bar'], 'The clip in front does not reach there'])]
    #[TestWith([[3840, 5760], ['clip-move by=2bar'], 'No other clip lies over the one in front there'])]
    #[TestWith([null, ['clip loop=1bar'], 'A clip that loops sounds the same in every round'])]
    public function test_a_layer_is_picked_only_where_it_lies_over_another(
        ?array $range, array $lines, string $said,
    ): void {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($said);

        self::done([...self::LAYERS, ...$lines, 'layer-pick'], self::layers(), self::song(notes: [0]), $range);
    }

    public function test_the_rounds_of_a_loop_are_together_what_was_played(): void
    {
        for ($seed = 1; $seed <= 20; $seed++) {
            $played = self::random($seed, self::BAR);
            $rounds = [];
            for ($round = 1; $round <= 4; $round++) {
                $rounds = [...$rounds, ...self::said(self::done(["take round={$round}"], $played))];
            }
            $all = self::said(self::done(['take'], $played));

            self::assertGreaterThan(10, count($all));
            self::assertEqualsCanonicalizing($all, $rounds, "seed {$seed}");
        }
    }

    public function test_a_take_that_is_quantized_and_put_back_as_played_is_the_take(): void
    {
        for ($seed = 1; $seed <= 20; $seed++) {
            $played = self::random($seed, null);
            $take = self::done(['take'], $played);
            $quantized = self::done(['take', 'quantize grid=1/8'], $played);

            self::assertNotSame(self::said($take), self::said($quantized));
            self::assertSame(
                self::said($take), self::said(self::done(['take', 'quantize grid=1/8', 'as-played'], $played)),
                "seed {$seed}",
            );
        }
    }

    public function test_replacing_touches_nothing_outside(): void
    {
        $song = self::song(notes: [0, 480, 1440, 1900, 1920, 2400]);
        $played = self::played([[0, self::ON, 60, 96], [250, self::OFF, 60, 0]], origin: 480, until: 1500);

        self::assertSame(
            ['0+240 72', '480+240 60', '1920+240 72', '2400+240 72'],
            self::said(self::done(['take mode=replace'], $played, $song)),
        );
    }

    public function test_a_clip_grows_over_what_was_played_later_and_before_it(): void
    {
        $song = self::song(clip: new Clip(1, 1, 1920, 1920), notes: [0]);
        $done = self::done(
            ['take'], self::played([[0, self::ON, 60, 96], [9000, self::OFF, 60, 0]], until: 9000), $song,
        );
        $clip = $done->settled()->song->clips[1];

        self::assertSame([0, 9600], [$clip->start, $clip->length]);
        self::assertSame(['0+8640 60', '1920+240 72'], self::said($done), 'what was there stays where it sounds');
    }

    /** @return iterable<string, array{list<array<int, int|float>>, string}> */
    public static function summaries(): iterable
    {
        $beats = static fn (int $count, float $late): array => array_merge(
            ...array_map(
                static fn (int $k): array => [[$k * 500 + $late, self::ON, 60, 96], [$k * 500 + 300, self::OFF, 60, 0]],
                range(0, $count - 1),
            ),
        );

        yield 'late' => [$beats(8, 11), '8 notes in 2 bars, 11 ms late on average, 1/4 fits'];
        yield 'early, in the first bar' => [$beats(4, 0), '4 notes in 1 bar, on the lines on average, 1/4 fits'];
        yield 'one' => [
            [[500, self::ON, 60, 96], [600, self::OFF, 60, 0]], '1 note in 1 bar, on the lines on average, 1/4 fits',
        ];
    }

    /** @param  list<array<int, int|float>>  $events */
    #[DataProvider('summaries')]
    public function test_it_says_what_it_was(array $events, string $said): void
    {
        self::assertSame($said, (string) self::done(['take'], self::played($events))->said);
    }

    public function test_the_tempo_of_what_was_played_without_a_click_is_guessed_for_a_song_without_notes(): void
    {
        $beats = static fn (int $count): array => array_merge(
            ...array_map(
                static fn (int $k): array => [[$k * 600, self::ON, 60, 96], [$k * 600 + 300, self::OFF, 60, 0]],
                range(0, $count - 1),
            ),
        );
        $done = self::done(['take tempo=guess'], self::played($beats(8)));

        self::assertSame(
            '8 notes in 2 bars, on the lines on average, 1/4 fits, sounds like 100 BPM, 100 % sure, which the song has '
                .'now',
            (string) $done->said,
        );
        self::assertSame(range(0, 7 * 480, 480), OpenSong::of($done->settled()->song, [1], 1)->notes->start);

        $kept = self::done(['take tempo=guess'], self::played($beats(8)), self::song(notes: [0]));
        self::assertStringEndsWith(', sounds like 100 BPM, 100 % sure', (string) $kept->said);
        self::assertSame(
            120.0, round(60_000_000 / $kept->settled()->song->conductor->tempo->stretches[0]['tempo'], 1),
            'a song with notes keeps its own',
        );

        self::assertStringEndsWith(
            'too few moments to tell a tempo', (string) self::done(['take tempo=guess'], self::played($beats(2)))->said,
        );
        $loose = [
            [0, self::ON, 60, 9], [130, self::ON, 61, 9], [410, self::ON, 62, 9], [980, self::ON, 63, 9],
            [1190, self::ON, 64, 9], [1870, self::ON, 65, 9], [2020, self::ON, 66, 9], [2790, self::ON, 67, 9],
        ];
        self::assertStringEndsNotWith(
            'which the song has now', (string) self::done(['take tempo=guess'], self::played($loose))->said,
            'nor does one that nothing is sure about',
        );
    }

    public function test_without_anything_played_nothing_changes(): void
    {
        self::assertSame(
            'Nothing was played in that time, so nothing changed.',
            (string) self::done(['take'], self::played([]))->said,
        );

        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage('Nothing was played. Play on a keyboard first');
        self::done(['take'], null);
    }

    /** @param  array{float|int, float|int}|null  $loop */
    #[TestWith([480.4, null, '480+240 60'], 'a playhead that stopped between two ticks')]
    #[TestWith([479.6, null, '480+240 60'])]
    #[TestWith([0.2, [0, 1920], '0+240 60'])]
    #[TestWith([1919.7, [0, 1920], '0+239 60 -1'], 'just before the loop ends')]
    #[TestWith([960, [0.3, 1919.8], '960+240 60'])]
    public function test_what_was_played_is_never_refused_for_where_it_began(
        float|int $origin, ?array $loop, string $note,
    ): void {
        $played = [
            'origin' => $origin, 'loop' => $loop, 'until' => 900,
            'events' => [[0, self::ON, 60, 96], [250, self::OFF, 60, 0]],
        ];

        self::assertSame([$note], self::said(self::done(['take'], $played)));
    }

    #[TestWith([null, 'it takes origin'])]
    #[TestWith([['origin' => -1], 'origin takes a tick'])]
    #[TestWith([['origin' => 0, 'loop' => [5, 5], 'until' => 0, 'events' => []], 'A range runs'])]
    #[TestWith([['origin' => 9, 'loop' => [0, 9], 'until' => 0, 'events' => []], 'loop takes two ticks'])]
    #[TestWith([['origin' => 0, 'loop' => null, 'until' => 'now', 'events' => []], 'until takes milliseconds'])]
    #[TestWith([
        ['origin' => 0, 'loop' => null, 'until' => 0, 'events' => [[0, 60]]], 'an event takes its milliseconds',
    ])]
    #[TestWith([
        ['origin' => 0, 'loop' => null, 'until' => 0, 'events' => [['x', 144, 60, 96]]],
        'an event takes its milliseconds',
    ])]
    #[TestWith([
        ['origin' => 0, 'loop' => null, 'until' => 0, 'events' => [[0, 144, 128, 96]]], 'a message takes a status',
    ])]
    #[TestWith([
        ['origin' => 0, 'loop' => null, 'until' => 0, 'events' => [[0, 0xF8, 0, 0]]], 'a message takes a status',
    ])]
    #[TestWith([['origin' => 0, 'loop' => null, 'until' => 0, 'events' => 'none'], 'events takes at most 100,000'])]
    public function test_what_cannot_have_been_played_is_refused(mixed $value, string $said): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage($said);

        Played::fromArray($value);
    }

    /** @return array<string, mixed> two rounds of two bars, a note on each bar */
    private static function layers(): array
    {
        $note = static fn (int $bar, int $pitch): array => [
            [2000 * $bar, self::ON, $pitch, 96], [2000 * $bar + 250, self::OFF, $pitch, 0],
        ];

        return self::played(
            [...$note(0, 60), ...$note(1, 64), ...$note(2, 62), ...$note(3, 65)], loop: [0, 3840], until: 7900,
        );
    }

    /**
     * @param  list<array<int, int|float>>  $events
     * @param  array{int, int}|null  $loop
     * @return array<string, mixed>
     */
    private static function played(array $events, int $origin = 0, ?array $loop = null, float $until = 4000): array
    {
        return ['origin' => $origin, 'loop' => $loop, 'until' => $until, 'events' => $events];
    }

    /**
     * @param  array{int, int}|null  $loop
     * @return array<string, mixed> some notes over 8 s, some struck just before a bar line, some held over it
     */
    private static function random(int $seed, ?array $loop): array
    {
        $random = new Randomizer(new Mt19937($seed));
        $events = [];
        for ($pitch = 40; $pitch < 60; $pitch++) {
            $on = $random->getInt(-200, 7900);
            array_push(
                $events, [$on, self::ON, $pitch, $random->getInt(1, 127)],
                [$on + $random->getInt(1, 900), self::OFF, $pitch, 0],
            );
        }

        return self::played($events, loop: $loop, until: 8000);
    }

    /**
     * @param  list<ConductorEvent>|null  $conductor
     * @param  list<int>  $notes  where notes of 240 ticks on C5 lie in the clip
     */
    private static function song(?array $conductor = null, array $notes = [], ?Clip $clip = null): Song
    {
        return Song::of(
            Conductor::of(self::PPQ, $conductor ?? [ConductorEvent::ofTempo(0, 120)]), [new Track(1, 0, 'Keys')],
            [$clip ?? new Clip(1, 1, 0, 3840)],
            [
                1 => ClipContent::ofNotes(Notes::fromRows(array_map(
                    static fn (int $start): array => ['start' => $start, 'length' => 240, 'pitch' => 72], $notes,
                ))),
            ],
            count($notes) + 1,
        );
    }

    /**
     * @param  non-empty-list<string>  $lines
     * @param  array<string, mixed>|null  $played
     * @param  array{int, int}|null  $range
     */
    private static function done(array $lines, ?array $played, ?Song $song = null, ?array $range = [480, 960]): State
    {
        $open = OpenSong::of($song ?? self::song(), [1], 1);
        $conductor = $open->song->conductor;
        $context = new Context(
            new Timeline($conductor->meters, $conductor->tempo, Grid::parse('1/16')),
            range: $range === null ? null : TickRange::of(...$range),
            played: $played === null ? null : Played::fromArray($played),
        );

        return Script::read($lines, Catalog::standard())->apply($open, Selection::none(), $context->in($open));
    }

    /** @return list<string> “480+240 60 -38”: start, length, pitch, and how many ticks before that it was played */
    private static function said(State $done): array
    {
        $notes = OpenSong::of($done->settled()->song, [1], 1)->notes;

        return array_map(
            static fn (int $i): string => trim(
                "{$notes->start[$i]}+{$notes->length[$i]} {$notes->pitch[$i]} "
                    .($notes->playedStart[$i] === 0 ? '' : $notes->playedStart[$i]),
            ),
            array_keys($notes->id),
        );
    }
}

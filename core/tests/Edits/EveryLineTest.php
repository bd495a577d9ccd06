<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Closure;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Played;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Context\Pointer;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Score\HarmonySheet;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\SongChange;
use Jactonic\Core\Tests\Support\OddSongs;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TempoMap;
use Jactonic\Core\Time\TickRange;
use Jactonic\Core\Time\Timeline;
use PHPUnit\Framework\TestCase;

/**
 * What holds for every line of the catalog on every song, however empty: with some notes selected, all, or none; on
 * notes, and on clips.
 */
final class EveryLineTest extends TestCase
{
    /** Lines that stand under no other law, or do more to a song than to notes. */
    private const LINES = [
        'chords-fill', 'paste', 'paste at=same', 'copy-to track=2', 'copy-to track=2 keep=off',
        'copy-to track=Bass pitch=C2', 'take', 'take layer=on', 'take mode=replace round=1', 'technique to=short',
        'technique to=2', 'curve of=loudness from=20 to=90',
        'curve-copy', 'curve-remove', 'layer-pick', 'track name=Bells', 'track transpose=notes', 'track mute=toggle',
        'track-new', 'track-copy', 'track-copy transpose=12', 'track-move by=1', 'track-delete',
        'technique-map to=bellows', 'row pitch=D2 name=Boom',
        'row-names to="D2 Snare"', 'clip name=Verse', 'clip loop=1bar', 'clip loop=notes', 'clip loop=off',
        'clip mute=on', 'clip length=1beat', 'clip-new', 'clip-new at=0 of=2', 'clip-split',
        'clip-split at=range-start', 'clip-join', 'clip-trim', 'clip-trim to=notes', 'clip-trim to=bars',
        'clip-trim to=range', 'clip-trim by=-1/4', 'clip-move', 'clip-move by=1bar copy=on', 'clip-move to=next',
        'clip-repeat', 'clip-copy', 'clip-copy cut=on', 'clip-paste', 'clip-paste at=same', 'clip-paste fill=on',
        'clip-delete', 'tempo to=90', 'tempo to=90 keep=seconds',
        'tempo-ramp to=160', 'tempo-ramp to=90 keep=seconds', 'meter to=7/8', 'meter to=3/4 at=0 keep=bars',
        'key to="D dorian"', 'marker name=Coda', 'chord-name name=Dm7', 'chord-names',
        'chord-names by=changes tracks=all', 'chord-names by=beats', 'conductor-remove what=tempo at=1920',
        'conductor-move at=960 to=0', 'time-open', 'time-open tracks=chosen', 'time-close', 'time-close tracks=chosen',
        'split at=600', 'delete', 'double degrees=1 within=chord', 'transpose degrees=1 within=chord',
        'open range=600..1000', 'close range=600..1000', 'mute state=on',
    ];

    /** @var array<string, array{OpenSong, State, Song}> */
    private static array $done = [];

    public static function tearDownAfterClass(): void
    {
        self::$done = [];
    }

    private const SELECTIONS = ['all', 'some', 'none'];

    /** @return list<string> */
    private static function lines(): array
    {
        $uses = array_merge(
            ...array_map(
                static fn (Declaration $edit): array => array_keys($edit->uses), Catalog::standard()->declarations(),
            ),
        );

        return array_values(array_unique([
            ...LawsTest::LINES, ...LawsTest::WHOLE_CLIP, ...LaneLawsTest::LINES, ...self::LINES, ...$uses,
        ]));
    }

    public function test_no_line_of_the_catalog_is_left_out(): void
    {
        $tried = array_map(static fn (string $line): string => explode(' ', $line)[0], self::lines());

        self::assertSame(
            [],
            array_values(array_diff(
                array_map(static fn (Declaration $edit): string => $edit->name, Catalog::standard()->declarations()),
                $tried,
            )),
        );
    }

    /**
     * Each line on each song, with another selection and on notes or clips in turn; refusals are left out.
     *
     * @return array<string, array{OpenSong, State, Song}> the song before, what was done, the song after
     */
    private static function done(): array
    {
        if (self::$done !== []) {
            return self::$done;
        }
        $turn = 0;
        foreach (OddSongs::all() as $name => $song) {
            $open = OpenSong::of($song, array_keys($song->clips), array_key_first($song->clips));
            foreach (self::lines() as $line) {
                foreach ($song->nextId < 150 ? [false, true] : [$turn % 2 === 0] as $onClips) {
                    $selection = self::SELECTIONS[$turn++ % 3];
                    $state = self::tried($open, $line, $selection, $onClips);
                    if ($state !== null) {
                        $tried = "{$line} on {$name}, {$selection} selected".($onClips ? ', its clips chosen' : '');
                        self::$done[$tried] = [$open, $state, $state->settled()->song];
                    }
                }
            }
        }

        return self::$done;
    }

    private static function tried(
        OpenSong $open, string $line, string $selection, bool $onClips, bool $hasRange = true,
    ): ?State {
        $all = [...$open->notes->id, ...$open->points->id];
        $selected = Selection::of(match ($selection) {
            'all' => $all,
            'some' => array_filter($all, static fn (int $id): bool => $id % 3 !== 0),
            default => [],
        });
        try {
            return Script::read([$line], Catalog::standard())->apply(
                $open, $selected,
                self::surroundings($onClips)->inRange($hasRange ? TickRange::of(600, 1500) : null)->in($open),
            );
        } catch (CoreError) {
            return null;
        }
    }

    private static function surroundings(bool $onClips): Context
    {
        $note = Notes::fromRows([['start' => 480, 'length' => 700, 'pitch' => 50]]);
        $points = Points::fromRows([
            ['start' => 500, 'kind' => 0xD, 'value' => 33, 'note' => 1], ['start' => 700, 'number' => 1, 'value' => 99],
        ]);
        $phrase = new Phrase($note, 480, TickRange::of(480, 960), points: $points);
        $played = Played::fromArray([
            'origin' => 0, 'loop' => null, 'until' => 900, 'events' => [[10, 0x90, 60, 90], [300, 0x80, 60, 0]],
        ]);

        return new Context(
            new Timeline(MeterMap::of(480), TempoMap::of(480), Grid::parse('1/16')), caret: new Caret(720, 62),
            playhead: 480, clipboard: $phrase,
            pointer: new Pointer(500, 64, false), played: $played, onClips: $onClips,
        );
    }

    public function test_a_line_gives_a_song_that_can_be_taken_back_or_a_sentence(): void
    {
        foreach (self::done() as $name => [$open, $state, $after]) {
            if (! str_contains($name, ' on song ') || str_contains($name, ' on song 1,')) {
                self::assertTrue(
                    SongChange::between($open->song, $state->change()->reversed()->applyTo($after))->isNothing(),
                    "{$name}: back as it was",
                );
            }
            self::assertMatchesRegularExpression('/\S/', (string) $state->said, $name);
        }
        self::assertGreaterThan(1_000, count(self::done()));
    }

    public function test_every_point_of_a_curve_lies_within_its_note_in_its_clip(): void
    {
        self::assertSame([], self::faults(static function (Song $before, Song $after): iterable {
            foreach ($after->contents as $clip => $content) {
                $notes = array_flip($content->notes->id);
                foreach (array_filter($content->points->note) as $i => $note) {
                    $k = $notes[$note] ?? null;
                    $at = $k === null ? 0 : $content->points->start[$i] - $content->notes->start[$k];
                    if ($k === null || $at < 0 || $at >= $content->notes->length[$k]) {
                        yield $k === null
                            ? "a point without its note in clip {$clip}"
                            : "a point at {$at} of a note of {$content->notes->length[$k]} in clip {$clip}";
                    }
                }
            }
        }));
    }

    public function test_nothing_is_put_where_it_can_neither_be_seen_nor_heard(): void
    {
        self::assertSame([], self::faults(static function (Song $before, Song $after): iterable {
            foreach ($after->contents as $id => $content) {
                $clip = $after->clips[$id];
                $was = $before->clips[$id] ?? null;
                if (
                    $was === null || $clip->loop === 0
                    || [$was->offset, $was->loop, $was->length] !== [$clip->offset, $clip->loop, $clip->length]
                ) {
                    continue;
                }
                $starts = array_combine($before->contentOf($id)->notes->id, $before->contentOf($id)->notes->start);
                $window = $clip->window();
                foreach ($content->notes->start as $i => $start) {
                    $before = $starts[$content->notes->id[$i]] ?? $window->from;
                    if ($window->has($before) && $before !== $start && ! $window->has($start)) {
                        yield "a note at {$start} in clip {$id}, seen from {$window->from} to {$window->to}";
                    }
                }
            }
        }));
    }

    public function test_two_points_of_a_lane_never_come_to_lie_on_one_tick(): void
    {
        self::assertSame([], self::faults(static function (Song $before, Song $after): iterable {
            foreach ($after->contents as $id => $content) {
                $places = [];
                foreach ($content->points->start as $i => $start) {
                    $place = implode(
                        ' ',
                        [
                            $start, $content->points->kind[$i], $content->points->number[$i],
                            $content->points->channel[$i], $content->points->note[$i],
                        ],
                    );
                    if (isset($places[$place])) {
                        yield "two points at {$place} in clip {$id}";
                    }
                    $places[$place] = true;
                }
            }
        }));
    }

    /**
     * @param  Closure(Song, Song): iterable<string>  $looked  finds what is wrong in a song after a line
     * @return array<string, string> the first one of each line
     */
    private static function faults(Closure $looked): array
    {
        $faults = [];
        foreach (self::done() as $name => [$open, , $after]) {
            foreach ($looked($open->song, $after) as $fault) {
                $faults[$name] = $fault;
                break;
            }
        }

        return $faults;
    }

    public function test_what_is_copied_is_read_again(): void
    {
        $copied = array_filter(
            self::done(),
            static fn (array $one): bool => $one[1]->clipboard !== null && $one[1]->clipboard->notes->id !== [],
        );
        foreach ($copied as $name => [, $state]) {
            $phrase = $state->clipboard;
            self::assertSame(
                $phrase?->notes->start, Phrase::fromJson((string) json_encode($phrase?->toArray()))->notes->start,
                $name,
            );
        }
        self::assertGreaterThan(20, count($copied));
    }

    public function test_a_song_of_a_few_notes_that_lasts_for_millions_of_bars_takes_no_room(): void
    {
        $song = OddSongs::vast();
        $open = OpenSong::of($song, [1], 1);
        memory_reset_peak_usage();
        foreach (self::lines() as $line) {
            foreach ([[false, true], [true, true], [false, false], [true, false]] as [$onClips, $hasRange]) {
                self::tried($open, $line, 'all', $onClips, $hasRange);
                self::assertLessThan(256, memory_get_peak_usage() / 1_048_576, "MiB for {$line}");
            }
        }
        $this->expectExceptionMessage('A sheet of chords has at most 5,000 bars, and this song has 67,108,865.');
        (new HarmonySheet($song->conductor, 'Vast', 268_435_460))->write();
    }
}

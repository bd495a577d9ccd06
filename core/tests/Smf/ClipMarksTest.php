<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Smf;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Smf\ClipMark;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Sounding;
use Jactonic\Core\Song\Track;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * An arrangement goes out as a file and comes in again as it was; what another program did to the file meanwhile is
 * kept.
 */
final class ClipMarksTest extends TestCase
{
    private const BAR = 1920;

    public function test_clips_come_in_again_with_their_borders_names_and_rounds(): void
    {
        $song = self::arrangement();
        $again = self::throughAFile($song);

        self::assertCount(2, SmfFile::of($song)->tracks, 'the conductor and one track');
        self::assertSame(
            [
                [0, self::BAR, 0, 'Intro: Ümläute / "quotes"'], [self::BAR, 2 * self::BAR, 960, 'Loop'],
                [5 * self::BAR, 480, 0, ''],
            ],
            self::clips($again),
            'the muted one is silent, and no part of the file',
        );
        self::assertSame(self::sounding($song), self::sounding($again));
        self::assertSame(2, $again->contentOf(2)->notes->count(), 'the round is there once');
        self::assertSame(SmfFile::of($song)->write(), SmfFile::of($again)->write());
    }

    public function test_arrangements_of_any_kind_sound_the_same_after_two_ways_through_a_file(): void
    {
        mt_srand(5);
        $kept = 0;
        for ($round = 0; $round < 150; $round++) {
            $song = self::random();
            $again = self::throughAFile($song);
            self::assertSame(self::sounding($song), self::sounding($again), "round {$round}");
            self::assertSame(
                self::sounding($song), self::sounding(self::throughAFile($again)), "round {$round}, twice",
            );
            if (! self::overlaps($song)) {
                self::assertSame(self::clips($song), self::clips($again), "round {$round}");
                $kept++;
            }
        }
        self::assertGreaterThan(30, $kept);
    }

    public function test_ten_ways_through_a_file_lose_no_track_no_clip_and_no_silence_at_the_end_of_one(): void
    {
        mt_srand(17);
        for ($round = 0; $round < 25; $round++) {
            $song = self::ofSeveralTracks();
            $again = $song;
            for ($way = 1; $way <= 10; $way++) {
                $again = self::throughAFile($again);
                self::assertSame(self::arranged($song), self::arranged($again), "round {$round}, way {$way}");
                self::assertSame(self::heard($song), self::heard($again), "round {$round}, way {$way}");
            }
        }
    }

    public function test_a_new_song_with_one_clip_longer_than_its_notes_keeps_its_length(): void
    {
        $song = Song::of(Conductor::of(480), [new Track(1, 0, 'Kalimba'), new Track(2, 1, 'Pad')], [
            new Clip(1, 1, 0, 8 * self::BAR), new Clip(2, 2, 0, self::BAR),
        ], [1 => ClipContent::ofNotes(Notes::fromRows([['start' => 0, 'length' => 240]]))], 40);

        $again = self::throughAFile(self::throughAFile(self::throughAFile($song)));

        self::assertSame(
            [8 * self::BAR, self::BAR],
            array_map(static fn (Clip $clip): int => $clip->length, array_values($again->clips)),
        );
        self::assertSame(
            ['Kalimba', 'Pad'],
            array_map(static fn (Track $track): string => $track->name, array_values($again->tracks)),
        );
    }

    public function test_a_track_with_one_plain_clip_goes_out_without_marks(): void
    {
        $file = new SmfFile(1, 480, [new SmfTrack(Notes::fromRows([['start' => 100, 'length' => 240]]), end: 500)]);

        self::assertSame($file->write(), SmfFile::of($file->song())->write());
    }

    public function test_notes_that_another_program_put_outside_of_all_clips_come_into_clips_of_their_own(): void
    {
        $changed = self::changed(
            static fn (array $rows): array => [
                ...$rows, ['start' => 4 * self::BAR + 10, 'length' => 100, 'pitch' => 40],
                ['start' => 9 * self::BAR, 'length' => 5 * self::BAR, 'pitch' => 41],
            ],
        );

        self::assertSame(
            [
                [0, self::BAR], [self::BAR, 2 * self::BAR], [4 * self::BAR, self::BAR], [5 * self::BAR, 480],
                [9 * self::BAR, 5 * self::BAR],
            ],
            array_map(static fn (array $clip): array => array_slice($clip, 0, 2), self::clips($changed)),
        );
    }

    public function test_a_note_that_another_program_made_longer_than_its_clip_makes_the_clip_longer(): void
    {
        $changed = self::changed(
            static fn (array $rows): array => array_map(
                static fn (array $row): array => ($row['start'] === 0 ? ['length' => 3000, 'pitch' => 40] : []) + $row,
                $rows,
            ),
        );

        self::assertSame([0, 3000, 0, 'Intro: Ümläute / "quotes"'], self::clips($changed)[0]);
    }

    public function test_a_loop_of_which_another_program_changed_a_round_loops_no_more(): void
    {
        $changed = self::changed(
            static fn (array $rows): array => array_map(
                static fn (array $row): array => [
                    'pitch' => $row['start'] === self::BAR + 960 ? 72 : $row['pitch'],
                ] + $row,
                $rows,
            ),
        );

        self::assertSame([self::BAR, 2 * self::BAR, 0, 'Loop'], self::clips($changed)[1]);
        self::assertSame(8, $changed->contentOf(2)->notes->count(), 'all rounds are notes now');
    }

    public function test_marks_count_in_the_resolution_they_name(): void
    {
        $mark = new ClipMark(480, 960, 240, 'Verse', 480);

        self::assertEquals(new ClipMark(960, 1920, 480, 'Verse', 960), ClipMark::read(960, $mark->write(480), 960));
    }

    #[DataProvider('unreadable')]
    public function test_what_is_no_mark_of_ours_stays_in_the_file_as_it_is(string $data): void
    {
        $event = "\xFF\x7F".chr(strlen($data)).$data;
        $file = new SmfFile(
            1, 480, [new SmfTrack(Notes::fromRows([['start' => 0, 'length' => 240]]), [0], [$event], 240)],
        );

        self::assertNull(ClipMark::read(0, $event, 480));
        self::assertSame([[0, self::BAR, 0, '']], self::clips($file->song()));
        self::assertSame($file->write(), SmfFile::of($file->song())->write());
    }

    /** @return iterable<string, array{string}> */
    public static function unreadable(): iterable
    {
        yield 'of another maker' => ["\x43abc"];
        yield 'nothing' => [''];
        yield 'no JSON' => ["\x7DJactonic clip {"];
        yield 'a list' => ["\x7DJactonic clip [1,2]"];
        yield 'without a length' => ["\x7DJactonic clip ".'{"ppq":480,"loop":0,"name":""}'];
        yield 'no length at all' => ["\x7DJactonic clip ".'{"ppq":480,"length":0,"loop":0,"name":""}'];
        yield 'of no resolution' => ["\x7DJactonic clip ".'{"ppq":0,"length":9,"loop":0,"name":""}'];
        yield 'endless' => ["\x7DJactonic clip ".'{"ppq":480,"length":99999999999999,"loop":0,"name":""}'];
        yield 'a loop before its start' => ["\x7DJactonic clip ".'{"ppq":480,"length":480,"loop":-1,"name":""}'];
        yield 'with words for numbers' => ["\x7DJactonic clip ".'{"ppq":480,"length":"long","loop":0,"name":""}'];
    }

    private static function arrangement(): Song
    {
        $notes = static fn (int $id): ClipContent => new ClipContent(
            Notes::fromRows([
                ['id' => $id, 'start' => 0, 'length' => 240],
                ['id' => $id + 1, 'start' => 480, 'length' => 480, 'pitch' => 64],
            ]),
            Points::fromRows([['id' => $id + 2, 'start' => 240, 'number' => 1, 'value' => 80]]),
        );

        return Song::of(Conductor::of(480), [new Track(1, 0, 'Kalimba')], [
            new Clip(1, 1, 0, self::BAR, name: 'Intro: Ümläute / "quotes"'),
            new Clip(2, 1, self::BAR, 2 * self::BAR, loop: 960, name: 'Loop'),
            new Clip(3, 1, 5 * self::BAR, 480, offset: 480),
            new Clip(4, 1, 7 * self::BAR, self::BAR, muted: true),
        ], [1 => $notes(1), 2 => $notes(11), 3 => $notes(21), 4 => $notes(31)], 40);
    }

    private static function random(): Song
    {
        $clips = $contents = [];
        $nextId = 1;
        foreach (range(1, mt_rand(1, 5)) as $id) {
            $rows = $points = [];
            for ($k = mt_rand(0, 8); $k > 0; $k--) {
                $rows[] = [
                    'id' => $nextId++, 'start' => 120 * mt_rand(0, 20), 'length' => 60 * mt_rand(1, 12),
                    'pitch' => 20 + $nextId % 100, 'velocity' => mt_rand(1, 127), 'channel' => mt_rand(0, 1),
                ];
                $points[] = [
                    'id' => $nextId++, 'start' => 120 * mt_rand(0, 20), 'number' => mt_rand(1, 3),
                    'value' => mt_rand(0, 127),
                ];
            }
            $contents[$id] = new ClipContent(Notes::fromRows($rows), Points::fromRows($points));
            $clips[] = new Clip(
                $id, 1, 480 * mt_rand(0, 30), 240 * mt_rand(1, 16), 120 * mt_rand(0, 3),
                [0, 0, 480, 720][mt_rand(0, 3)], ['', 'Verse'][mt_rand(0, 1)],
            );
        }

        return Song::of(Conductor::of(480), [new Track(1, 0, 'Kalimba')], $clips, $contents, $nextId);
    }

    /** Tracks with clips behind each other, without notes, without clips, and one that is not empty. */
    private static function ofSeveralTracks(): Song
    {
        $tracks = $clips = $contents = [];
        $nextId = 1;
        foreach (range(1, mt_rand(1, 4)) as $number) {
            $tracks[] = new Track($number, $number - 1, "Part {$number}");
            $at = 0;
            foreach (mt_rand(0, 4) === 0 && $clips !== [] ? [] : range(1, mt_rand(1, 3)) as $_) {
                $id = count($clips) + 1;
                $at += 480 * mt_rand(0, 3);
                $clip = new Clip(
                    $id, $number, $at, 480 * mt_rand(1, 12), 0, [0, 0, 960][mt_rand(0, 2)],
                    ['', 'Verse'][mt_rand(0, 1)],
                );
                $at = $clip->end();
                $rows = [];
                for ($k = [0, 0, 3, 6][mt_rand(0, 3)]; $k > 0; $k--) {
                    $start = 120 * mt_rand(0, intdiv($clip->loop ?: $clip->length, 120) - 1);
                    $rows[] = [
                        'id' => $nextId++, 'start' => $start,
                        'length' => min(($clip->loop ?: $clip->length) - $start, 60 * mt_rand(1, 6)),
                        'pitch' => 20 + $nextId % 100,
                    ];
                }
                [$clips[], $contents[$id]] = [$clip, ClipContent::ofNotes(Notes::fromRows($rows))];
            }
        }

        return Song::of(Conductor::of(480), $tracks, $clips, $contents, $nextId);
    }

    /** @return array<string, list<array{int, int, int, string}>> the clips of each track by its name */
    private static function arranged(Song $song): array
    {
        $arranged = [];
        foreach ($song->tracks as $track) {
            $arranged[$track->name] = self::clips($song, $track->id);
        }

        return $arranged;
    }

    /** @return array<string, list<string>> */
    private static function heard(Song $song): array
    {
        $heard = [];
        foreach ($song->tracks as $track) {
            $heard[$track->name] = self::sounding($song, $track->id);
        }

        return $heard;
    }

    private static function overlaps(Song $song): bool
    {
        $behind = 0;
        foreach ($song->clipsOf(1) as $clip) {
            if ($clip->start < $behind) {
                return true;
            }
            $behind = $clip->end();
        }

        return false;
    }

    private static function throughAFile(Song $song): Song
    {
        return SmfFile::read(SmfFile::of($song)->write())->song();
    }

    /**
     * @param  callable(list<array<string, int>>): list<array<string, int>>  $change  what another program does to the
     *     notes
     */
    private static function changed(callable $change): Song
    {
        $file = SmfFile::read(SmfFile::of(self::arrangement())->write());
        $track = $file->tracks[1];
        $rows = array_map($track->notes->row(...), array_keys($track->notes->id));
        $tracks = [
            $file->tracks[0],
            $track->withNotes(Notes::fromRows(array_map(
                static fn (array $row): array => ['id' => 0] + $row, $change($rows),
            ))),
        ];

        return SmfFile::read((new SmfFile(1, 480, $tracks))->write())->song();
    }

    /** @return list<array{int, int, int, string}> start, length, loop and name of each */
    private static function clips(Song $song, int $track = 1): array
    {
        return array_map(
            static fn (Clip $clip): array => [$clip->start, $clip->length, $clip->loop, $clip->name],
            $song->clipsOf($track),
        );
    }

    /** @return list<string> */
    private static function sounding(Song $song, int $track = 1): array
    {
        $content = Sounding::of($song, $song->tracks[$track]);
        $rows = [];
        foreach ($content->notes->start as $i => $start) {
            $rows[] = implode(
                ' ',
                [
                    $start, $content->notes->length[$i], $content->notes->pitch[$i], $content->notes->velocity[$i],
                    $content->notes->channel[$i],
                ],
            );
        }
        foreach ($content->points->start as $i => $start) {
            $rows[] = "point {$start} {$content->points->number[$i]} {$content->points->value[$i]}";
        }
        sort($rows);

        return $rows;
    }
}

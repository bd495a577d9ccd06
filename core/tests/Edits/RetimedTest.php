<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
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
use Jactonic\Core\Tests\Support\MusicTestCase;
use Jactonic\Core\Time\Bounds;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\Timeline;
use PHPUnit\Framework\Attributes\TestWith;

/** Another tempo or meter under notes that stay: where they sound, or in their bars. */
final class RetimedTest extends MusicTestCase
{
    private const BAR = 1920;

    #[TestWith(['tempo to=60 keep=seconds'])]
    #[TestWith(['tempo to=173.5 keep=seconds'])]
    #[TestWith(['tempo to=90 at=1000 keep=seconds'])]
    #[TestWith(['tempo to=300 at=5000 keep=seconds'])]
    public function test_under_another_tempo_every_note_sounds_at_its_second(string $line): void
    {
        $before = self::song();
        $after = self::done($line)->settled()->song;

        self::assertNotEquals($before->conductor, $after->conductor);
        foreach ([1, 2] as $track) {
            self::assertEqualsWithDelta(
                self::seconds($before, $track), self::seconds($after, $track), 1.5 / self::PPQ,
                "track {$track}, to the nearest tick",
            );
        }
        self::assertTrue(
            SongChange::between($before, self::done($line)->change()->reversed()->applyTo($after))->isNothing(),
            'back as it was',
        );
    }

    #[TestWith(['tempo to=60'])]
    #[TestWith(['meter to=3/4'])]
    public function test_else_notes_stay_at_their_ticks(string $line): void
    {
        self::assertEquals(self::song()->contents, self::done($line)->settled()->song->contents);
    }

    public function test_at_half_the_tempo_everything_has_half_the_ticks(): void
    {
        $song = self::done(
            'tempo to=60 keep=seconds',
            Conductor::of(
                self::PPQ, [ConductorEvent::ofTempo(0, 120), ConductorEvent::of(ConductorKind::Marker, 960, 'Verse')],
            ),
        )->settled()->song;

        self::assertSame(
            [[0, 960, 0, 0], [1920, 960, 240, 480]],
            array_map(
                static fn (Clip $clip): array => [$clip->start, $clip->length, $clip->offset, $clip->loop],
                [$song->clips[1], $song->clips[2]],
            ),
        );
        self::assertSame(
            [[5, 120, -5], [480, 240, 0]],
            array_map(
                null, $song->contentOf(1)->notes->start, $song->contentOf(1)->notes->length,
                $song->contentOf(1)->notes->playedStart,
            ),
        );
        self::assertSame([120, 240], $song->contentOf(2)->points->start);
        self::assertSame(480, $song->conductor->all(ConductorKind::Marker)[0]->tick);
    }

    public function test_in_longer_bars_every_bar_keeps_what_lies_in_it(): void
    {
        $song = self::done('meter to=5/4 keep=bars')->settled()->song;

        self::assertSame(
            [[0, 2400], [2 * 2400, 2400 - 480]],
            array_map(
                static fn (Clip $clip): array => [$clip->start, $clip->length], [$song->clips[1], $song->clips[2]],
            ),
            'the second one a bar of 7/8 still, as that comes two bars later',
        );
        self::assertSame(
            [[10, 240], [960, 480]],
            array_map(null, $song->contentOf(1)->notes->start, $song->contentOf(1)->notes->length),
        );
        self::assertSame(
            ['5/4 0', '7/8 4800'],
            array_map(
                static fn (ConductorEvent $event): string => "{$event->label()} {$event->tick}",
                $song->conductor->all(ConductorKind::Meter),
            ),
        );
        self::assertSame(
            [960],
            array_map(
                static fn (ConductorEvent $event): int => $event->tick, $song->conductor->all(ConductorKind::Marker),
            ),
        );
    }

    public function test_in_shorter_bars_a_note_that_has_no_room_lies_as_late_as_it_did(): void
    {
        $notes = Notes::fromRows([
            ['id' => 1, 'start' => 1440, 'length' => 240], ['id' => 2, 'start' => self::BAR, 'length' => 240],
        ]);
        $open = OpenSong::of(
            Song::of(
                Conductor::of(self::PPQ), [new Track(1, 0, 'Keys')], [new Clip(1, 1, 0, 2 * self::BAR)],
                [1 => ClipContent::ofNotes($notes)], 3,
            ),
            [1], 1,
        );
        $song = Script::read(['meter to=2/4 keep=bars'], Catalog::standard())->apply(
            $open, Selection::none(), self::surroundings($open),
        )->settled()->song;

        self::assertSame(
            [[960, 240], [1440, 240]],
            array_map(null, $song->contentOf(1)->notes->start, $song->contentOf(1)->notes->length),
        );
    }

    public function test_a_meter_from_the_middle_of_a_bar_on_leaves_the_rest_of_that_bar(): void
    {
        $notes = Notes::fromRows([
            ['id' => 1, 'start' => 1200, 'length' => 240], ['id' => 2, 'start' => self::BAR + 100, 'length' => 240],
        ]);
        $open = OpenSong::of(
            Song::of(
                Conductor::of(self::PPQ), [new Track(1, 0, 'Keys')], [new Clip(1, 1, 0, 2 * self::BAR)],
                [1 => ClipContent::ofNotes($notes)], 3,
            ),
            [1], 1,
        );
        $song = Script::read(
            ['meter to=3/4 at=960 keep=bars'], Catalog::standard(),
        )->apply($open, Selection::none(), self::surroundings($open))->settled()->song;

        self::assertSame([1200, 960 + 1440 + 100], $song->contentOf(1)->notes->start);
    }

    public function test_what_would_not_fit_into_a_song_any_more_is_refused(): void
    {
        $conductor = Conductor::of(self::PPQ, [ConductorEvent::ofTempo(0, 20)]);
        $this->expectExceptionObject(new EditRefused(
            'That would go past the end of what a song can hold; take a slower tempo, or keep bars.',
        ));

        self::done('tempo to=400 keep=seconds', $conductor, new Clip(3, 2, Bounds::LAST_TICK - 100, 50));
    }

    /** @return list<list<float>> when each note of a track begins and ends */
    private static function seconds(Song $song, int $track): array
    {
        $notes = Sounding::of($song, $song->tracks[$track])->notes;
        $tempo = $song->conductor->tempo;

        return array_map(
            static fn (int $start, int $length): array => [
                $tempo->secondsAt($start), $tempo->secondsAt($start + $length),
            ],
            $notes->start, $notes->length,
        );
    }

    /** Keys in a clip of a bar; a bass in one that loops half a bar and begins within its content, in the third bar. */
    private static function song(?Conductor $conductor = null, ?Clip $more = null): Song
    {
        $conductor ??= Conductor::of(self::PPQ, [
            ConductorEvent::ofTempo(0, 120), ConductorEvent::ofTempo(3 * self::BAR, 80),
            ConductorEvent::of(ConductorKind::Meter, 0, '4/4'),
            ConductorEvent::of(ConductorKind::Meter, 2 * self::BAR, '7/8'),
            ConductorEvent::of(ConductorKind::Marker, 960, 'Verse'),
        ]);

        return Song::of(
            $conductor, [new Track(1, 0, 'Keys'), new Track(2, 1, 'Bass')],
            array_values(array_filter([
                new Clip(1, 1, 0, self::BAR), new Clip(2, 2, 2 * self::BAR, self::BAR, 480, 960), $more,
            ])),
            [
                1 => ClipContent::ofNotes(Notes::fromRows([
                    ['id' => 1, 'start' => 10, 'length' => 240, 'playedStart' => -10],
                    ['id' => 2, 'start' => 960, 'length' => 480],
                ])),
                2 => new ClipContent(
                    Notes::fromRows([
                        ['id' => 3, 'start' => 480, 'length' => 240], ['id' => 4, 'start' => 960, 'length' => 120],
                    ]),
                    Points::fromRows([['id' => 5, 'start' => 240], ['id' => 6, 'start' => 480]]),
                ),
            ], 7,
        );
    }

    private static function done(string $line, ?Conductor $conductor = null, ?Clip $more = null): State
    {
        $open = OpenSong::of(self::song($conductor, $more), [1], 1);

        return Script::read([$line], Catalog::standard())->apply($open, Selection::none(), self::surroundings($open));
    }

    private static function surroundings(OpenSong $open): Context
    {
        $conductor = $open->song->conductor;

        return (new Context(new Timeline($conductor->meters, $conductor->tempo, Grid::parse('1/16'))))->in($open);
    }
}

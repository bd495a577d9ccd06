<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Song;

use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\Sketch;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Song\Voice;
use Jactonic\Core\Time\Meter;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What a new song begins with. */
final class SketchTest extends TestCase
{
    /** @return iterable<string, array{Sketch, string}> */
    public static function sketches(): iterable
    {
        yield 'empty' => [Sketch::Empty, 'Keys plucked 0'];
        yield 'keys, bass and drums' => [Sketch::KeysBassDrums, 'Keys plucked 0, Bass bass 1, Drums drums 9'];
        yield 'four parts' => [
            Sketch::FourParts, 'Melody plucked 0, Chords sustained 1, Counterpart plucked 2, Bass bass 3',
        ];
        yield 'drums' => [Sketch::Drums, 'Drums drums 9'];
    }

    #[DataProvider('sketches')]
    public function test_it_has_tracks_with_voices_and_channels_of_their_own(Sketch $sketch, string $expected): void
    {
        $song = $sketch->song(120, Meter::of(4, 4), null);

        self::assertSame(
            $expected,
            implode(
                ', ',
                array_map(
                    static fn (Track $track): string => "{$track->name} {$track->voice->value} {$track->channel}",
                    $song->tracks,
                ),
            ),
        );
        self::assertSame(implode(', ', array_column($song->tracks, 'name')), $sketch->about());
        self::assertNotSame('', $sketch->title());
    }

    #[DataProvider('sketches')]
    public function test_each_track_has_one_empty_clip_of_eight_bars_and_a_colour(Sketch $sketch): void
    {
        $song = $sketch->song(120, Meter::of(7, 8), null);

        foreach ($song->tracks as $track) {
            [$clip] = $song->clipsOf($track->id);
            self::assertSame([0, 8 * 7 * Sketch::PPQ / 2], [$clip->start, $clip->length]);
            self::assertSame([], $song->contentOf($clip->id)->notes->id);
            self::assertGreaterThan(0, $track->colour);
        }
    }

    public function test_it_takes_tempo_meter_and_key(): void
    {
        $conductor = Sketch::Empty->song(92, Meter::of(7, 8), Scale::parse('D dorian'))->conductor;

        self::assertSame(['92 BPM', '7/8', 'D dorian'], self::labels($conductor));
        self::assertSame(['120 BPM', '4/4'], self::labels(Sketch::Empty->song(120, Meter::of(4, 4), null)->conductor));
    }

    public function test_drums_and_no_others_lie_on_the_channel_of_drums(): void
    {
        foreach (Sketch::cases() as $sketch) {
            foreach ($sketch->song(120, Meter::of(4, 4), null)->tracks as $track) {
                self::assertSame($track->voice === Voice::Drums, $track->channel === Track::DRUM_CHANNEL);
            }
        }
    }

    /** @return list<string> */
    private static function labels(Conductor $conductor): array
    {
        return array_map(static fn (ConductorEvent $event): string => $event->label(), $conductor->events);
    }
}

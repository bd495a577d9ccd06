<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Song;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** The conductor is the one home of tempos, meters, keys and markers. */
final class ConductorTest extends TestCase
{
    public function test_without_events_it_is_four_four_at_120_without_a_key(): void
    {
        $conductor = Conductor::of(480);

        self::assertSame('4/4', (string) $conductor->meters->meterAt(0));
        self::assertSame(0.5, $conductor->tempo->secondsAt(480));
        self::assertNull($conductor->keyAt(0));
    }

    public function test_events_stand_in_order_of_time_and_at_one_tick_in_that_of_the_file(): void
    {
        $conductor = Conductor::of(480, [
            ConductorEvent::of(ConductorKind::Marker, 960, 'B', 0, 7),
            ConductorEvent::of(ConductorKind::Marker, 960, 'A', 0, 2), ConductorEvent::ofTempo(0, 92),
        ]);

        self::assertSame(
            ['92 BPM', 'A', 'B'],
            array_map(static fn (ConductorEvent $event): string => $event->label(), $conductor->events),
        );
    }

    #[TestWith([0, 'D dorian'])]
    #[TestWith([1919, 'D dorian'])]
    #[TestWith([1920, 'G minor'])]
    #[TestWith([99_999, 'G minor'])]
    public function test_a_key_holds_until_the_next_one_and_the_first_one_before_itself_too(
        int $tick,
        string $key,
    ): void {
        $conductor = Conductor::of(480, [
            ConductorEvent::of(ConductorKind::Key, 480, 'D dorian'),
            ConductorEvent::of(ConductorKind::Key, 1920, 'G minor'),
        ]);

        self::assertSame($key, (string) $conductor->keyAt($tick));
    }

    public function test_an_event_takes_the_place_of_the_one_of_its_kind_there_and_goes_out_where_that_did(): void
    {
        $conductor = Conductor::of(
            480, [ConductorEvent::of(ConductorKind::Marker, 960, 'Verse', 2, 5), ConductorEvent::ofTempo(960, 100)],
        )
            ->with(ConductorEvent::of(ConductorKind::Marker, 960, 'Chorus'));

        [$marker] = $conductor->at(ConductorKind::Marker, 960);
        self::assertSame(['Chorus', 2, 5], [$marker->value, $marker->home, $marker->rank]);
        self::assertCount(1, $conductor->at(ConductorKind::Tempo, 960));
    }

    public function test_all_tempos_go_along_in_proportion(): void
    {
        $conductor = Conductor::of(
            480, [ConductorEvent::ofTempo(0, 120), ConductorEvent::ofTempo(1920, 60)],
        )->scaledTo(90);

        self::assertSame(
            ['90 BPM', '45 BPM'],
            array_map(
                static fn (ConductorEvent $event): string => $event->label(), $conductor->all(ConductorKind::Tempo),
            ),
        );
        self::assertSame(
            '140 BPM', Conductor::of(480)->scaledTo(140)->events[0]->label(), 'a song without a tempo gets one',
        );
    }

    public function test_it_goes_to_rows_and_back_also_with_words_that_are_no_utf_8(): void
    {
        $conductor = Conductor::of(480, [
            ConductorEvent::ofTempo(0, 92), ConductorEvent::of(ConductorKind::Meter, 0, '7/8 12 8'),
            ConductorEvent::of(ConductorKind::Key, 0, 'Eb lydian'),
            ConductorEvent::of(ConductorKind::Marker, 480, "Br\xFCcke"),
        ]);
        $back = Conductor::fromRows(
            480, (array) json_decode(json_encode($conductor->toRows(), JSON_THROW_ON_ERROR), true),
        );

        self::assertTrue($back->equals($conductor));
        self::assertSame('Brücke', $back->events[3]->label());
        self::assertSame("Br\xFCcke", $back->events[3]->value, 'as bytes, as the file had them');
    }

    public function test_what_is_left_out_is_usual(): void
    {
        self::assertSame(
            '7/8 24 8', ConductorEvent::of(ConductorKind::Meter, 0, '7/8')->value,
            'a click a quarter, eight 32nds a quarter',
        );

        $event = ConductorEvent::fromRow(['marker', 480, 'A']);
        self::assertSame([0, ConductorEvent::LAST_RANK], [$event->home, $event->rank]);
    }

    #[TestWith([ConductorKind::Tempo, '0'])]
    #[TestWith([ConductorKind::Tempo, '16777216'])]
    #[TestWith([ConductorKind::Tempo, 'fast'])]
    #[TestWith([ConductorKind::Meter, '4/5'])]
    #[TestWith([ConductorKind::Meter, '0/4'])]
    #[TestWith([ConductorKind::Meter, 'waltz'])]
    #[TestWith([ConductorKind::Key, 'H dorian'])]
    public function test_what_is_no_value_of_its_kind_is_refused(ConductorKind $kind, string $value): void
    {
        $this->expectException(BadInput::class);

        ConductorEvent::of($kind, 0, $value);
    }

    #[TestWith([-1])]
    #[TestWith([0x7FFFFFF1])]
    public function test_a_tick_no_song_can_have_is_refused(int $tick): void
    {
        $this->expectException(BadInput::class);

        ConductorEvent::of(ConductorKind::Marker, $tick, 'Nowhere');
    }

    public function test_rows_that_are_none_are_refused(): void
    {
        $this->expectException(BadInput::class);

        Conductor::fromRows(480, [['tempo', 'zero', 5]]);
    }

    #[TestWith(['7/8', '7/8 24 8'])]
    #[TestWith(['7/8 12 9', '7/8 12 9'])]
    public function test_a_meter_keeps_the_clocks_of_its_file(string $said, string $value): void
    {
        self::assertSame($value, ConductorEvent::of(ConductorKind::Meter, 0, $said)->value);
    }
}

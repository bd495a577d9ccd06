<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Saying;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Saying\HowFar;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\TestWith;

/** What is told after a key: right for one and for many, for notes and points, and over a run of keys. */
final class SaidTest extends MusicTestCase
{
    /** @param  list<string>  $lines */
    #[TestWith([
        ['transpose semitones=1', 'transpose semitones=1', 'transpose semitones=1'], '2 notes up 3 semitones',
    ], '5 3 ↑')]
    #[TestWith([['transpose semitones=1', 'transpose semitones=-1'], '2 notes back as before'], 'up and down again')]
    #[TestWith([
        ['transpose semitones=1', 'transpose octaves=1'], '2 notes up 1 semitone; 2 notes up 1 octave',
    ], 'semitones are no octaves')]
    #[TestWith([
        ['nudge edge=end by=grid', 'nudge edge=end by=grid'], 'The ends of 2 notes moved 240 ticks (250 ms) later',
    ], 'W W')]
    #[TestWith([['nudge by=grid', 'nudge by=-grid'], '2 notes moved back as before'])]
    #[TestWith([['nudge by=grid', 'nudge by=-1/8'], '2 notes moved 120 ticks (125 ms) earlier'])]
    #[TestWith([['nudge by=1tk'], '2 notes moved 1 tick (1 ms) later'])]
    #[TestWith([['velocity add=8', 'velocity add=8'], '2 notes 16 louder'])]
    #[TestWith([['velocity add=8', 'velocity add=-10'], '2 notes 2 softer'])]
    #[TestWith([['velocity add=8', 'velocity add=-8'], '2 notes back as before'])]
    #[TestWith([
        ['velocity add=40', 'velocity add=1'],
        '2 notes louder, 2 stopped at the limit; Nothing changed: the velocities are at the limit already.',
    ])]
    #[TestWith([['stretch factor=2', 'stretch factor=2'], '2 notes made 2 times as slow, twice'])]
    #[TestWith([['stretch factor=2', 'stretch factor=2', 'stretch factor=2'], '2 notes made 2 times as slow, 3 times'])]
    #[TestWith([['quantize', 'transpose octaves=1'], '2 notes up 1 octave'], 'what lay on the grid is not told')]
    #[TestWith([
        ['grid value=1/4', 'quantize'], '2 notes quantized to 1/4, largest move 250 ms',
    ], 'the grid only prepares')]
    #[TestWith([['quantize grid=1/4', 'grid value=1/8'], '2 notes quantized to 1/4, largest move 250 ms'])]
    #[TestWith([
        ['humanize seed=1', 'humanize seed=2', 'humanize seed=3'],
        '2 notes humanized, largest move 5.2 ms, 3 times',
    ], 'what differs is told of the last')]
    #[TestWith([['grid value=1/8'], 'Done'])]
    #[TestWith([
        ['reverse', 'mute', 'velocity set=9', 'reverse'],
        '1 more before; 2 notes muted; 2 notes set to velocity 9; 2 notes reversed',
    ])]
    public function test_several_lines_are_told_as_one(array $lines, string $told): void
    {
        $notes = self::notes([240], [720]);
        $done = Script::read($lines, Catalog::standard())
            ->apply(OpenSong::ofNotes($notes, Conductor::of(self::PPQ)), Selection::all($notes), self::context());

        self::assertSame($told, (string) $done->said);
    }

    #[TestWith(['nudge by=1/16', 1, 1, '2 notes and points moved 120 ticks (125 ms) later'])]
    #[TestWith(['quantize grid=1/4', 1, 0, '1 note quantized to 1/4, largest move 94 ms'])]
    #[TestWith(['quantize grid=1/4', 0, 1, '1 point quantized to 1/4, largest move 94 ms'])]
    #[TestWith(['quantize grid=1/4', 1, 1, '2 notes and points quantized to 1/4, largest move 94 ms'])]
    #[TestWith(['quantize grid=1/32', 0, 2, '1 point quantized to 1/32, 1 was already there, largest move 31 ms'])]
    #[TestWith([
        'quantize grid=1/32', 2, 2, '2 notes and points quantized to 1/32, 2 were already there, largest move 31 ms',
    ])]
    #[TestWith(['quantize grid=1/64', 1, 1, 'All 2 notes and points are on 1/64 already.'])]
    #[TestWith(['delete', 0, 2, '2 points deleted'])]
    #[TestWith(['reverse', 1, 0, 'Nothing reversed: the notes lie the same both ways.'])]
    #[TestWith(['nudge edge=start by=-1tk', 0, 1, 'The start of 1 point moved 1 tick (1 ms) earlier'])]
    #[TestWith(['repeat times=2 every=1bar round=none', 0, 2, '2 points repeated 2 times, up to 3.2.60'])]
    #[TestWith(['align to=caret', 0, 1, '1 point moved to begin at 1.1.0'])]
    #[TestWith(['stretch factor=2', 0, 1, '1 point made 2 times as slow'])]
    #[TestWith([
        'transpose octaves=1', 0, 1,
        'Points alone are selected, and transpose is for notes, so nothing changed. Select notes first.',
    ])]
    #[TestWith(['transpose octaves=1', 0, 0, 'Nothing is selected, so nothing changed. Select notes first.'])]
    public function test_notes_and_points_are_called_what_they_are(
        string $line, int $notes, int $points, string $told,
    ): void {
        $table = self::notes([90], [480]);
        $context = self::context()->holding(Points::fromRows([
            ['id' => 11, 'start' => 90, 'number' => 11, 'value' => 40],
            ['id' => 12, 'start' => 480, 'number' => 11, 'value' => 50],
        ]));
        $selected = Selection::of([...array_slice($table->id, 0, $notes), ...array_slice([11, 12], 0, $points)]);

        self::assertSame($told, (string) Catalog::standard()->read($line)->apply($table, $selected, $context)->said);
    }

    public function test_every_thing_has_a_word_for_one_and_for_many(): void
    {
        self::assertSame(
            '1 note or point, 2 notes and points', Noun::NoteOrPoint->counted(1).', '.Noun::NoteOrPoint->counted(2),
        );
        self::assertSame(
            '1 touch, 2 touches, 0 touches', implode(', ', array_map(Noun::Touch->counted(...), [1, 2, 0])),
        );
        self::assertSame('Clip, 3 clips', Noun::Clip->named(1).', '.Noun::Clip->named(3));
        foreach (Noun::cases() as $noun) {
            self::assertStringStartsWith("1 {$noun->value}", $noun->counted(1));
            self::assertNotSame($noun->counted(1), '1 '.$noun->many(), $noun->name);
        }
    }

    public function test_what_was_said_is_stored_and_goes_on_from_there(): void
    {
        $said = Said::did(3, Noun::Note, 'moved', HowFar::ticks(120, 62.5))->with('one detail', '', 'another');
        /**
         * @var array{
         *     subject: string, done: string, by: array{string, int, list<string>, float|int}|null,
         *     details: list<string>, times: int, earlier: list<string>, isAside: bool, didNothing: bool,
         * } $stored
         */
        $stored = json_decode((string) json_encode($said->toArray()), true);

        self::assertSame(
            '3 notes moved 120 ticks (63 ms) later, one detail, another', (string) Said::fromArray($stored),
        );
        self::assertSame(
            '3 notes moved 240 ticks (125 ms) later',
            (string) Said::fromArray($stored)->then(Said::did(3, Noun::Note, 'moved', HowFar::ticks(120, 62.5))),
        );
        self::assertSame(
            '“Walk”: 3 notes moved 120 ticks (63 ms) later, one detail, another', (string) $said->in('Walk'),
        );
    }

    public function test_where_nothing_was_chosen_that_is_why_nothing_was_done(): void
    {
        $none = Said::preparedNothing('No note meets pitch=1.');

        self::assertSame('No note meets pitch=1.', (string) $none->then(Said::nothing('Nothing is selected.')));
        self::assertSame('Marker', (string) $none->then(Said::that('Marker')));
    }

    public function test_where_nothing_was_done_the_last_reason_is_told(): void
    {
        $nothing = Said::nothing('Nothing moved.');

        self::assertSame('No chord.', (string) $nothing->then(Said::nothing('No chord.')));
        self::assertSame('Nothing moved.', (string) $nothing->then(Said::aside('Grid 1/8')));
        self::assertSame('2 bars', (string) Said::each(Noun::Bar, [[0, 'cut'], [0, 'kept']])->with('', '2 bars'));
        self::assertSame('“Walk”: Nothing moved.', (string) $nothing->in('Walk')->then(Said::aside('Grid')));
    }
}

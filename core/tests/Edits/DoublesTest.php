<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\TestWith;

/** Notes that come onto others of their pitch: what becomes one, what stays, and what is said of it. */
final class DoublesTest extends MusicTestCase
{
    public function test_doubled_notes_become_one_whether_or_not_a_note_lay_outside_of_the_key(): void
    {
        foreach ([[60, 60], [60, 60, 61]] as $pitches) {
            $change = self::change(
                'inkey', self::notes(...array_map(static fn (int $pitch): array => [0, 100, $pitch], $pitches)),
                self::context(key: 'C major'),
            );
            self::assertStringContainsString('taken out that doubled another', (string) $change->said);
        }
    }

    #[TestWith(['insert at=0 pitch=C4', 'onto a note that is there already'])]
    #[TestWith(['chord at=0 pitch=C4', '1 note onto others that are there already'])]
    #[TestWith(['paste at=0', 'onto a note that is there already'])]
    #[TestWith(['insert at=0 pitch=D4', 'added at 1.1.0'])]
    public function test_what_is_put_onto_a_note_says_so(string $line, string $said): void
    {
        $notes = self::notes([0, 100, 60]);
        $change = self::change($line, $notes, self::context()->withClipboard(new Phrase($notes, self::PPQ)));

        self::assertStringContainsString($said, (string) $change->said);
    }

    public function test_a_copy_goes_along_the_chord_that_is_named(): void
    {
        $context = self::context()->in(
            OpenSong::ofNotes(
                $notes = self::notes([0, 100, 60], [1920, 100, 60]),
                Conductor::of(self::PPQ, [
                    ConductorEvent::of(ConductorKind::Chord, 0, 'C'),
                    ConductorEvent::of(ConductorKind::Chord, 1920, 'Am'),
                ]),
            ),
        );

        self::assertSame([60, 64, 60, 64], self::edit('double degrees=1 within=chord', $notes, $context)->pitch);
        self::assertSame([60, 67, 60, 69], self::edit('double degrees=2 within=chord', $notes, $context)->pitch);
    }

    public function test_only_notes_of_one_channel_that_both_sound_are_made_one(): void
    {
        $notes = Notes::fromRows([
            ['start' => 0, 'pitch' => 60, 'length' => 200],
            ['start' => 0, 'pitch' => 60, 'length' => 300, 'channel' => 1],
            ['start' => 0, 'pitch' => 60, 'length' => 400, 'muted' => 1],
            ['start' => 0, 'pitch' => 60, 'length' => 100],
        ]);
        foreach (['tidy', 'untangle', 'repitch to=60'] as $line) {
            self::assertSame([1, 2, 3], self::edit($line, $notes)->id, $line);
        }
        self::assertStringContainsString(
            '1 note taken out that doubled another', (string) self::change('repitch to=61', $notes)->said,
        );
    }

    #[TestWith(['inkey', [60, 61], 1])]
    #[TestWith(['transpose degrees=1', [60, 61], 1])]
    /** @param  list<int>  $pitches */
    public function test_notes_that_meet_in_the_key_become_one_and_are_counted(
        string $line, array $pitches, int $left,
    ): void {
        $change = self::change(
            $line, self::notes(...array_map(static fn (int $pitch): array => [0, 120, $pitch], $pitches)),
            self::context(key: 'C major'),
        );

        self::assertSame($left, 2 - $change->notes->removed->count());
        self::assertStringContainsString('1 note taken out that doubled another', (string) $change->said);
    }

    public function test_a_fifth_and_an_octave_are_the_same_in_every_scale(): void
    {
        foreach (['C major', 'C blues', 'C whole tone', 'C minor pentatonic'] as $key) {
            self::assertSame(
                [60, 67, 72],
                self::values('pitch', self::edit('harmony shape=power', self::notes([0]), self::context(key: $key))),
                $key,
            );
        }
    }

    public function test_tidy_looks_through_the_part_unless_what_is_selected_is_doubled(): void
    {
        $notes = self::notes([0, 200, 60], [0, 100, 60], [480, 200, 62], [480, 100, 62], [960]);

        self::assertSame([0, 480, 960], self::edit('tidy', $notes, selected: [5])->start, 'no selected one is doubled');
        self::assertSame([0, 480, 480, 960], self::edit('tidy', $notes, selected: [1, 2])->start);
        self::assertSame([1, 3, 4, 5], self::edit('tidy', $notes, selected: [2])->id, 'with one that is not selected');
    }
}

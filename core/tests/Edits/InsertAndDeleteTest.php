<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

final class InsertAndDeleteTest extends MusicTestCase
{
    /** @return array<string, array{string, list<int>, string}> */
    public static function velocities(): array
    {
        return [
            'louder' => ['velocity add=10', [74, 11, 127], '2 notes 10 louder, 1 stopped at the limit'],
            'softer' => ['velocity add=-10', [54, 1, 110], '2 notes 10 softer, 1 stopped at the limit'],
            'set' => ['velocity set=100', [100, 100, 100], '3 notes set to velocity 100'],
            'scaled, halves away from zero' => [
                'velocity scale=50', [32, 1, 60], '3 notes scaled to 50 % of the velocity',
            ],
            'scaled to nothing' => [
                'velocity scale=0', [1, 1, 1], '3 notes scaled to 0 % of the velocity, 3 stopped at the limit',
            ],
        ];
    }

    /** @param  list<int>  $after */
    #[DataProvider('velocities')]
    public function test_it_changes_velocities_within_1_to_127(string $line, array $after, string $summary): void
    {
        $notes = self::notes([0, 10, 60, 64], [10, 10, 60, 1], [20, 10, 60, 120]);

        self::assertSame($after, self::values('velocity', self::edit($line, $notes)));
        self::assertSame($summary, (string) self::change($line, $notes)->said);
    }

    /** @return array<string, array{string, array{int, int, int, int}}> */
    public static function inserts(): array
    {
        return [
            'at the caret, one grid step long' => ['insert', [960, 120, 62, 96]],
            'at a tick with all said' => ['insert at=480 pitch=C3 length=1/4 velocity=50', [480, 480, 48, 50]],
            'at a position' => ['insert at=2.3.10 pitch=72', [2890, 120, 72, 96]],
        ];
    }

    /** @param  array{int, int, int, int}  $expected */
    #[DataProvider('inserts')]
    public function test_it_adds_one_note_and_selects_it(string $line, array $expected): void
    {
        $notes = self::notes([0]);
        $change = self::change($line, $notes, self::context(caret: new Caret(960, 62)), []);
        $added = $change->notes->added;

        self::assertSame($expected, [$added->start[0], $added->length[0], $added->pitch[0], $added->velocity[0]]);
        self::assertSame($added->id, $change->selection->ids);
        self::assertSame([0, 0], [$added->playedStart[0], $added->playedEnd[0]], 'it was played where it is');
    }

    public function test_duplicates_lie_on_the_same_place_and_are_selected(): void
    {
        $notes = self::edit('quantize', self::notes([10, 100, 60, 80], [130, 50, 64, 90]));
        $change = self::change('duplicate', $notes);
        $copies = $change->notes->added;

        self::assertSame([3, 4], $change->selection->ids);
        self::assertSame(
            [$notes->start, $notes->length, $notes->pitch, $notes->velocity, $notes->playedStart],
            [$copies->start, $copies->length, $copies->pitch, $copies->velocity, $copies->playedStart],
        );
    }

    public function test_deleting_takes_out_what_is_selected_and_nothing_else(): void
    {
        $change = self::change('delete', self::notes([0], [10], [20]), selected: [1, 3]);

        self::assertSame([2], $change->applyTo(self::notes([0], [10], [20]))->id);
        self::assertTrue($change->selection->isEmpty());
        self::assertSame('2 notes deleted', (string) $change->said);
    }

    #[TestWith(['mute state=on', [1, 1]])]
    #[TestWith(['mute state=off', [0, 0]])]
    #[TestWith(['mute', [1, 0]], 'each the other way')]
    public function test_it_mutes(string $line, array $expected): void
    {
        $notes = Notes::fromRows([['start' => 0, 'muted' => 0], ['start' => 10, 'muted' => 1]]);

        self::assertSame($expected, self::edit($line, $notes)->muted);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Content;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\TestWith;

final class ChangeTest extends MusicTestCase
{
    /**
     * Each row of lines is run one by one and as one composed change; both must agree, and both must be undone.
     *
     * @param  list<string>  $lines
     */
    #[TestWith([['transpose semitones=1', 'nudge']])]
    #[TestWith([['nudge', 'velocity add=5', 'nudge by=-grid']])]
    #[TestWith([['duplicate', 'nudge', 'delete']])]
    #[TestWith([['nudge', 'delete']])]
    #[TestWith([['insert at=5 pitch=64', 'transpose octaves=1', 'duplicate', 'mute']])]
    #[TestWith([['quantize', 'untangle', 'legato']])]
    public function test_changes_in_a_row_compose_into_one(array $lines): void
    {
        $notes = self::notes([10, 300, 60], [130, 80, 64], [131, 90, 67]);
        $edited = $notes;
        $selection = Selection::of([1, 2]);
        $whole = null;
        foreach ($lines as $line) {
            $change = self::change($line, $edited, selected: $selection->ids);
            $edited = $change->applyTo($edited);
            $selection = $change->selection;
            $whole = $whole?->then($change) ?? $change;
        }

        self::assertTrue($whole->applyTo($notes)->equals($edited));
        self::assertTrue($whole->notes->reversed()->applyTo($edited)->equals($notes));
    }

    public function test_a_note_taken_out_and_brought_back_otherwise_is_a_changed_note(): void
    {
        $notes = self::notes([10, 100, 60]);
        $out = self::change('delete', $notes);
        $back = $out->then(Change::of($out->notes->reversed(), Selection::of([1]), $out->said));

        self::assertTrue($back->applyTo($notes)->equals($notes));
        self::assertTrue($back->onlyChangesValues());
    }

    public function test_an_id_is_never_given_twice(): void
    {
        $notes = self::notes([0], [10]);
        $less = self::edit('delete', $notes, selected: [2]);

        self::assertSame([3], self::change('insert', $less)->notes->added->id);
    }

    public function test_notes_stand_in_order_of_start_pitch_and_id_whatever_order_they_came_in(): void
    {
        $notes = Notes::of([
            'id' => [7, 3, 5, 1], 'start' => [10, 10, 0, 10], 'pitch' => [60, 60, 70, 50], 'length' => [1, 1, 1, 1],
        ]);

        self::assertSame([5, 1, 3, 7], $notes->id);
        self::assertSame([3], $notes->at([2])->id);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Content;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\History\Step;
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
        self::assertTrue($whole->inverse(Selection::none(), '')->applyTo($edited)->equals($notes));
    }

    public function test_a_note_taken_out_and_brought_back_otherwise_is_a_changed_note(): void
    {
        $notes = self::notes([10, 100, 60]);
        $out = self::change('delete', $notes);
        $back = $out->then($out->inverse(Selection::of([1]), ''));

        self::assertTrue($back->applyTo($notes)->equals($notes));
        self::assertTrue($back->onlyChangesValues());
    }

    public function test_an_id_is_never_given_twice(): void
    {
        $notes = self::notes([0], [10]);
        $less = self::edit('delete', $notes, selected: [2]);

        self::assertSame([3], self::change('insert', $less)->added->id);
    }

    public function test_notes_stand_in_order_of_start_pitch_and_id_whatever_order_they_came_in(): void
    {
        $notes = Notes::of(['id' => [7, 3, 5, 1], 'start' => [10, 10, 0, 10], 'pitch' => [60, 60, 70, 50], 'length' => [1, 1, 1, 1]]);

        self::assertSame([5, 1, 3, 7], $notes->id);
        self::assertSame([3], $notes->at([2])->id);
    }

    /** @return iterable<string, array{string, int, list<int>, bool}> line, ms after the first, selection, joins */
    public static function repeats(): iterable
    {
        yield 'a quick repeat' => ['nudge', 800, [1, 2], true];
        yield 'the selection in another order' => ['nudge', 10, [2, 1], true];
        yield 'too late' => ['nudge', 801, [1, 2], false];
        yield 'another edit' => ['nudge by=-grid', 10, [1, 2], false];
        yield 'other notes' => ['nudge', 10, [1], false];
    }

    /** @param  list<int>  $selected */
    #[\PHPUnit\Framework\Attributes\DataProvider('repeats')]
    public function test_quick_repeats_of_one_edit_on_one_selection_are_one_step(string $line, int $later, array $selected, bool $joins): void
    {
        $notes = self::notes([0], [240]);
        $first = new Step(['nudge'], Selection::all($notes), self::change('nudge', $notes), 1000);
        $moved = $first->change->applyTo($notes);
        $second = new Step([$line], Selection::of($selected), self::change($line, $moved, selected: $selected), 1000 + $later);

        self::assertSame($joins, $first->isRepeatedBy($second));
        if ($joins) {
            $step = $first->joinedWith($second);
            self::assertSame('nudge × 2', $step->title());
            self::assertSame([240, 480], $step->change->applyTo($notes)->start);
            self::assertTrue($step->undo()->applyTo($step->change->applyTo($notes))->equals($notes));
        }
    }
}

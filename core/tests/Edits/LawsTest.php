<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Edits\Catalog;
use Jactonic\Core\Edits\Context;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Packing\PackedChange;
use Jactonic\Core\Packing\PackedNotes;
use Jactonic\Core\Tests\Support\RandomClips;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What holds for every edit on every clip. */
final class LawsTest extends TestCase
{
    private const CLIPS = 60;

    private const LINES = [
        'quantize', 'quantize what=both', 'quantize what=length', 'quantize what=end strength=70', 'quantize chords=together', 'quantize reach=60 slack=5ms',
        'quantize from=now strength=50', 'as-played', 'as-played what=end', 'nudge', 'nudge by=-1bar', 'nudge by=7ms', 'nudge by=-1beat edge=start', 'nudge by=-2s', 'nudge edge=end by=-1/4',
        'transpose semitones=5', 'transpose degrees=-3', 'transpose octaves=2', 'length', 'length scale=37', 'velocity add=40', 'velocity scale=55',
        'legato', 'legato by=pitch gap=3tk', 'legato scope=clip long=keep last=keep', 'untangle', 'untangle by=pitch', 'untangle scope=clip',
        'insert', 'duplicate', 'delete', 'mute',
    ];

    /** @return iterable<string, array{string, Notes, Selection, Context}> */
    public static function everything(): iterable
    {
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, $selection, $context]) {
            foreach (self::LINES as $line) {
                yield "{$line} on {$name}" => [$line, $notes, $selection, $context];
            }
        }
    }

    public function test_a_change_and_its_inverse_give_back_exactly_the_same_notes_and_nothing_leaves_its_range(): void
    {
        foreach (self::everything() as $name => [$line, $notes, $selection, $context]) {
            try {
                $change = Catalog::standard()->read($line)->apply($notes, $selection, $context);
            } catch (EditRefused) {
                continue;
            }
            $edited = $change->applyTo($notes);
            $this->assertValid($edited, $name);
            self::assertTrue($change->inverse($selection, '')->applyTo($edited)->equals($notes), "{$name}: the inverse");
            self::assertTrue($change->then($change->inverse($selection, ''))->applyTo($notes)->equals($notes), "{$name}: there and back in one");

            $stored = PackedChange::unpack(PackedChange::pack($change));
            self::assertTrue($stored->applyTo($notes)->equals($edited), "{$name}: stored");
            self::assertTrue(PackedNotes::unpack(PackedNotes::pack($edited))->equals($edited), "{$name}: notes stored");
        }
    }

    public function test_notes_that_are_not_selected_are_never_changed(): void
    {
        foreach (self::everything() as $name => [$line, $notes, $selection, $context]) {
            try {
                $edited = Catalog::standard()->read($line)->apply($notes, $selection, $context)->applyTo($notes);
            } catch (EditRefused) {
                continue;
            }
            $place = array_flip($edited->id);
            foreach (array_diff($notes->id, $selection->ids) as $i => $id) {
                self::assertSame($notes->row($i), $edited->row($place[$id]), $name);
            }
        }
    }

    public function test_the_order_of_the_selection_never_matters(): void
    {
        foreach (self::everything() as $name => [$line, $notes, $selection, $context]) {
            $results = [];
            foreach ([$selection, Selection::of(array_reverse($selection->ids))] as $order) {
                try {
                    $results[] = Catalog::standard()->read($line)->apply($notes, $order, $context)->applyTo($notes)->columns();
                } catch (EditRefused $refused) {
                    $results[] = $refused->getMessage();
                }
            }
            self::assertSame($results[0], $results[1], $name);
        }
    }

    /** @return iterable<string, array{string}> */
    public static function settling(): iterable
    {
        foreach (['quantize', 'quantize what=both', 'quantize what=length', 'quantize strength=60', 'quantize chords=together', 'quantize reach=40', 'as-played', 'untangle', 'untangle by=pitch', 'legato last=keep', 'length', 'velocity set=90'] as $line) {
            yield $line => [$line];
        }
    }

    #[DataProvider('settling')]
    public function test_doing_it_twice_is_doing_it_once(string $line): void
    {
        $edit = Catalog::standard()->read($line);
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, $selection, $context]) {
            $once = $edit->apply($notes, $selection, $context)->applyTo($notes);
            self::assertTrue($edit->apply($once, $selection, $context)->applyTo($once)->equals($once), $name);
        }
    }

    public function test_as_played_restores_the_take_after_any_number_of_quantizes(): void
    {
        $catalog = Catalog::standard();
        $lines = ['quantize grid=1/4', 'quantize what=both swing=80', 'quantize what=end grid=1/8', 'quantize what=length', 'quantize from=now strength=30', 'quantize chords=together', 'legato', 'as-played'];
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, $selection, $context]) {
            $edited = $notes;
            foreach ($lines as $line) {
                $edited = $catalog->read($line)->apply($edited, $selection, $context)->applyTo($edited);
            }
            self::assertTrue($edited->equals($notes), $name);
        }
    }

    public function test_what_changes_nothing_changes_nothing(): void
    {
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, $selection, $context]) {
            foreach (['velocity scale=100', 'velocity add=0', 'length scale=100', 'transpose semitones=0', 'nudge by=0tk', 'quantize strength=0'] as $line) {
                self::assertTrue(Catalog::standard()->read($line)->apply($notes, $selection, $context)->isNothing(), "{$line} on {$name}");
            }
        }
    }

    public function test_legato_leaves_no_gap_and_no_overlap_inside_the_selection(): void
    {
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, $selection, $context]) {
            $edited = Catalog::standard()->read('legato spread=0tk')->apply($notes, $selection, $context)->applyTo($notes);
            $places = $selection->positions($edited);
            foreach ($places as $k => $i) {
                foreach (array_slice($places, $k + 1) as $later) {
                    if ($edited->start[$later] > $edited->start[$i]) {
                        self::assertSame($edited->start[$later], $edited->start[$i] + $edited->length[$i], $name);
                        break;
                    }
                }
            }
        }
    }

    private function assertValid(Notes $notes, string $name): void
    {
        $ranges = ['start' => [0, Notes::LAST_TICK], 'length' => [1, Notes::LAST_TICK], 'pitch' => [0, 127], 'velocity' => [1, 127], 'release' => [0, 127], 'channel' => [0, 15], 'muted' => [0, 1]];
        foreach ($ranges as $column => [$min, $max]) {
            foreach ($notes->columns()[$column] as $value) {
                self::assertTrue($value >= $min && $value <= $max, "{$name}: {$column} {$value}");
            }
        }
        $sorted = $notes->columns();
        array_multisort($sorted['start'], $sorted['pitch'], $sorted['id']);
        self::assertSame($sorted['id'], $notes->id, "{$name}: the order of the notes");
        self::assertSame($notes->id, array_values(array_unique($notes->id)), "{$name}: ids are there once");
    }
}

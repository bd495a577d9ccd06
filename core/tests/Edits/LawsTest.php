<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Packing\PackedChange;
use Jactonic\Core\Content\Packing\PackedTable;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Tests\Support\RandomClips;
use Jactonic\Core\Time\Bounds;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What holds for every edit on every clip. */
final class LawsTest extends TestCase
{
    private const CLIPS = 24;

    public const LINES = [
        'quantize', 'quantize what=both', 'quantize what=length', 'quantize what=end strength=70',
        'quantize chords=together', 'quantize reach=60 slack=5ms',
        'quantize from=now strength=50', 'as-played', 'as-played what=end', 'nudge', 'nudge by=-1bar', 'nudge by=7ms',
        'nudge by=-1beat edge=start', 'nudge by=-2s', 'nudge edge=end by=-1/4',
        'transpose semitones=5', 'transpose degrees=-3', 'transpose octaves=2', 'length', 'length scale=37',
        'velocity add=40', 'velocity scale=55',
        'legato', 'legato by=pitch gap=3tk', 'legato scope=clip long=keep last=keep', 'untangle', 'untangle by=pitch',
        'block', 'block tones=lowest', 'arpeggio', 'arpeggio order=down-up octaves=2 pattern=x.3- gate=70',
        'untangle scope=clip',
        'align', 'align to=range-start', 'humanize', 'humanize time=40ms length=30 lean=-70 chords=together', 'stretch',
        'stretch factor=2/3', 'stretch factor=0.37 anchor=caret',
        'reverse', 'rotate', 'rotate by=-3beat', 'strum', 'strum time=1/16 direction=down ends=move',
        'double octaves=-1', 'double degrees=2', 'repitch', 'inkey', 'inkey prefer=up', 'invert',
        'invert about=highest key=on', 'revoice', 'revoice move=down', 'harmony', 'harmony shape=power key=off',
        'widen factor=1/2', 'widen factor=3/2 about=highest key=off',
        'trim', 'trim edge=start at=playhead', 'detach', 'detach keep=1 scope=clip', 'fit', 'fit min=1/8 max=1/4',
        'ramp', 'ramp from=120 to=10 mode=scale curve=-60', 'squeeze', 'squeeze amount=-80 toward=64',
        'limit min=40 max=90', 'accent', 'smooth', 'course at="0:10 4000:127"', 'course at="480:200 1920:0" mode=scale',
        'wave', 'wave shape=saw period=1beat phase=30', 'ramp lane=release', 'velocity set=0 lane=release',
        'insert', 'chord shape=min9', 'split', 'split at=playhead keep=longer', 'steps',
        'steps parts=7 curve=80 ramp=20', 'join', 'join gap=1/4',
        'repeat', 'repeat times=3 span=selection round=bar', 'repeat until=40000 every=1bar', 'repeat round=none',
        'duplicate', 'delete', 'mute', 'group', 'ungroup', 'copy', 'cut', 'tidy shorter=1/16 doubles=off',
    ];

    /** Lines that say of themselves that they touch what is not selected, or that need the range. */
    public const WHOLE_CLIP = ['fill', 'open', 'close', 'cut range=on', 'copy range=on'];

    /** What needs more than notes that are selected, and where its laws stand. */
    private const HAVE_LAWS_OF_THEIR_OWN = [
        'chords-fill' => 'needs names of chords: ChordEditsTest',
        'paste' => 'needs a clipboard: BuildingTest, NoteCurvesTest',
        'copy-to' => 'needs another track: CopyToTest',
        'take' => 'needs what was played: TakeTest',
        'technique' => 'needs techniques of the track: TechniquesTest',
        'curve' => 'changes points within notes alone: NoteCurvesTest',
        'curve-copy' => 'changes points within notes alone: NoteCurvesTest',
        'curve-remove' => 'changes points within notes alone: NoteCurvesTest',
        'clip-paste' => 'needs clips on the clipboard: ChosenClipsTest',
    ];

    /** Those of points alone: `LaneLawsTest::LINES`. */
    private const STAND_UNDER_THE_LAWS_OF_LANES = [
        'point', 'fill-level', 'thin', 'sample', 'pedal-join', 'pedal-to-notes', 'pedal-clean',
    ];

    /** What takes notes along leaves them as they are. */
    private const CHANGE_NOTHING = ['copy', 'copy range=on'];

    /** @return iterable<string, array{string, Notes, Selection, Context}> */
    public static function everything(): iterable
    {
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, $selection, $context]) {
            foreach ([...self::LINES, ...self::WHOLE_CLIP] as $line) {
                yield "{$line} on {$name}" => [$line, $notes, $selection, $context];
            }
        }
    }

    public function test_a_change_and_its_inverse_give_back_exactly_the_same_notes_and_nothing_leaves_its_range(): void
    {
        $tried = [];
        foreach (self::everything() as $name => [$line, $notes, $selection, $context]) {
            try {
                $change = Catalog::standard()->read($line)->apply($notes, $selection, $context);
            } catch (EditRefused) {
                continue;
            }
            $edited = $change->applyTo($notes);
            $tried[$line] = ($tried[$line] ?? 0) + ($change->notes->isNothing() ? 0 : 1);
            $this->assertValid($edited, $name);
            self::assertTrue($change->notes->reversed()->applyTo($edited)->equals($notes), "{$name}: the inverse");
            self::assertTrue(
                $change->notes->followedBy($change->notes->reversed())->applyTo($notes)->equals($notes),
                "{$name}: there and back in one",
            );

            $stored = PackedChange::unpack(PackedChange::pack($change->notes), Notes::class);
            self::assertTrue($stored->applyTo($notes)->equals($edited), "{$name}: stored");
            self::assertTrue(PackedTable::notes(PackedTable::pack($edited))->equals($edited), "{$name}: notes stored");
        }
        self::assertSame(
            self::CHANGE_NOTHING,
            array_keys(array_filter($tried, static fn (int $changes): bool => $changes < self::CLIPS / 4)),
            'every other line changed something on many clips',
        );
    }

    public function test_every_edit_of_notes_stands_under_the_laws(): void
    {
        $tried = array_map(
            static fn (string $line): string => explode(' ', $line)[0], [...self::LINES, ...self::WHOLE_CLIP],
        );
        $ofNotes = array_filter(
            Catalog::standard()->declarations(),
            static fn (Declaration $edit): bool => in_array(
                $edit->subject, [Subject::Selection, Subject::SelectionOrRange, Subject::Levels, Subject::Anywhere],
                true,
            ),
        );
        $names = array_map(static fn (Declaration $edit): string => $edit->name, $ofNotes);

        self::assertSame(
            array_keys(self::HAVE_LAWS_OF_THEIR_OWN),
            array_values(array_diff($names, $tried, self::STAND_UNDER_THE_LAWS_OF_LANES)),
            'add a line of the new edit to LINES in this test',
        );
    }

    public function test_notes_that_are_not_selected_are_never_changed(): void
    {
        foreach (self::everything() as $name => [$line, $notes, $selection, $context]) {
            if (in_array($line, self::WHOLE_CLIP, true)) {
                continue;
            }
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
                    $results[] = Catalog::standard()->read($line)->apply($notes, $order, $context)->applyTo($notes)
                        ->columns();
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
        foreach (
            [
                'quantize',
                'quantize what=both',
                'quantize what=length',
                'quantize strength=60',
                'quantize chords=together',
                'quantize reach=40',
                'as-played',
                'untangle',
                'untangle by=pitch',
                'legato last=keep',
                'length',
                'velocity set=90',
                'align',
                'inkey',
                'fit min=1/16 max=1/4',
                'limit max=80',
                'accent',
                'repitch',
                'tidy shorter=1/16 doubles=off',
                'ungroup',
                'trim',
                'join',
                'steps',
                'ramp',
            ] as $line
        ) {
            yield $line => [$line];
        }
    }

    #[DataProvider('settling')]
    public function test_doing_it_twice_is_doing_it_once(string $line): void
    {
        $edit = Catalog::standard()->read($line);
        $tried = 0;
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, $selection, $context]) {
            $once = $edit->apply($notes, $selection, $context)->applyTo($notes);
            $tried += $once->equals($notes) ? 0 : 1;
            self::assertTrue($edit->apply($once, $selection, $context)->applyTo($once)->equals($once), $name);
        }
        self::assertGreaterThan(self::CLIPS / 4, $tried, 'many clips were changed');
    }

    public function test_as_played_restores_the_take_after_any_number_of_quantizes(): void
    {
        $catalog = Catalog::standard();
        $lines = [
            'quantize grid=1/4', 'quantize what=both swing=80', 'quantize what=end grid=1/8', 'quantize what=length',
            'quantize from=now strength=30', 'quantize chords=together', 'legato', 'as-played',
        ];
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, $selection, $context]) {
            $take = $edited = $catalog->read('as-played')->apply($notes, $selection, $context)->applyTo($notes);
            foreach ($lines as $line) {
                $edited = $catalog->read($line)->apply($edited, $selection, $context)->applyTo($edited);
            }
            self::assertTrue($edited->equals($take), $name);
        }
    }

    public function test_what_changes_nothing_changes_nothing(): void
    {
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, $selection, $context]) {
            foreach (
                [
                    'velocity scale=100',
                    'velocity add=0',
                    'length scale=100',
                    'transpose semitones=0',
                    'nudge by=0tk',
                    'quantize from=now strength=0',
                    'squeeze amount=0',
                    'stretch factor=1',
                    'rotate by=0tk',
                    'smooth amount=0',
                    'humanize time=0ms velocity=0',
                    'limit',
                    'fit min=1tk',
                    'tidy shorter=0tk doubles=off',
                    'copy',
                ] as $line
            ) {
                self::assertTrue(
                    Catalog::standard()->read($line)->apply($notes, $selection, $context)->isNothing(),
                    "{$line} on {$name}",
                );
            }
        }
    }

    public function test_legato_leaves_no_gap_and_no_overlap_inside_the_selection(): void
    {
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, $selection, $context]) {
            $edited = Catalog::standard()->read('legato spread=0tk hold=off')->apply($notes, $selection, $context)
                ->applyTo($notes);
            $places = $selection->positions($edited);
            foreach ($places as $k => $i) {
                foreach (array_slice($places, $k + 1) as $later) {
                    if ($edited->start[$later] > $edited->start[$i] && $edited->clip[$later] === $edited->clip[$i]) {
                        self::assertSame($edited->start[$later], $edited->start[$i] + $edited->length[$i], $name);
                        break;
                    }
                }
            }
        }
    }

    /** @return iterable<string, array{string}> */
    public static function mirrors(): iterable
    {
        foreach (['reverse', 'invert', 'invert about=60', 'mute'] as $line) {
            yield $line => [$line];
        }
    }

    #[DataProvider('mirrors')]
    public function test_a_mirror_twice_restores(string $line): void
    {
        $edit = Catalog::standard()->read($line);
        $tried = 0;
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, $selection, $context]) {
            try {
                $once = $edit->apply($notes, $selection, $context)->applyTo($notes);
            } catch (EditRefused) {
                continue;
            }
            $tried++;
            self::assertTrue($edit->apply($once, $selection, $context)->applyTo($once)->equals($notes), $name);
        }
        self::assertGreaterThan(self::CLIPS / 4, $tried, 'few were refused');
    }

    public function test_an_inversion_within_the_key_twice_restores_the_notes_of_the_key(): void
    {
        $catalog = Catalog::standard();
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, $selection, $context]) {
            $inKey = $catalog->read('inkey')->apply($notes, $selection, $context)->applyTo($notes);
            $edited = $inKey;
            foreach ([1, 2] as $_) {
                $edited = $catalog->read('invert about=D4 key=on')->apply($edited, $selection, $context)
                    ->applyTo($edited);
            }
            self::assertTrue($edited->equals($inKey), $name);
        }
    }

    public function test_steps_then_join_restores_the_length_and_the_take(): void
    {
        $catalog = Catalog::standard();
        foreach (['steps', 'steps parts=5', 'steps parts=16 curve=-90', 'steps grid=1/128'] as $line) {
            foreach (RandomClips::some(self::CLIPS) as $name => [$notes, , $context]) {
                // Untangled by pitch first: where notes of one pitch overlap, joining rightly makes fewer of them.
                $apart = $catalog->read('nudge edge=end by=-2tk')->apply(
                    $notes, Selection::all($notes), $context,
                )->applyTo($notes);
                $apart = $catalog->read('untangle by=pitch')->apply(
                    $apart, Selection::all($apart), $context,
                )->applyTo($apart);
                foreach ($apart->id as $i => $id) {
                    $cut = $catalog->read($line)->apply($apart, Selection::of([$id]), $context);
                    $pieces = $cut->applyTo($apart);
                    $joined = $catalog->read('join')->apply($pieces, $cut->selection, $context)->applyTo($pieces);
                    self::assertTrue($joined->equals($apart), "{$line} on note {$i} of {$name}");
                }
            }
        }
    }

    public function test_repeats_begin_on_lines_and_keep_the_feel(): void
    {
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, $selection, $context]) {
            $change = Catalog::standard()->read('repeat times=5 span=selection')->apply($notes, $selection, $context);
            $places = $selection->positions($notes);
            $lines = $context->time->gridLines()->numbers();
            $early = intdiv($context->time->ppq(), 16);
            $first = $notes->start[$places[0]];
            $end = max(array_map(static fn (int $i): int => $notes->start[$i] + $notes->length[$i], $places));
            $copied = $change->notes->added->rows();
            ksort($copied);
            $span = null;
            foreach (array_chunk(array_column($copied, 'start'), count($places)) as $k => $copy) {
                foreach ($places as $n => $i) {
                    $line = $lines->line($lines->nearest($notes->start[$i]));
                    // The line each copy lies by, from its feel: its distance from the line of the original.
                    $number = $lines->nearest($copy[$n] - $notes->start[$i] + $line);
                    $span ??= $number - $lines->nearest($notes->start[$i]);
                    self::assertSame(
                        $lines->line($number), $copy[$n] - $notes->start[$i] + $line,
                        "note {$n} of copy {$k} on {$name} keeps its distance from a line",
                    );
                    self::assertSame(
                        ($k + 1) * $span, $number - $lines->nearest($notes->start[$i]),
                        "note {$n} of copy {$k} on {$name}",
                    );
                }
            }
            self::assertGreaterThanOrEqual(
                $end - $early, $lines->line($lines->before($first + $early) + (int) $span),
                "{$name}: no copy falls into the phrase",
            );
        }
    }

    public function test_the_same_seed_gives_the_same_take_and_another_seed_another(): void
    {
        $catalog = Catalog::standard();
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, $selection, $context]) {
            $take = static fn (int $seed): Notes => $catalog->read(
                "humanize time=1/8 seed={$seed}",
            )->apply($notes, $selection, $context)->applyTo($notes);
            self::assertTrue($take(7)->equals($take(7)), $name);
            if (count($selection->ids) > 3) {
                self::assertFalse($take(7)->equals($take(8)), $name);
            }
        }
    }

    public function test_opening_a_gap_and_closing_it_leaves_what_sounds_where_it_was(): void
    {
        $catalog = Catalog::standard();
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, $selection, $context]) {
            $edited = $notes;
            foreach (['open', 'close'] as $line) {
                $edited = $catalog->read($line)->apply($edited, $selection, $context)->applyTo($edited);
            }
            self::assertSame($this->sounding($notes), $this->sounding($edited), $name);
        }
    }

    public function test_what_is_cut_from_the_range_and_pasted_at_the_same_place_sounds_as_before(): void
    {
        $catalog = Catalog::standard();
        foreach (RandomClips::some(self::CLIPS) as $name => [$notes, , $context]) {
            try {
                $cut = $catalog->read('cut range=on')->apply($notes, Selection::none(), $context);
            } catch (EditRefused) {
                continue;
            }
            $without = $cut->applyTo($notes);
            $pasted = $catalog->read('paste at=same')->apply(
                $without, Selection::none(), $context->withClipboard($cut->clipboard),
            )->applyTo($without);
            self::assertSame($this->sounding($notes), $this->sounding($pasted), $name);
        }
    }

    /**
     * At which ticks how many notes of a pitch sound, whatever pieces they are made of.
     *
     * @return array<int, int> how the count changes, by pitch and tick
     */
    private function sounding(Notes $notes): array
    {
        $changes = [];
        foreach ($notes->start as $i => $start) {
            foreach ([[$start, 1], [$start + $notes->length[$i], -1]] as [$tick, $change]) {
                $key = $notes->pitch[$i] << 32 | $tick;
                $changes[$key] = ($changes[$key] ?? 0) + $change;
            }
        }
        $changes = array_filter($changes);
        ksort($changes);

        return $changes;
    }

    private function assertValid(Notes $notes, string $name): void
    {
        $ranges = [
            'start' => [0, Bounds::LAST_TICK], 'length' => [1, Bounds::LAST_TICK], 'pitch' => [0, 127],
            'velocity' => [1, 127], 'release' => [0, 127], 'channel' => [0, 15], 'muted' => [0, 1],
        ];
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

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Conditions;

use Jactonic\Core\Conditions\Selecting;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Context\OpenClips;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

/**
 * A phrase of three bars: a strummed triad, a soft note, a pushed fifth over the bar line, a note by another technique,
 * and one more of each.
 */
final class SelectingTest extends MusicTestCase
{
    /**
     * @return array<string, array{
     *     string, list<int>, list<int>,
     * }> what, the ids selected before, the ids selected then
     */
    public static function selections(): array
    {
        return [
            'all' => ['all', [], [1, 2, 3, 4, 5, 6, 7, 8]],
            'none' => ['none', [1, 2], []],
            'the others' => ['invert', [1, 2, 3, 4], [5, 6, 7, 8]],
            'the pitches that are selected' => ['pitch', [1], [1, 4, 7]],
            'what sounds in the range' => ['range', [], [4, 5, 6]],
            'from the caret on' => ['from-here', [], [5, 6, 7, 8]],
            'before the caret' => ['before', [], [1, 2, 3, 4]],
            'in the bars of the selection, a push being of the bar it opens' => ['bars', [5], [5, 6, 7]],
            'on the same line of every bar, as near as it was played' => ['place', [1], [1, 2, 3, 5, 6, 8]],
            'as long, within a 128th' => ['length', [4], [4, 7, 8]],
            'about as loud' => ['velocity', [4], [4, 8]],
            'by the same technique' => ['technique', [7], [7, 8]],
            'by none' => ['technique', [1], [1, 2, 3, 4, 5, 6]],
            'the whole of a strummed chord' => ['chord', [2], [1, 2, 3]],
            'of several chords' => ['chord', [3, 6], [1, 2, 3, 5, 6]],
            'more: first the chord that is not whole' => ['chord-more', [2], [1, 2, 3]],
            'more: then the next chord' => ['chord-more', [1, 2, 3], [1, 2, 3, 4]],
            'more: a chord, not a note' => ['chord-more', [4], [4, 5, 6]],
            'more where nothing is: the first chord from the caret on' => ['chord-more', [], [5, 6]],
            'less: without the last chord' => ['chord-less', [1, 2, 3, 4, 5], [1, 2, 3, 4]],
            'less: what is left of the first chord stays as it is' => ['chord-less', [2, 4], [2]],
            'bars: first the bar that is not whole' => ['bar-more', [4], [1, 2, 3, 4]],
            'bars: then the next one' => ['bar-more', [1, 2, 3, 4], [1, 2, 3, 4, 5, 6, 7]],
            'bars: an empty one is passed over' => ['bar-more', [5, 6, 7], [5, 6, 7, 8]],
            'a bar less' => ['bar-less', [3, 4, 6, 7], [3, 4]],
        ];
    }

    /**
     * @param  list<int>  $before
     * @param  list<int>  $expected
     */
    #[DataProvider('selections')]
    public function test_it_selects_by_what_is_selected(string $what, array $before, array $expected): void
    {
        $ids = Selecting::read($what)->among(self::phrase(), Selection::of($before), self::here())->ids;
        sort($ids);

        self::assertSame($expected, $ids);
    }

    public function test_every_way_to_select_has_an_example_here(): void
    {
        $tried = array_column(self::selections(), 0);

        self::assertSame(['track'], array_values(array_diff(array_column(Selecting::cases(), 'value'), $tried)));
    }

    public function test_it_goes_along_the_tracks_of_the_selection_alone(): void
    {
        $notes = Notes::fromRows([
            ['start' => 0, 'length' => 120, 'clip' => 1],
            ['start' => 0, 'length' => 120, 'clip' => 2, 'technique' => 1],
            ['start' => 480, 'length' => 120, 'clip' => 2, 'technique' => 1],
            ['start' => 960, 'length' => 120, 'clip' => 1, 'technique' => 1],
            ['start' => 1920, 'length' => 120, 'clip' => 3],
        ]);
        $among = static fn (string $what, array $selected): array => Selecting::read($what)
            ->among(
                $notes, Selection::of(array_filter($selected, is_int(...))),
                self::context()->among(OpenClips::of([1 => 10, 2 => 20, 3 => 10], 1)),
            )->ids;

        self::assertSame([1, 4], $among('chord-more', [1]));
        self::assertSame([1, 4, 5], $among('bar-more', [1, 4]));
        self::assertSame([1, 2, 4, 5], $among('chord-more', [1, 2, 4]));
        self::assertSame(
            [1, 2], $among('chord-less', [1, 2, 3]), 'chords of two tracks that begin together go together',
        );
        self::assertSame([2, 3], $among('technique', [2]));
        self::assertSame([1, 4, 5], $among('track', [4]));
        self::assertSame([1, 4, 5], $among('track', []));
    }

    #[TestWith(['velocity', [], 'Select notes first'])]
    #[TestWith(['chord-less', [], 'takes their last chord out'])]
    #[TestWith(['chord-less', [1, 2, 3], 'One chord is selected'])]
    #[TestWith(['bar-less', [1, 4], 'One bar is selected'])]
    #[TestWith(['chord-more', [8], 'no later chord'])]
    #[TestWith(['bar-more', [8], 'no later bar'])]
    public function test_it_says_why_it_cannot(string $what, array $selected, string $message): void
    {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($message);

        Selecting::read($what)->among(
            self::phrase(), Selection::of(array_filter($selected, is_int(...))), self::here(),
        );
    }

    public function test_the_range_is_needed_for_what_lies_in_it(): void
    {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage('select what=range needs a range');

        Selecting::Range->among(self::phrase(), Selection::none(), self::context());
    }

    public function test_what_there_is_not_is_refused_with_what_there_is(): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage('bar-less, not “everything”');

        Selecting::read('everything');
    }

    private static function phrase(): Notes
    {
        return Notes::fromRows([
            ['start' => 0, 'length' => 400, 'pitch' => 60, 'velocity' => 90],
            ['start' => 12, 'length' => 400, 'pitch' => 64, 'velocity' => 90],
            ['start' => 20, 'length' => 400, 'pitch' => 67, 'velocity' => 90],
            ['start' => 960, 'length' => 240, 'pitch' => 60, 'velocity' => 40],
            ['start' => 1900, 'length' => 400, 'pitch' => 62, 'velocity' => 100],
            ['start' => 1905, 'length' => 400, 'pitch' => 69, 'velocity' => 100],
            ['start' => 2900, 'length' => 255, 'pitch' => 60, 'velocity' => 50, 'technique' => 2],
            ['start' => 5760, 'length' => 225, 'pitch' => 72, 'velocity' => 45, 'technique' => 2],
        ]);
    }

    private static function here(): Context
    {
        return self::context(caret: new Caret(1000, 60), range: [1000, 1910]);
    }
}

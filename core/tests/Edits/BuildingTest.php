<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

/** Putting notes in, cutting them up, and taking spans of time. */
final class BuildingTest extends MusicTestCase
{
    /**
     * @return array<string, array{string, list<array<int, int>>, list<array{int, int, int, int}>}> the line, notes
     *     before, and [start, length, pitch, velocity] after in time
     */
    public static function edits(): array
    {
        $long = [[0, 960, 60, 100]];
        $held = [[0, 480, 60, 90], [900, 200, 62, 80], [2000, 100, 64, 70]];

        return [
            'split: at the caret' => ['split', $long, [[0, 700, 60, 100], [700, 260, 60, 100]]],
            'split: the longer piece' => ['split keep=longer', $long, [[0, 700, 60, 100]]],
            'split: the longer piece may be the later one' => [
                'split at=200 keep=longer', $long, [[200, 760, 60, 100]],
            ],
            'split: what does not sound there stays' => ['split at=960', $long, [[0, 960, 60, 100]]],

            'steps: at every line inside' => [
                'steps grid=1/4', [[100, 900, 60, 100]], [[100, 380, 60, 100], [480, 480, 60, 100], [960, 40, 60, 100]],
            ],
            'steps: into parts' => [
                'steps parts=4', $long,
                [[0, 240, 60, 100], [240, 240, 60, 100], [480, 240, 60, 100], [720, 240, 60, 100]],
            ],
            'steps: fading to half' => [
                'steps parts=3 ramp=50', $long, [[0, 320, 60, 100], [320, 320, 60, 75], [640, 320, 60, 50]],
            ],
            'steps: not below a tick' => [
                'steps parts=8', [[0, 3, 60, 100]], [[0, 1, 60, 100], [1, 1, 60, 100], [2, 1, 60, 100]],
            ],

            'join: notes that touch' => [
                'join', [[0, 100, 60, 90], [100, 100, 60, 40], [100, 100, 62, 50]],
                [[0, 200, 60, 90], [100, 100, 62, 50]],
            ],
            'join: notes that overlap keep the later end' => [
                'join', [[0, 500, 60, 90], [100, 100, 60, 40]], [[0, 500, 60, 90]],
            ],
            'join: across a gap' => [
                'join gap=1/16', [[0, 100, 60, 90], [220, 100, 60, 40], [441, 10, 60, 40]],
                [[0, 320, 60, 90], [441, 10, 60, 40]],
            ],

            'repeat: on the next line' => [
                'repeat span=selection', [[0, 100, 60, 90], [480, 130, 62, 80]],
                [[0, 100, 60, 90], [480, 130, 62, 80], [600, 100, 60, 90], [1080, 130, 62, 80]],
            ],
            'repeat: with the silence of the range' => [
                'repeat', $held,
                [[0, 480, 60, 90], [900, 200, 62, 80], [1920, 480, 60, 90], [2000, 100, 64, 70], [2820, 200, 62, 80]],
            ],
            'repeat: on the next bar' => [
                'repeat span=selection round=bar times=2', [[0, 100, 60, 90]],
                [[0, 100, 60, 90], [1920, 100, 60, 90], [3840, 100, 60, 90]],
            ],
            'repeat: until a tick, cut off there' => [
                'repeat span=selection round=bar until=5800', [[0, 1000, 60, 90]],
                [[0, 1000, 60, 90], [1920, 1000, 60, 90], [3840, 1000, 60, 90], [5760, 40, 60, 90]],
            ],
            'repeat: up to a tick' => [
                'repeat span=selection round=bar until=3840', [[0, 1000, 60, 90]],
                [[0, 1000, 60, 90], [1920, 1000, 60, 90]],
            ],
            'repeat: every two bars' => [
                'repeat span=selection every=2bar times=2', [[10, 100, 60, 90]],
                [[10, 100, 60, 90], [3850, 100, 60, 90], [7690, 100, 60, 90]],
            ],
            'repeat: every 50 ticks, which are no lines' => [
                'repeat span=selection every=50tk times=2', [[10, 100, 60, 90]],
                [[10, 100, 60, 90], [60, 100, 60, 90], [110, 100, 60, 90]],
            ],
            'repeat: right behind' => [
                'repeat span=selection round=none', [[10, 100, 60, 90]], [[10, 100, 60, 90], [110, 100, 60, 90]],
            ],
            'repeat: a take keeps its feel' => [
                'repeat span=selection round=bar', [[8, 100, 60, 90]], [[8, 100, 60, 90], [1928, 100, 60, 90]],
            ],

            'open: later notes move, a sounding one is split' => [
                'open range=960..1440', $held,
                [[0, 480, 60, 90], [900, 60, 62, 80], [1440, 140, 62, 80], [2480, 100, 64, 70]],
            ],
            'close: what lies inside goes, a sounding one is cut' => [
                'close range=400..1000', $held, [[0, 400, 60, 90], [400, 100, 62, 80], [1400, 100, 64, 70]],
            ],
            'close: a note over all of it gets shorter' => ['close range=200..300', $long, [[0, 860, 60, 100]]],
            'cut: the range, cut at its edges' => [
                'cut range=on', [[0, 3000, 60, 90], [480, 100, 62, 80]], [[1920, 1080, 60, 90]],
            ],
            'cut: the selected notes' => ['cut', $long, []],
            'tidy: touches and doubles' => [
                'tidy', [[0, 10, 60, 20], [480, 200, 62, 60], [480, 100, 62, 90]], [[480, 200, 62, 90]],
            ],
            'tidy: doubles may stay' => [
                'tidy shorter=1/16 doubles=off', [[480, 200, 62, 60], [480, 120, 62, 90], [600, 119, 60, 9]],
                [[480, 200, 62, 60], [480, 120, 62, 90]],
            ],
        ];
    }

    /**
     * @param  list<array<int, int>>  $before
     * @param  list<array{int, int, int, int}>  $after
     */
    #[DataProvider('edits')]
    public function test_notes(string $line, array $before, array $after): void
    {
        $edited = self::edit($line, self::notes(...$before), self::context(caret: new Caret(700), range: [0, 1920]));

        self::assertSame($after, self::rows($edited));
    }

    public function test_a_chord_is_put_in_by_its_name_as_one_group(): void
    {
        $notes = self::edit(
            'chord pitch=D4 shape=min7 velocity=80', Notes::none(), self::context(caret: new Caret(960)),
        );

        self::assertSame([62, 65, 69, 72], $notes->pitch);
        self::assertSame([960, 120, 80], [$notes->start[0], $notes->length[0], $notes->velocity[0]]);
        self::assertSame([1, 1, 1, 1], $notes->group);
        self::assertSame([0, 0], self::edit('chord shape=0,12 group=off', Notes::none())->group);
    }

    public function test_groups_are_made_and_taken_apart(): void
    {
        $notes = self::notes([0], [100], [200]);
        $two = self::edit('group', self::edit('group', $notes, selected: [1, 2]), selected: [3]);

        self::assertSame([1, 1, 2], $two->group);
        self::assertSame([0, 1, 2], self::edit('ungroup', $two, selected: [1])->group);
    }

    public function test_a_phrase_goes_from_clip_to_clip_with_its_place(): void
    {
        $copied = self::change('copy', self::notes([480, 240, 60, 90], [720, 240, 64, 70]));
        self::assertTrue($copied->isNothing(), 'the clip stays as it is');

        $here = self::context(caret: new Caret(1920))->withClipboard($copied->clipboard);
        self::assertSame(
            [[1920, 240, 60, 90], [2160, 240, 64, 70]], self::rows(self::edit('paste', Notes::none(), $here)),
        );
        self::assertSame(
            [[480, 240, 60, 90], [720, 240, 64, 70]], self::rows(self::edit('paste at=same', Notes::none(), $here)),
        );
        self::assertSame(
            [2, 3], self::change('paste', self::notes([0]), $here)->selection->ids, 'what was pasted is selected',
        );
    }

    public function test_a_phrase_goes_to_a_song_of_another_resolution_as_text(): void
    {
        $copied = self::change(
            'copy range=on', self::notes([0, 3000, 60, 90], [480, 240, 64]), self::context(range: [240, 1920]), [],
        );
        $text = json_encode($copied->clipboard?->toArray(), JSON_THROW_ON_ERROR);

        $finer = self::context(ppq: 960, caret: new Caret(3840))->withClipboard(Phrase::fromJson($text));
        $pasted = self::edit('paste', Notes::none(), $finer);
        self::assertSame(
            [[3840, 3360, 60, 90], [4320, 480, 64, 96]], self::rows($pasted),
            'the range begins at the caret, twice the ticks',
        );
    }

    public function test_the_order_of_lines_carries_the_clipboard(): void
    {
        $copied = self::change('copy', self::notes([0, 10, 60]));
        $cut = self::change('cut', self::notes([0, 10, 72]));

        self::assertSame([72], $copied->then($cut)->clipboard?->notes->pitch);
        self::assertSame([60], $copied->then(self::change('mute', self::notes([0])))->clipboard?->notes->pitch);
    }

    #[TestWith(['', 'no phrase of notes'])]
    #[TestWith(['{"jactonic":"phrase","ppq":0,"notes":{"start":[0]}}', 'ppq takes 1 to 32767'])]
    #[TestWith(['{"jactonic":"phrase","ppq":480,"notes":{"start":[]}}', 'it takes 1 to'])]
    #[TestWith([
        '{"jactonic":"phrase","ppq":480,"notes":{"start":[0],"pitch":[200]}}',
        'pitch takes whole numbers from 0 to 127',
    ])]
    #[TestWith(['{"jactonic":"phrase","ppq":480,"notes":{"start":[0,1],"pitch":[60]}}', 'a value for each note'])]
    #[TestWith(['{"jactonic":"phrase","ppq":480,"span":[5],"notes":{"start":[0]}}', 'span takes two ticks'])]
    public function test_text_that_is_no_phrase_is_refused(string $text, string $message): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage($message);

        Phrase::fromJson($text);
    }

    #[TestWith(['open', 'needs a range'])]
    #[TestWith(['cut range=on', 'needs a range'])]
    #[TestWith(['repeat span=range', 'needs a range'])]
    #[TestWith(['repeat until=100 every=1bar', 'no copy would begin before'])]
    #[TestWith(['paste', 'Nothing was copied yet'])]
    #[TestWith(['chord pitch=G9', 'take a root of C9 at most'])]
    public function test_what_is_missing_is_said(string $line, string $message): void
    {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($message);

        self::change($line, self::notes([0]));
    }

    public function test_repeating_a_range_without_the_selection_is_refused(): void
    {
        $this->expectExceptionMessage('no selected note begins in the range');

        self::change('repeat', self::notes([5000]), self::context(range: [0, 1920]));
    }

    /** @return list<array{int, int, int, int}> */
    private static function rows(Notes $notes): array
    {
        return array_map(null, $notes->start, $notes->length, $notes->pitch, $notes->velocity);
    }

    public function test_a_note_is_split_at_both_ends_of_the_range_and_its_edges_keep_where_they_were_played(): void
    {
        $range = self::context(range: [200, 600]);
        $quantized = self::edit('quantize', self::notes([10, 960, 60]));
        $pieces = self::edit('split at=range', $quantized, $range);

        self::assertSame([[0, 200, 600], [200, 400, 360]], [$pieces->start, $pieces->length]);
        self::assertSame([[10, 0, 0], [0, 0, 10]], [$pieces->playedStart, $pieces->playedEnd]);
        $longest = self::edit('split at=range keep=longer', $quantized, $range);
        self::assertSame([[200], [400]], [$longest->start, $longest->length]);
        self::assertSame([[0], [0]], [$longest->playedStart, $longest->playedEnd]);
    }
}

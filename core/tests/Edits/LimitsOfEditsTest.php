<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Context\OpenClips;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Tests\Support\MusicTestCase;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TempoMap;
use Jactonic\Core\Time\Timeline;
use PHPUnit\Framework\Attributes\TestWith;

/** What is refused, left out or kept in, and says so: loops, limits, and where new notes go. */
final class LimitsOfEditsTest extends MusicTestCase
{
    /** A loop of two quarters over a bar, a note on its second quarter. */
    #[TestWith(['nudge by=1/4', [0], 'wraps'])]
    #[TestWith(['nudge by=-1/2', [480], 'wraps before its start'])]
    #[TestWith(['insert at=1500', [480, 540], 'in a later round lies in the first'])]
    #[TestWith(['chord at=1500 shape=0,7', [480, 540, 540], 'and a chord'])]
    #[TestWith(['align to=1200', [240], 'a drag to a later round'])]
    #[TestWith(['split at=600', [480, 600], 'what stays within stays'])]
    #[TestWith(['steps parts=2', [480, 720], 'and pieces'])]
    #[TestWith(['fill every=1/4', [0, 480, 480], 'lines of later rounds are left out'])]
    #[TestWith(['repeat times=2', null, 'clip loop=notes'])]
    #[TestWith(['paste at=480', null, 'clip loop=notes'])]
    #[TestWith(['open range=480..960', null, 'clip loop=notes'])]
    /** @param  list<int>|null  $starts  null where it is refused */
    public function test_in_a_loop_nothing_is_put_where_nobody_hears_it(string $line, ?array $starts, string $why): void
    {
        $content = ClipContent::ofNotes(self::notes([480, 480, 60]));
        $song = Song::of(
            Conductor::of(self::PPQ), [new Track(1, 0, 'Keys')], [new Clip(1, 1, 0, 1920, loop: 960)], [1 => $content],
            10,
        );
        $open = OpenSong::of($song, [1], 1);
        $phrase = new Phrase(self::notes([0, 100, 40], [480, 100, 41]), self::PPQ);
        $context = self::context(
            caret: new Caret(0, 62), range: str_starts_with($line, 'fill') ? [0, 1920] : null,
        )->withClipboard($phrase)->in($open);
        try {
            $after = Script::read([$line], Catalog::standard())->apply(
                $open, Selection::all($open->notes), $context,
            )->settled()->song;
            self::assertSame($starts, $after->contentOf(1)->notes->start, $why);
            self::assertSame([1920, 960], [$after->clips[1]->length, $after->clips[1]->loop]);
        } catch (EditRefused $refused) {
            self::assertSame(
                [null, true], [$starts, str_contains($refused->getMessage(), $why)], $refused->getMessage(),
            );
        }
    }

    public function test_nothing_added_to_a_velocity_is_nothing_done(): void
    {
        self::assertSame(
            'Nothing changed: the velocities are so already.',
            (string) self::change('velocity add=0', self::notes([0]))->said,
        );
    }

    #[TestWith(['steps parts=64', 4000, 'more than 200,000 notes'])]
    #[TestWith(['repeat times=64', 4000, 'times=49 would fit'])]
    #[TestWith(['length to=9000000bar', 10, 'past the end of what a song can hold'])]
    #[TestWith(['align to=2147483630', 10, 'past the end of what a song can hold'])]
    public function test_growth_without_bounds_is_refused_with_what_would_fit(
        string $line, int $count, string $said,
    ): void {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($said);

        self::change(
            $line, self::notes(...array_map(static fn (int $k): array => [120 * $k, 110], range(0, $count - 1))),
        );
    }

    public function test_no_more_notes_than_can_be_worked_on(): void
    {
        self::assertSame(200_000, Draft::MOST_NOTES);
    }

    public function test_new_notes_lie_in_the_clip_in_front_on_the_channel_of_its_track(): void
    {
        foreach (['insert', 'chord'] as $line) {
            $added = self::change(
                $line, Notes::fromRows([['clip' => 1]]), self::open([1 => 10, 2 => 20], front: 2, channel: 9),
            )->notes->added;
            self::assertSame(
                [[2], [9]], [array_values(array_unique($added->clip)), array_values(array_unique($added->channel))],
                $line,
            );
        }
    }

    /** @param  array<int, int>  $tracks  by clip */
    private static function open(array $tracks, int $front = 1, int $channel = 0): Context
    {
        return new Context(
            new Timeline(MeterMap::of(self::PPQ), TempoMap::of(self::PPQ), Grid::parse('1/16')),
            caret: new Caret, clips: OpenClips::of($tracks, $front, $channel),
        );
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\TickRange;
use Jactonic\Core\Time\Timeline;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What is written in a later round of a clip that loops is written in the first, and told and selected as it is. */
final class LaterRoundsTest extends TestCase
{
    /**
     * @return array<string, array{string, string, list<int>, list<int>, 4?: string}> line, what it says, the starts of
     *     notes and of points in the first round of 960 ticks, the range
     */
    public static function written(): array
    {
        return [
            'a point' => ['point at=1440 value=9 lane=cc1', '1 point of Modulation drawn', [480], [480]],
            'a fill of one later round' => ['fill every=1/8', '4 notes of C4 filled in', [0, 240, 480, 720], []],
            'a fill over two rounds puts in one' => [
                'fill every=1/8', '4 notes of C4 filled in', [0, 240, 480, 720], [], '0..1920',
            ],
            'a fill of the end of a later round' => [
                'fill every=1/8', '1 note of C4 filled', [480, 720], [], '1680..1920',
            ],
            'a note onto one' => ['insert at=1440', 'C4 added at 1.2.0, onto a note that is there', [480, 480], []],
            'a ramp' => ['ramp from=0 to=3 lane=cc1', '4 points of Modulation drawn', [480], [0, 160, 480, 800]],
            'a level' => ['fill-level at=1440 value=5 lane=cc1', '1 point of Modulation drawn', [480], [480]],
            'a nudge by whole rounds' => [
                'nudge by=1/2', 'Nothing moved: the notes come to lie where they are', [480], [],
            ],
        ];
    }

    /**
     * @param  list<int>  $starts
     * @param  list<int>  $points
     */
    #[DataProvider('written')]
    public function test_it_lies_in_the_first_round(
        string $line, string $said, array $starts, array $points, string $range = '960..1920',
    ): void {
        $state = self::done($line, $range);
        $content = $state->settled()->song->contentOf(1);

        self::assertStringStartsWith($said, (string) $state->said);
        self::assertSame($starts, $content->notes->start);
        self::assertSame($points, array_map(intval(...), $content->points->start));
        self::assertSame(
            [], array_diff($state->selection->ids, $content->notes->id, $content->points->id), 'no id that is gone',
        );
    }

    private static function done(string $line, string $range): State
    {
        $conductor = Conductor::of(480);
        $notes = Notes::fromRows([['start' => 480, 'length' => 120]]);
        $song = Song::of(
            $conductor, [new Track(1, 1, 'Keys')], [new Clip(1, 1, 0, 3840, 0, 960)],
            [1 => ClipContent::ofNotes($notes)], 10,
        );
        $open = OpenSong::of($song, [1], 1);
        $context = new Context(
            new Timeline($conductor->meters, $conductor->tempo, Grid::parse('1/16')), range: TickRange::parse($range),
        );

        return Script::read([$line], Catalog::standard())->apply($open, Selection::of($notes->id), $context->in($open));
    }
}

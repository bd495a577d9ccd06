<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\TestWith;

/** Notes and points that are selected together go as one: two notes at 0 and 480, expression at 240 and 720. */
final class NotesAndPointsTest extends MusicTestCase
{
    /** @param  string  $left  starts of notes, then of points; those selected then with a * */
    #[TestWith(['nudge by=120tk', '120* 600* | 360* 840*'])]
    #[TestWith(['nudge by=-120tk', '0* 480* | 240* 720*'], 'held back by the earliest of both')]
    #[TestWith(['quantize grid=1/4', '0* 480* | 480* 960*'])]
    #[TestWith(['reverse', '180* 660* | 0* 60*'], 'within the span of both: a value lasts as long backwards')]
    #[TestWith(['stretch factor=2', '0* 960* | 480* 1440*'])]
    #[TestWith(['align to=caret', '960* 1440* | 1200* 1680*'])]
    #[TestWith(['delete', ' | '])]
    #[TestWith(['repeat every=1bar round=none', '0 480 1920* 2400* | 240 720 2160* 2640*'])]
    #[TestWith(['repeat times=2 every=1bar', '0 480 1920* 2400* 3840* 4320* | 240 720 2160* 2640* 4080* 4560*'])]
    #[TestWith(['duplicate', '0 0* 480 480* | 240 720'], 'points are copied by no edit of notes alone')]
    #[TestWith(['mute', '0* 480* | 240* 720*'])]
    public function test_what_is_selected_together_goes_together(string $line, string $left): void
    {
        $notes = self::notes([0], [480]);
        $points = Points::fromRows([
            ['id' => 11, 'start' => 240, 'number' => 11, 'value' => 40],
            ['id' => 12, 'start' => 720, 'number' => 11, 'value' => 50],
        ]);
        $context = self::context(caret: new Caret(960, 60))->holding($points);
        $selected = Selection::of([...$notes->id, 11, 12]);
        $change = Catalog::standard()->read($line)->apply($notes, $selected, $context);
        $then = array_flip($change->selection->ids);
        $said = static fn (array $starts, array $ids): string => implode(' ', array_map(
            static fn (int $start, int $id): string => $start.(isset($then[$id]) ? '*' : ''), $starts, $ids,
        ));
        [$notes, $points] = [$change->applyTo($notes), $change->applyToPoints($points)];

        self::assertSame($left, $said($notes->start, $notes->id).' | '.$said($points->start, $points->id));
        self::assertCount(count($notes->id) + count($points->id), array_unique([...$notes->id, ...$points->id]));
    }

    public function test_notes_are_no_chord_with_points_that_lie_there(): void
    {
        $notes = self::notes([10]);
        $points = Points::fromRows([['id' => 11, 'start' => 20, 'number' => 11, 'value' => 40]]);
        $change = Catalog::standard()->read('quantize grid=1/4 chords=together')
            ->apply($notes, Selection::of([...$notes->id, 11]), self::context()->holding($points));

        self::assertSame([[0], [0]], [$change->applyTo($notes)->start, $change->applyToPoints($points)->start]);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\History;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\History\Difference;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\TestWith;

/** In what two states of a song differ is told in numbers. */
final class DifferenceTest extends MusicTestCase
{
    #[TestWith(['nudge by=24tk', '2 notes 25 ms later on average'])]
    #[TestWith(['nudge by=-24tk', '2 notes 25 ms earlier on average'])]
    #[TestWith(['reverse', '2 notes 563 ms earlier or later on average'])]
    #[TestWith(['velocity add=5', '2 notes 5 louder on average'])]
    #[TestWith(['velocity set=70', '2 notes of another velocity'])]
    #[TestWith(['length scale=50', '2 notes shorter, 50 % on average'])]
    #[TestWith(['length to=240tk', '1 note longer, 200 %'])]
    #[TestWith(['length to=170tk', '2 notes of another length'])]
    #[TestWith(['transpose semitones=1', '2 notes of another pitch'])]
    #[TestWith(['mute', '2 notes muted or no longer'])]
    #[TestWith(['delete', '2 notes fewer'])]
    #[TestWith(['duplicate', '2 notes more'])]
    #[TestWith(['point lane=cc11 value=20', '1 point of lanes'])]
    #[TestWith(['track volume=20', '1 track changed'])]
    #[TestWith(['tempo to=90', 'tempo, meter, key, chords or markers'])]
    #[TestWith(['select what=all', 'No difference'])]
    public function test_each_kind_of_difference_is_told(string $line, string $told): void
    {
        $open = OpenSong::ofNotes(self::notes([960, 120, 60, 60], [1440, 240, 64, 90]), Conductor::of(self::PPQ));
        $change = Script::read([$line], Catalog::standard())
            ->apply($open, Selection::all($open->notes), self::context())->change();

        self::assertSame($told, (string) Difference::of($change, $open->song));
    }
}

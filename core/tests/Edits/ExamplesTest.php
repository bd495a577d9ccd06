<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Context\Caret;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/**
 * Every edit and most of its parameters on the same three notes, by hand: a triad played 10 ticks late on sixteenths of
 * 120 ticks, in C major at 120 BPM, with the caret on D4 at the third beat and a range of one beat.
 */
final class ExamplesTest extends MusicTestCase
{
    private const EXAMPLES = [
        'quantize' => ['start' => [0, 120, 240]],
        'quantize strength=50' => ['start' => [5, 125, 245]],
        'quantize slack=11tk' => ['start' => [10, 130, 250]],
        'quantize reach=16' => ['start' => [10, 130, 250]],
        'quantize reach=17' => ['start' => [0, 120, 240]],
        'quantize what=length' => ['length' => [120, 120, 120], 'start' => [10, 130, 250]],
        'quantize what=end' => ['length' => [110, 110, 110], 'start' => [10, 130, 250]],
        'quantize what=both' => ['start' => [0, 120, 240], 'length' => [120, 120, 120]],
        'quantize grid=1/8' => ['start' => [0, 240, 240]],
        'quantize grid=1/8 swing=100' => ['start' => [0, 0, 320]],
        'as-played' => ['start' => [10, 130, 250]],
        'nudge' => ['start' => [130, 250, 370]],
        'nudge by=10ms' => ['start' => [20, 140, 260]],
        'nudge by=1/16 edge=end' => ['length' => [220, 220, 220]],
        'nudge by=20tk edge=start' => ['start' => [30, 150, 270], 'length' => [80, 80, 80]],
        'nudge by=-1bar' => ['start' => [0, 120, 240]],
        'align' => ['start' => [960, 1080, 1200]],
        'align to=range-end' => ['start' => [480, 600, 720]],
        'align to=2.1.0' => ['start' => [1920, 2040, 2160]],
        'humanize time=0tk velocity=0' => ['start' => [10, 130, 250], 'velocity' => [64, 80, 96]],
        'stretch factor=2' => ['start' => [10, 250, 490], 'length' => [200, 200, 200]],
        'stretch factor=1/2 anchor=caret' => ['start' => [485, 545, 605], 'length' => [50, 50, 50]],
        'reverse' => ['start' => [10, 130, 250], 'pitch' => [67, 64, 60]],
        'rotate by=1/16' => ['start' => [130, 250, 370]],
        'rotate by=-1/4' => ['start' => [1450, 1570, 1690]],
        'strum' => ['start' => [10, 130, 250]],
        'transpose semitones=3' => ['pitch' => [63, 67, 70]],
        'transpose octaves=-1' => ['pitch' => [48, 52, 55]],
        'transpose degrees=1' => ['pitch' => [62, 65, 69]],
        'double octaves=1' => ['pitch' => [60, 72, 64, 76, 67, 79]],
        'double degrees=2' => ['pitch' => [60, 64, 64, 67, 67, 71]],
        'repitch to=C2' => ['pitch' => [36, 36, 36]],
        'repitch' => ['pitch' => [62, 62, 62]],
        'inkey' => ['pitch' => [60, 64, 67]],
        'invert' => ['pitch' => [60, 56, 53]],
        'invert about=highest' => ['pitch' => [74, 70, 67]],
        'invert about=C4 key=on' => ['pitch' => [60, 57, 53]],
        'revoice' => ['pitch' => [60, 64, 67]],
        'widen' => ['pitch' => [60, 67, 74]],
        'widen key=off about=highest factor=3/2' => ['pitch' => [56, 62, 67]],
        'harmony shape=third' => ['pitch' => [60, 64, 64, 67, 67, 71]],
        'harmony shape=power key=off' => ['pitch' => [60, 67, 72, 64, 71, 76, 67, 74, 79]],
        'length to=1/8' => ['length' => [240, 240, 240]],
        'length scale=50' => ['length' => [50, 50, 50]],
        'legato' => ['length' => [120, 120, 1670]],
        'legato last=keep' => ['length' => [120, 120, 100]],
        'legato last=range' => ['length' => [120, 120, 230]],
        'legato gap=10tk last=keep' => ['length' => [110, 110, 100]],
        'legato gap=-5tk last=keep' => ['length' => [125, 125, 100]],
        'untangle' => ['length' => [100, 100, 100]],
        'detach keep=50' => ['length' => [60, 60, 50]],
        'fit max=1/32' => ['length' => [60, 60, 60]],
        'fit min=1/8' => ['length' => [240, 240, 240]],
        'trim at=range-end' => ['length' => [470, 350, 230]],
        'trim edge=start at=range-start' => ['start' => [0, 0, 0], 'length' => [110, 230, 350]],
        'velocity add=40' => ['velocity' => [104, 120, 127]],
        'velocity set=5' => ['velocity' => [5, 5, 5]],
        'velocity scale=50' => ['velocity' => [32, 40, 48]],
        'ramp from=20 to=100 mode=set' => ['velocity' => [20, 60, 100]],
        'ramp from=20 to=100 mode=scale' => ['velocity' => [13, 48, 96]],
        'squeeze' => ['velocity' => [72, 80, 88]],
        'squeeze amount=-50' => ['velocity' => [56, 80, 104]],
        'squeeze toward=100' => ['velocity' => [82, 90, 98]],
        'limit max=70' => ['velocity' => [64, 70, 70]],
        'limit min=90' => ['velocity' => [90, 90, 96]],
        'accent pattern=110,70' => ['velocity' => [110, 70, 110]],
        'course at="10:20 250:100"' => ['velocity' => [20, 60, 100]],
        'course at="0:50 200:150" mode=scale' => ['velocity' => [35, 92, 96]],
        'course at="130:9" mode=add' => ['velocity' => [64, 89, 96]],
        'smooth amount=100' => ['velocity' => [80, 80, 80]],
        'wave shape=square low=20 high=90 period=1/8' => ['velocity' => [90, 20, 90]],
        'insert' => [
            'start' => [10, 130, 250, 960], 'length' => [100, 100, 100, 120], 'pitch' => [60, 64, 67, 62],
            'velocity' => [64, 80, 96, 96],
        ],
        'insert at=480 pitch=C5 length=1/4 velocity=33' => [
            'start' => [10, 130, 250, 480], 'length' => [100, 100, 100, 480], 'pitch' => [60, 64, 67, 72],
            'velocity' => [64, 80, 96, 33],
        ],
        'chord shape=min' => ['pitch' => [60, 64, 67, 62, 65, 69], 'group' => [0, 0, 0, 1, 1, 1]],
        'chord shape=0,7 group=off' => ['pitch' => [60, 64, 67, 62, 69], 'group' => [0, 0, 0, 0, 0]],
        'fill' => [
            'start' => [0, 10, 120, 130, 240, 250, 360], 'pitch' => [62, 60, 62, 64, 62, 67, 62],
            'length' => [120, 100, 120, 100, 120, 100, 120],
        ],
        'fill pitch=E4 every=1/8 velocity=0,90 length=1/32' => [
            'start' => [10, 240, 250], 'velocity' => [64, 90, 96], 'length' => [100, 60, 100],
        ],
        'split at=180' => ['start' => [10, 130, 180, 250], 'length' => [100, 50, 50, 100]],
        'split at=150 keep=longer' => ['start' => [10, 150, 250], 'length' => [100, 80, 100]],
        'steps parts=2' => ['start' => [10, 60, 130, 180, 250, 300], 'length' => [50, 50, 50, 50, 50, 50]],
        'steps grid=1/32 ramp=50' => ['start' => [10, 60, 130, 180, 250, 300], 'velocity' => [64, 32, 80, 40, 96, 48]],
        'join gap=1/16' => ['start' => [10, 130, 250]],
        'repeat' => ['start' => [10, 130, 250, 490, 610, 730]],
        'repeat span=selection times=2' => ['start' => [10, 130, 250, 370, 490, 610, 730, 850, 970]],
        'repeat span=selection round=bar' => ['start' => [10, 130, 250, 1930, 2050, 2170]],
        'duplicate' => ['start' => [10, 10, 130, 130, 250, 250]],
        'delete' => ['start' => []],
        'mute' => ['muted' => [1, 1, 1]],
        'mute state=off' => ['muted' => [0, 0, 0]],
        'group' => ['group' => [1, 1, 1]],
        'ungroup' => ['group' => [0, 0, 0]],
        'open' => ['start' => [490, 610, 730]],
        'open range=200..300' => ['start' => [10, 130, 300, 350], 'length' => [100, 70, 30, 100]],
        'close' => ['start' => []],
        'close range=120..240' => ['start' => [10, 130], 'pitch' => [60, 67]],
        'cut' => ['start' => []],
        'cut range=on' => ['start' => []],
        'copy' => ['start' => [10, 130, 250]],
        'tidy shorter=1/16' => ['start' => []],
        'tidy' => ['start' => [10, 130, 250]],
    ];

    /** @return iterable<string, array{string, array<string, list<int>>}> */
    public static function examples(): iterable
    {
        foreach (self::EXAMPLES as $line => $columns) {
            yield $line => [$line, $columns];
        }
    }

    /** @param  array<string, list<int>>  $columns */
    #[DataProvider('examples')]
    public function test_what_an_edit_gives(string $line, array $columns): void
    {
        $triad = self::notes([10, 100, 60, 64], [130, 100, 64, 80], [250, 100, 67, 96]);

        $done = self::edit($line, $triad, self::context(key: 'C major', caret: new Caret(960, 62), range: [0, 480]));

        foreach ($columns as $name => $values) {
            self::assertSame($values, $done->columns()[$name], $name);
        }
    }

    public function test_no_edit_is_without_an_example_but_those_with_a_test_of_their_own(): void
    {
        $songs = array_column(iterator_to_array(SongEditsTest::examples()), 0);
        $shown = array_map(
            static fn (string $line): string => explode(' ', $line)[0], [...array_keys(self::EXAMPLES), ...$songs],
        );

        $names = array_map(static fn (Declaration $edit): string => $edit->name, Catalog::standard()->declarations());
        self::assertSame(
            [
                'arpeggio', 'block', 'point', 'fill-level', 'thin', 'sample', 'pedal-join', 'pedal-to-notes',
                'pedal-clean',
                'chords-fill', 'paste', 'copy-to', 'take', 'technique', 'curve', 'curve-copy', 'curve-remove',
                'layer-pick', 'technique-map', 'clip-paste', 'chord-name', 'chord-names', 'time-open', 'time-close',
            ],
            array_values(array_diff($names, $shown)),
            'an edit of notes has an example here, one of points in LanesTest, one of chords in ChordEditsTest, one of '
                .'the song in SongEditsTest',
        );
    }
}

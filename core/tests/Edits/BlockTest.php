<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** Broken and repeated chords are gathered into held ones. */
final class BlockTest extends MusicTestCase
{
    /** C E G C, then F A C F, in quarters: a bar each */
    private const BROKEN = [
        [0, 400, 48], [480, 400, 52], [960, 400, 55], [1440, 400, 60],
        [1920, 400, 53], [2400, 400, 57], [2880, 400, 60], [3360, 400, 65],
    ];

    /** C E G twice, then F A C, with a melody note between */
    private const STRUCK = [
        [0, 200, 48, 70], [0, 200, 52, 60], [5, 200, 55], [480, 200, 48], [480, 200, 52], [480, 200, 55],
        [720, 100, 74], [960, 200, 53], [960, 200, 57], [960, 200, 60],
    ];

    /** @return array<string, array{string, list<list<int>>, array<int, string>, string, string}> */
    public static function gathered(): array
    {
        $two = '0+1920: 48 52 55 60 | 1920+1920: 53 57 60 65';

        return [
            'a line, by the chords heard bar by bar' => ['block', self::BROKEN, [], $two, '2 chords held, of 8 notes'],
            'a line, by the names above it' => [
                'block', self::BROKEN, [0 => 'C', 960 => 'Em', 1920 => 'F'],
                '0+960: 48 52 | 960+960: 55 | 1920+1920: 53 57 60 65',
                '3 chords held, of 8 notes, 1 note left out that are none of its tones',
            ],
            'struck chords, each until another is struck' => [
                'block', self::STRUCK, [], '0+960: 48*70 52*60 55 | 960+960: 53 57 60',
                '2 chords held, of 10 notes, 3 notes left out that the chord has already, '
                    .'1 note left out that are none of its tones',
            ],
            'the lowest of each' => [
                'block tones=lowest', self::STRUCK, [], '0+960: 48*70 | 960+960: 53',
                '2 chords held, of 10 notes, 7 notes left out that are not the lowest, '
                    .'1 note left out that are none of its tones',
            ],
            'the highest of each' => [
                'block tones=highest', self::BROKEN, [], '0+1920: 60 | 1920+1920: 65',
                '2 chords held, of 8 notes, 6 notes left out that are not the highest',
            ],
            'a push belongs to the chord it opens' => [
                'block', [[0, 400, 48], [480, 400, 52], [1900, 400, 53], [2400, 400, 57]], [0 => 'C', 1920 => 'F'],
                '0+1900: 48 52 | 1900+1940: 53 57', '2 chords held, of 4 notes',
            ],
            'what lasts longer than its bar does' => [
                'block', [[0, 4000, 48], [0, 200, 52], [0, 200, 55]], [], '0+4000: 48 52 55',
                '1 chord held, of 3 notes',
            ],
            'before the first name nothing is known' => [
                'block', [[2000, 100, 61]], [1920 => 'C'], '2000+100: 61',
                'Nothing gathered: no chord is heard in what is selected.',
            ],
        ];
    }

    /**
     * @param  list<list<int>>  $rows
     * @param  array<int, string>  $names
     */
    #[DataProvider('gathered')]
    public function test_chords_are_held(string $line, array $rows, array $names, string $expected, string $said): void
    {
        $notes = self::notes(...$rows);
        $events = array_map(
            static fn (int $tick): ConductorEvent => ConductorEvent::of(ConductorKind::Chord, $tick, $names[$tick]),
            array_keys($names),
        );
        $open = OpenSong::ofNotes($notes, Conductor::of(self::PPQ, $events));
        $change = self::change($line, $notes, self::context()->in($open));
        $after = $change->applyTo($notes);
        $told = [];
        foreach ($after->start as $i => $start) {
            $loud = $after->velocity[$i] === 96 ? '' : "*{$after->velocity[$i]}";
            $told["{$start}+{$after->length[$i]}"][] = "{$after->pitch[$i]}{$loud}";
        }

        self::assertSame($expected, implode(' | ', array_map(
            static fn (string $at): string => "{$at}: ".implode(' ', $told[$at]), array_keys($told),
        )));
        self::assertSame($said, (string) $change->said);
        self::assertCount(count($after->id), $change->selection->ids);
    }

    public function test_an_arpeggio_of_chords_and_back_are_the_chords(): void
    {
        $chords = self::notes([0, 960, 48], [0, 960, 52], [0, 960, 55], [960, 960, 53], [960, 960, 57], [960, 960, 60]);
        $named = self::context()->in(OpenSong::ofNotes($chords, Conductor::of(self::PPQ, [
            ConductorEvent::of(ConductorKind::Chord, 0, 'C'), ConductorEvent::of(ConductorKind::Chord, 960, 'F'),
        ])));
        $back = self::edit('block', self::edit('arpeggio order=up-down', $chords, $named), $named);

        foreach (['start', 'length', 'pitch'] as $column) {
            self::assertSame($chords->columns()[$column], $back->columns()[$column], $column);
        }
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Smf;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Smf\Meta;
use Jactonic\Core\Smf\SmfTrack;
use Jactonic\Core\Smf\SuitingVoice;
use Jactonic\Core\Song\Voice;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class SuitingVoiceTest extends TestCase
{
    #[TestWith(['Anything', null, 9, Voice::Drums], 'the tenth channel is for drums')]
    #[TestWith(['Upright BASS', null, 0, Voice::Bass], 'by its name, where it has no program')]
    #[TestWith(['Bassoon', null, 0, Voice::Reed])]
    #[TestWith(['Synth bass', null, 0, Voice::SynthBass])]
    #[TestWith(['Frame drums', null, 0, Voice::Drums])]
    #[TestWith(['Congas', null, 0, Voice::Percussion])]
    #[TestWith(['Harmonium', null, 0, Voice::Reed])]
    #[TestWith(['Church organ', null, 0, Voice::Organ])]
    #[TestWith(['Violins', null, 0, Voice::Bowed])]
    #[TestWith(['Tin whistle', null, 0, Voice::Blown])]
    #[TestWith(['Warm pad', null, 0, Voice::Pad])]
    #[TestWith(['Upright piano', null, 0, Voice::Struck])]
    #[TestWith(['Glockenspiel', null, 0, Voice::Mallet])]
    #[TestWith(['Lead synth', null, 0, Voice::Lead])]
    #[TestWith(['', null, 0, Voice::Plucked])]
    public function test_a_track_gets_the_voice_that_suits_it(
        string $name, ?int $program, int $channel, Voice $voice,
    ): void {
        $events = $program === null ? [] : [chr(0xC0 | $channel).chr($program)];
        $track = (new SmfTrack(Notes::none(), array_fill(0, count($events), 0), $events))
            ->withMetas(Meta::TrackName, [0 => $name]);

        self::assertSame($voice, SuitingVoice::of($track, $channel));
    }

    /**
     * @return iterable<string, array{int, int, Voice}> programs from and to, counted from 0 as their messages do, and
     *     the voice
     */
    public static function programs(): iterable
    {
        yield 'pianos' => [0, 7, Voice::Struck];
        yield 'bells and bars' => [8, 15, Voice::Mallet];
        yield 'organs' => [16, 19, Voice::Organ];
        yield 'reed organs and accordions' => [20, 23, Voice::Reed];
        yield 'guitars' => [24, 31, Voice::Plucked];
        yield 'basses' => [32, 37, Voice::Bass];
        yield 'synth basses' => [38, 39, Voice::SynthBass];
        yield 'strings' => [40, 44, Voice::Bowed];
        yield 'plucked strings and harp' => [45, 46, Voice::Plucked];
        yield 'timpani' => [47, 47, Voice::Percussion];
        yield 'string sections' => [48, 49, Voice::Bowed];
        yield 'synth strings and choirs' => [50, 54, Voice::Pad];
        yield 'an orchestra struck at once' => [55, 55, Voice::Struck];
        yield 'brass' => [56, 63, Voice::Blown];
        yield 'saxophones and oboes' => [64, 71, Voice::Reed];
        yield 'flutes' => [72, 79, Voice::Blown];
        yield 'leads' => [80, 87, Voice::Lead];
        yield 'pads and what swells' => [88, 103, Voice::Pad];
        yield 'plucked ones from everywhere' => [104, 108, Voice::Plucked];
        yield 'bagpipe' => [109, 109, Voice::Reed];
        yield 'fiddle' => [110, 110, Voice::Bowed];
        yield 'shawm' => [111, 111, Voice::Reed];
        yield 'drums with a pitch' => [112, 119, Voice::Percussion];
        yield 'noises' => [120, 127, Voice::Plucked];
    }

    #[DataProvider('programs')]
    public function test_programs_go_by_the_families_of_general_midi(int $from, int $to, Voice $voice): void
    {
        foreach (range($from, $to) as $program) {
            self::assertSame(
                $voice, SuitingVoice::of(new SmfTrack(Notes::none(), [0], [chr(0xC0).chr($program)]), 0),
                "program {$program}",
            );
        }
    }
}

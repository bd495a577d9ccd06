<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Smf;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Smf\Meta;
use Jactonic\Core\Smf\SmfTrack;
use Jactonic\Core\Smf\SuitingVoice;
use Jactonic\Core\Song\Voice;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class SuitingVoiceTest extends TestCase
{
    #[TestWith(['Anything', null, 9, Voice::Drums], 'the tenth channel is for drums')]
    #[TestWith(['Lead', 0, 0, Voice::Plucked], 'a piano')]
    #[TestWith(['Lead', 33, 0, Voice::Bass])]
    #[TestWith(['Lead', 19, 0, Voice::Sustained], 'an organ')]
    #[TestWith(['Lead', 48, 0, Voice::Sustained], 'strings')]
    #[TestWith(['Lead', 45, 0, Voice::Plucked], 'plucked strings')]
    #[TestWith(['Lead', 108, 0, Voice::Plucked], 'a kalimba')]
    #[TestWith(['Lead', 115, 0, Voice::Drums], 'a woodblock')]
    #[TestWith(['Upright BASS', null, 0, Voice::Bass], 'by its name, where it has no program')]
    #[TestWith(['Frame drums', null, 0, Voice::Drums])]
    #[TestWith(['Harmonium', null, 0, Voice::Sustained])]
    #[TestWith(['', null, 0, Voice::Plucked])]
    public function test_a_track_gets_the_voice_that_suits_it(string $name, ?int $program, int $channel, Voice $voice): void
    {
        $events = $program === null ? [] : [chr(0xC0 | $channel).chr($program)];
        $track = (new SmfTrack(Notes::none(), array_fill(0, count($events), 0), $events))->withMetas(Meta::TrackName, [0 => $name]);

        self::assertSame($voice, SuitingVoice::of($track, $channel));
    }
}

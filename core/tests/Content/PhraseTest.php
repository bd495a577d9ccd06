<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Content;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Piece;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Time\TickRange;
use PHPUnit\Framework\TestCase;

/** What was copied fits songs of any resolution. */
final class PhraseTest extends TestCase
{
    public function test_times_are_those_of_the_other_resolution_and_no_length_is_lost(): void
    {
        $phrase = (new Phrase(
            Notes::fromRows([['start' => 480, 'length' => 240, 'playedStart' => -24], ['start' => 960, 'length' => 1]]),
            480,
            TickRange::of(480, 1440),
        ))->at(96);

        self::assertSame(
            [[96, 192], [48, 1], [-5, 0]], [$phrase->notes->start, $phrase->notes->length, $phrase->notes->playedStart],
        );
        self::assertSame([96, 288], [$phrase->span?->from, $phrase->span?->to]);
    }

    public function test_a_span_never_becomes_nothing(): void
    {
        $phrase = (new Phrase(Notes::fromRows([['start' => 0, 'length' => 1]]), 960, TickRange::of(10, 11)))->at(96);

        self::assertSame([1, 2], [$phrase->span?->from, $phrase->span?->to]);
    }

    public function test_in_its_own_resolution_it_is_itself(): void
    {
        $phrase = new Phrase(Notes::fromRows([['start' => 7]]), 480);

        self::assertSame($phrase, $phrase->at(480));
    }

    public function test_more_than_is_read_again_is_refused_where_it_is_made(): void
    {
        $many = array_fill(0, 200_001, 1);
        foreach ([
            '200,000 notes' => static fn (): Phrase => new Phrase(Notes::of(['start' => $many]), 480),
            '200,000 points' => static fn (): Phrase => new Phrase(
                Notes::none(), 480, points: Points::of(['start' => $many]),
            ),
            '2,000 clips' => static fn (): Phrase => new Phrase(
                Notes::none(), 480, null, array_fill(0, 2001, new Piece(0, 0, 480)),
            ),
        ] as $most => $made) {
            try {
                $made();
                self::fail($most);
            } catch (EditRefused $refused) {
                self::assertStringContainsString("at most {$most}", $refused->getMessage());
            }
        }
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Song;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\RowChange;
use Jactonic\Core\Song\Track;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** Tracks and clips hold what they say, and nothing beyond. */
final class TrackTest extends TestCase
{
    #[TestWith(['colour', 1, 8])]
    #[TestWith(['channel', 0, 15])]
    #[TestWith(['volume', 0, 100])]
    #[TestWith(['pan', -100, 100])]
    #[TestWith(['transposition', -48, 48])]
    public function test_a_track_takes_each_number_up_to_its_bounds(string $name, int $min, int $max): void
    {
        $track = new Track(1, 0, 'Keys');
        foreach ([$min, $max] as $value) {
            self::assertSame($value, $track->with([$name => $value])->toArray()[$name]);
        }
        foreach ([$min - 1, $max + 1] as $value) {
            try {
                $track->with([$name => $value]);
                self::fail("{$name} {$value} was taken");
            } catch (BadInput $error) {
                self::assertStringContainsString($name, $error->getMessage());
            }
        }
    }

    /** @param  array<string, mixed>  $values */
    #[TestWith([['name' => '']])]
    #[TestWith([['name' => '   ']])]
    #[TestWith([['voice' => 'kazoo']])]
    public function test_a_track_has_a_name_and_a_voice_there_is(array $values): void
    {
        $this->expectException(BadInput::class);

        (new Track(1, 0, 'Keys'))->with($values);
    }

    /** @param  array<string, mixed>  $values */
    #[TestWith([['length' => 0]])]
    #[TestWith([['start' => -1]])]
    #[TestWith([['offset' => -1]])]
    #[TestWith([['loop' => -1]])]
    #[TestWith([['start' => 0x7FFFFFF0, 'length' => 1]])]
    public function test_a_clip_lies_within_what_a_song_can_hold(array $values): void
    {
        $this->expectException(BadInput::class);

        (new Clip(1, 1, 0, 1920))->with($values);
    }

    public function test_both_go_to_values_and_back(): void
    {
        $track = (new Track(3, 2, 'Bells'))->with(['pan' => -20, 'muted' => true, 'home' => 4]);
        $clip = (new Clip(5, 3, 960, 1920))->with(['name' => ' Verse ', 'loop' => 480, 'offset' => 240]);

        self::assertEquals($track, Track::fromArray($track->toArray()));
        self::assertEquals($clip, Clip::fromArray($clip->toArray()));
        self::assertSame('Verse', $clip->name);
        self::assertSame([720, 2880], [$clip->shift(), $clip->end()]);
    }

    public function test_two_changes_of_a_track_in_one_say_only_what_is_different_in_the_end(): void
    {
        [$plain, $named, $back] = [new Track(1, 0, 'A'), new Track(1, 0, 'B', volume: 50), new Track(1, 0, 'B')];
        [$first, $second] = [RowChange::between([$plain], [$named])[0], RowChange::between([$named], [$back])[0]];
        $both = $first->followedBy($second);

        self::assertSame([['name' => 'A'], ['name' => 'B']], [$both?->before, $both?->after]);
        self::assertNull($first->followedBy($first->reversed()), 'there and back is nothing');
    }
}

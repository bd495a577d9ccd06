<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

final class PitchEditsTest extends MusicTestCase
{
    /** @return array<string, array{string, list<int>, list<int>}> */
    public static function moves(): array
    {
        return [
            'a semitone' => ['transpose semitones=1', [60, 64], [61, 65]],
            'an octave down' => ['transpose octaves=-1', [60, 64], [48, 52]],
            'a third in the key' => ['transpose degrees=2', [62, 64, 65], [65, 67, 69]],
            'notes outside the key join it on the way' => ['transpose degrees=1', [62, 63, 66], [64, 64, 67]],
            'to the very top' => ['transpose semitones=7', [120], [127]],
        ];
    }

    /**
     * @param  list<int>  $before
     * @param  list<int>  $after
     */
    #[DataProvider('moves')]
    public function test_it_transposes(string $line, array $before, array $after): void
    {
        $notes = self::notes(...array_map(static fn (int $pitch, int $k): array => [$k * 120, 100, $pitch], $before, array_keys($before)));

        self::assertSame($after, self::values('pitch', self::edit($line, $notes, self::context(key: 'D dorian'))));
    }

    #[TestWith(['transpose semitones=12', 'could go up by 7 semitones'])]
    #[TestWith(['transpose octaves=1', 'cannot go up at all'])]
    #[TestWith(['transpose degrees=9', 'could go up by 4 scale steps'])]
    #[TestWith(['transpose octaves=-10', 'could go down by 3 octaves'])]
    public function test_nothing_moves_past_the_ends_and_the_message_says_how_far_it_could_go(string $line, string $message): void
    {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($message);

        self::change($line, self::notes([0, 100, 45], [0, 100, 120]), self::context(key: 'C major'));
    }

    public function test_degrees_need_a_key(): void
    {
        $this->expectExceptionMessage('needs a key');

        self::change('transpose degrees=1', self::notes([0]));
    }
}

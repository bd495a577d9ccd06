<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** Steps that get finer, and coarser again. */
final class StepsTest extends MusicTestCase
{
    /** @return array<string, array{list<string>, list<list<int>>, string, string}> */
    public static function steps(): array
    {
        $long = [[0, 480, 42, 100]];

        return [
            'finer' => [['steps grid=1/8'], $long, '0+240 240+240', '1 note cut into 2 steps'],
            'coarser again' => [
                ['steps grid=1/32', 'steps grid=1/8'], $long, '0+240 240+240', '6 notes joined to those before on 1/8',
            ],
            'straight to triplets and back' => [
                ['steps grid=1/16t', 'steps grid=1/16'], $long, '0+120 120+120 240+120 360+120',
                '2 notes cut into 4 steps, 4 notes joined to those before on 1/16',
            ],
            'what ends before a line is one step too' => [
                ['steps grid=1/16', 'steps grid=1/4'], [[0, 400, 42]], '0+400', '3 notes joined to those before on 1/4',
            ],
            'a longer note is cut, not joined' => [
                ['steps grid=1/16'], [[0, 60, 42], [60, 180, 42]], '0+60 60+60 120+120', '1 note cut into 2 steps',
            ],
            'a gap stays' => [['steps grid=1/4'], [[0, 100, 42], [120, 100, 42]], '0+100 120+100', 'Nothing cut'],
            'another row stays' => [['steps grid=1/4'], [[0, 120, 42], [120, 120, 44]], '0+120 120+120', 'Nothing cut'],
            'over a line nothing is joined' => [
                ['steps grid=1/8'], [[0, 240, 42], [240, 240, 42]], '0+240 240+240', 'Nothing cut',
            ],
        ];
    }

    /**
     * @param  list<string>  $lines
     * @param  list<list<int>>  $before
     */
    #[DataProvider('steps')]
    public function test_notes_are_steps_of_the_grid(array $lines, array $before, string $after, string $said): void
    {
        $notes = self::notes(...$before);
        foreach ($lines as $line) {
            $change = self::change($line, $notes);
            $notes = $change->applyTo($notes);
        }
        $told = array_map(
            static fn (int $start, int $length): string => "{$start}+{$length}", $notes->start, $notes->length,
        );

        self::assertSame($after, implode(' ', $told));
        self::assertStringStartsWith($said, (string) ($change->said ?? ''));
    }

    public function test_only_the_last_piece_keeps_where_its_end_was_played(): void
    {
        $pieces = self::edit('steps parts=3', self::edit('quantize', self::notes([10, 480, 42])));

        self::assertSame([[10, 0, 0], [0, 0, 10]], [$pieces->playedStart, $pieces->playedEnd]);
    }

    public function test_what_was_played_at_the_end_of_joined_notes_is_kept_by_the_last_piece(): void
    {
        $notes = Notes::fromRows([
            ['start' => 0, 'length' => 160], ['start' => 160, 'length' => 160, 'playedEnd' => 30],
        ]);
        $context = self::context(grid: '1/8');
        $after = self::edit('as-played what=end', self::edit('steps', $notes, $context), $context);

        self::assertSame(350, $after->end());
    }
}

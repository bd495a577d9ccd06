<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Context\Caret;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** A row filled with notes on the lines of a grid. */
final class FillTest extends MusicTestCase
{
    /**
     * @return array<string, array{string, list<list<int>>, string}> the line, [start, length, velocity] of the row in
     *     order, and what is said
     */
    public static function fills(): array
    {
        return [
            'on each line, as loud as new notes' => [
                'fill every=1/4', [[0, 480, 96], [480, 480, 96]],
                '2 notes of D4 filled in on 1/4, 1 note taken out before',
            ],
            'a pattern that repeats' => [
                'fill every=1/8 velocity=110,60', [[0, 240, 110], [240, 240, 60], [480, 240, 110], [720, 240, 60]],
                '4 notes of D4',
            ],
            'a pattern counts from the bar, not from the range' => [
                'fill every=1/8 velocity=110,60 range=240..720', [[240, 240, 60], [480, 240, 110]], '2 notes of D4',
            ],
            'an empty line in the pattern' => [
                'fill every=1/8 velocity=0,100', [[240, 240, 100], [720, 240, 100]], '2 notes of D4',
            ],
            'only from the first line in the range on' => [
                'fill every=1/4 range=1..960', [[480, 480, 96]], '1 note of D4',
            ],
            'the end of the range is not in it' => [
                'fill every=1/4 range=0..480', [[0, 480, 96], [500, 50, 30]], '1 note of D4 filled in on 1/4',
            ],
            'with a length' => ['fill every=1/2 length=1/16', [[0, 120, 96]], '1 note of D4'],
            'beside what is there' => [
                'fill every=1/4 clear=off', [[0, 480, 96], [480, 480, 96], [500, 50, 30]],
                '2 notes of D4 filled in on 1/4',
            ],
            'no line in the range only clears' => [
                'fill every=1/4 range=490..700', [], '0 notes of D4 filled in on 1/4, 1 note taken out before',
            ],
            'no line and nothing there' => [
                'fill every=1/4 range=610..700', [[500, 50, 30]], 'Nothing filled: no line of 1/4 lies in the range',
            ],
        ];
    }

    /** @param  list<list<int>>  $row */
    #[DataProvider('fills')]
    public function test_a_row_is_filled(string $line, array $row, string $summary): void
    {
        $notes = self::notes([500, 50, 62, 30], [500, 50, 64, 31]);
        $change = self::change($line, $notes, self::context(caret: new Caret(0, 62), range: [0, 960]));
        $after = $change->applyTo($notes);

        $found = [];
        foreach ($after->pitch as $i => $pitch) {
            if ($pitch === 62) {
                $found[] = [$after->start[$i], $after->length[$i], $after->velocity[$i]];
            }
        }
        self::assertSame($row, $found);
        self::assertContains(31, $after->velocity, 'the other row stays');
        self::assertSame($summary, substr((string) $change->said, 0, strlen($summary)));
    }

    public function test_filling_again_is_filling_once_and_a_fill_without_end_is_refused(): void
    {
        $context = self::context(range: [0, 3840], swing: 60);
        $once = self::edit('fill every=1/8 velocity=100,70,80', self::notes([5]), $context);
        $twice = self::edit('fill every=1/8 velocity=100,70,80', $once, $context);

        self::assertSame([$once->start, $once->velocity], [$twice->start, $twice->velocity]);
        self::assertSame([0, 288, 480], array_slice($once->start, 0, 3), 'on swung lines');
        $this->expectExceptionMessage('more than 200,000 notes');
        self::change('fill every=1/128 range=0..2000000000', self::notes([0]));
    }
}

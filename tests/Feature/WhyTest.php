<?php

declare(strict_types=1);

namespace Tests\Feature;

use Tests\AppTestCase;

/** Why notes are as they are is asked of the history and of where they lie. */
final class WhyTest extends AppTestCase
{
    public function test_why_the_last_step_left_a_note_alone_and_why_it_lies_where_it_lies(): void
    {
        $clip = $this->clip();
        $why = fn (array $notes): array => $this->ask($clip, 'why', ['selection' => $notes])->assertOk()
            ->json('reasons');
        self::assertSame('played-so', $why([1])[0]['cause'], 'nothing was done yet');

        $this->ask($clip, 'edits', ['selection' => [1, 2], 'lines' => ['quantize reach=10']]);
        $this->ask($clip, 'edits', ['selection' => [1], 'lines' => ['nudge by=7tk']]);
        self::assertSame(
            ['not-selected', 'It was not selected when “nudge by=7tk” was done.', ['nudge by=7tk']],
            array_values($why([1, 2])[0]), 'of those that were left alone',
        );
        self::assertSame(
            [['moved-so', 'It lies 18 ms behind 1/16: “nudge by=7tk” put it there.', ['quantize from=now']]],
            array_map(array_values(...), $why([1])),
        );
        $this->ask($clip, 'undo');
        $this->ask($clip, 'edits', ['selection' => [1, 2, 3], 'lines' => ['velocity add=1']]);
        self::assertSame('played-so', $why([1, 2])[0]['cause'], 'of the first that lies beside its line');
        $this->ask($clip, 'edits', ['selection' => [1, 2], 'lines' => ['quantize strength=0']]);
        self::assertSame([], $why([]), 'nothing is asked about');
        $tried = ['selection' => [1, 2], 'tried' => ['quantize reach=1']];
        self::assertSame(
            ['limited', ['quantize']],
            [$this->ask($clip, 'why', $tried)->json('reasons.0.cause'),
                $this->ask($clip, 'why', $tried)->json('reasons.0.cure')],
            'also where it came to nothing, and left no step',
        );
        foreach ([['nonsense'], ['quantize'], ['recipe name="None"']] as $lines) {
            self::assertNotSame(
                'limited', $this->ask($clip, 'why', ['tried' => $lines] + $tried)->assertOk()->json('reasons.0.cause'),
            );
        }
        $this->ask($clip, 'why', ['tried' => [5]] + $tried)->assertUnprocessable();
    }

    public function test_a_step_that_was_no_edit_of_the_open_notes_is_no_reason(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['tempo to=90']);

        self::assertSame(
            ['played-so'], array_column($this->ask($clip, 'why', ['selection' => [1]])->json('reasons'), 'cause'),
        );
    }
}

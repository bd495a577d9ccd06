<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\ClipRecord;
use App\Models\StepRecord;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\AppTestCase;

/** What is known of the next press before it comes is what the press then does. */
final class AheadTest extends AppTestCase
{
    /** What the table of the notes, and what is selected, is told by. */
    private const TOLD = ['notes', 'points', 'selection'];

    /** @return array<string, array{0: list<string>, 1?: list<string>, 2?: list<int>}> lines, those before, what is selected */
    public static function presses(): array
    {
        $lines = [
            'quantize', 'quantize strength=50', 'transpose semitones=1', 'transpose octaves=-1', 'nudge by=step',
            'nudge by=10ms', 'velocity add=10', 'length', 'legato', 'reverse', 'repeat', 'mute', 'delete',
            'split at=caret', 'steps grid=1/64', 'humanize seed=7', 'squeeze amount=50', 'double octaves=1',
        ];

        return array_combine($lines, array_map(static fn (string $line): array => [[$line]], $lines)) + [
            'two lines' => [['quantize', 'legato']],
            'a clip that loops' => [['transpose semitones=1'], ['clip loop=960tk length=3840tk'], [1, 2]],
            'a loop, copied in' => [['double octaves=1'], ['clip loop=960tk length=3840tk'], [1]],
            'a part of the clip' => [['velocity add=5'], ['clip-split at=240tk'], [1, 2]],
            'points alone' => [['velocity add=5 lane=cc11'], ['point lane=cc11 at=0 value=40'], [4, 5]],
            'an empty clip' => [['insert'], ['delete'], []],
        ];
    }

    /**
     * @param  list<string>  $lines
     * @param  list<string>  $before
     * @param  list<int>  $selection
     */
    #[DataProvider('presses')]
    public function test_what_was_seen_ahead_is_what_the_press_does(
        array $lines, array $before = [], array $selection = [1, 2, 3],
    ): void {
        $clip = $this->clip();
        $context = ['context' => ['grid' => '1/16', 'caret' => [60, 60]]];
        $ask = fn (array $lines, int $revision, array $selection) => $this->ask(
            $clip, 'edits', ['revision' => $revision, 'lines' => $lines, 'selection' => $selection] + $context,
        )->assertOk()->json();
        if ($before !== []) {
            $ask($before, 1, [1, 2, 3]);
        }
        $revision = ClipRecord::query()->findOrFail($clip)->revision;
        $steps = StepRecord::query()->count();
        [$ahead] = $this->ahead($clip, $revision, [['lines' => $lines]], ['selection' => $selection] + $context);
        self::assertSame($steps, StepRecord::query()->count(), 'nothing was written');

        $done = $ask($lines, $revision, $selection);

        self::assertNotNull($ahead);
        self::assertSame($steps + 1, StepRecord::query()->count(), 'it did something');
        foreach (self::TOLD as $part) {
            self::assertSame($done[$part], $ahead[$part], "{$part} after ".implode(', ', $lines));
        }
    }

    public function test_a_run_of_one_key_is_known_a_press_further_and_computed_from_where_it_began(): void
    {
        $clip = $this->clip();
        $press = ['selection' => [1, 2, 3], 'context' => ['grid' => '1/16']];
        $line = ['nudge by=7ms'];
        $this->ask($clip, 'edits', ['revision' => 1, 'lines' => $line] + $press)->assertOk();
        [$once, $twice] = $this->ahead($clip, 2, [['lines' => $line], ['lines' => $line, 'then' => $line]], $press);

        $first = $this->ask($clip, 'edits', ['revision' => 2, 'lines' => $line] + $press)->assertOk()->json();
        self::assertSame($first['notes'], $once['notes']);
        $this->ask($clip, 'edits', ['revision' => 3, 'lines' => $line] + $press)->assertOk();
        self::assertSame($this->column($clip, 'start'), $twice['notes'][0]['changed'][0]['start']);
    }

    public function test_a_step_back_and_forward_are_known_too(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['transpose semitones=2']);
        $press = ['selection' => [1], 'context' => ['grid' => '1/16']];

        [$back, $forth] = $this->ahead($clip, 2, ['undo', 'redo'], $press);
        self::assertNull($forth, 'there is nothing to do again');
        $undone = $this->ask($clip, 'undo', ['revision' => 2])->assertOk()->json();
        self::assertSame($undone['notes'], $back['notes']);

        [, $forth] = $this->ahead($clip, 3, ['undo', 'redo'], $press);
        $redone = $this->ask($clip, 'redo', ['revision' => 3])->assertOk()->json();
        self::assertSame($redone['notes'], $forth['notes']);
    }

    public function test_a_step_back_is_known_where_the_clip_grew_with_it(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['nudge by=4bar']);
        $press = ['selection' => [1]];

        [$back] = $this->ahead($clip, 2, ['undo'], $press);
        $undone = $this->ask($clip, 'undo', ['revision' => 2])->assertOk()->json();

        self::assertSame(
            [$undone['notes'], $undone['open']['notes'], $undone['lengths']],
            [$back['notes'], $back['open']['notes'], $undone['lengths']],
        );
        self::assertSame([10, 130, 250], $back['open']['notes']['start']);
    }

    public function test_a_step_back_in_another_clip_leaves_what_is_open_as_it_is(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['clip-split at=240tk']);
        $other = (int) ClipRecord::query()->whereKeyNot($clip)->orderByDesc('id')->firstOrFail()->id;
        $this->ask($other, 'edits', ['lines' => ['transpose semitones=1'], 'selection' => 'all'])->assertOk();
        $revision = ClipRecord::query()->findOrFail($clip)->revision;

        [$back] = $this->ahead($clip, $revision, ['undo'], ['selection' => [1]]);
        $undone = $this->ask($clip, 'undo', ['revision' => $revision])->assertOk()->json();

        self::assertSame([[], []], [$back['notes'], $back['points']]);
        self::assertSame([], $undone['notes']);
    }

    public function test_what_is_refused_reaches_further_or_draws_a_value_is_not_known(): void
    {
        $clip = $this->clip();

        self::assertSame(
            [null, null, null, null, null],
            $this->ahead(
                $clip, 1,
                [
                    ['lines' => ['legato last=range']], ['lines' => ['tempo to=90']], ['lines' => ['paste']],
                    ['lines' => ['humanize']], ['lines' => ['no such edit']],
                ],
                ['selection' => [1, 2]],
            ),
        );
    }

    public function test_another_windows_change_is_a_conflict_and_a_wrong_shape_is_said(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['quantize']);
        $ask = fn (mixed $presses, int $revision) => $this->ask(
            $clip, 'ahead', ['revision' => $revision, 'selection' => [1], 'presses' => $presses],
        );

        $ask(['undo'], 1)->assertStatus(409);
        foreach ([null, 'undo', array_fill(0, 33, 'undo')] as $wrong) {
            $ask($wrong, 2)->assertStatus(422)->assertJsonPath(
                'error.message', 'presses takes a list of at most 32.',
            );
        }
        foreach ([['redone'], [['lines' => []]], [['lines' => ['mute'], 'then' => [1]]]] as $wrong) {
            self::assertStringStartsWith(
                'presses takes what may be pressed next', $ask($wrong, 2)->assertStatus(422)->json('error.message'),
            );
        }
    }

    /**
     * @param  list<mixed>  $presses
     * @param  array<string, mixed>  $press
     * @return list<array<string, mixed>|null>
     */
    private function ahead(int $clip, int $revision, array $presses, array $press): array
    {
        return $this->ask(
            $clip, 'ahead', ['revision' => $revision, 'presses' => $presses] + $press,
        )->assertOk()->json('answers');
    }
}

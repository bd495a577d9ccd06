<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\ClipRecord;
use App\Models\StepRecord;
use Tests\AppTestCase;

/** What is seen before it is trusted: previews, the advice and the choosing of notes. None of them changes anything. */
final class PreviewTest extends AppTestCase
{
    public function test_a_preview_says_what_would_change_and_changes_nothing(): void
    {
        $clip = $this->clip();
        $request = [
            'revision' => 1, 'lines' => ['quantize'], 'selection' => [1, 2, 3], 'context' => ['grid' => '1/16'],
        ];
        $preview = $this->ask($clip, 'edits', $request + ['dry' => true])->assertOk()->json();

        self::assertSame([10, 130, 250], $this->column($clip, 'start'));
        self::assertSame([1, 0], [ClipRecord::query()->findOrFail($clip)->revision, StepRecord::query()->count()]);

        $done = $this->ask($clip, 'edits', $request)->assertOk()->json();
        foreach (['notes', 'selection', 'message'] as $part) {
            self::assertSame($preview[$part], $done[$part], "{$part} is as it was previewed");
        }
    }

    public function test_a_preview_of_what_cannot_be_done_says_why(): void
    {
        $clip = $this->clip();

        $this->ask(
            $clip, 'edits', ['revision' => 1, 'lines' => ['legato last=range'], 'selection' => [1], 'dry' => true],
        )
            ->assertStatus(422)->assertJsonPath(
                'error.message',
                'legato last=range needs a range; drag one on the ruler or make one from the selection, or take '
                    .'last=bar.',
            );
    }

    public function test_a_preview_of_a_clip_that_was_changed_meanwhile_is_a_conflict(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['quantize']);

        $this->ask(
            $clip, 'edits', ['revision' => 1, 'lines' => ['mute'], 'selection' => [1], 'dry' => true],
        )->assertStatus(409)->assertJsonPath("song.open.revisions.{$clip}", 2);
    }

    public function test_a_preview_of_copy_leaves_the_clipboard_alone(): void
    {
        $clip = $this->clip();
        $this->ask(
            $clip, 'edits', ['revision' => 1, 'lines' => ['copy'], 'selection' => [1], 'dry' => true],
        )->assertOk();

        $this->edit($clip, 1, ['paste'], status: 422);
    }

    public function test_the_advice_ranks_the_grids(): void
    {
        $clip = $this->clip();
        $advice = $this->ask($clip, 'advice', ['selection' => []])->assertOk()->json();

        self::assertSame(
            [3, '1/16', 0], [$advice['count'], $advice['grids'][0]['grid'], $advice['grids'][0]['collisions']],
        );
        self::assertSame('quantize grid=1/16 swing=0', $advice['grids'][0]['line']);
        self::assertStringStartsWith('1/16 fits best', $advice['summary']);
    }

    public function test_notes_are_chosen_by_conditions(): void
    {
        $clip = $this->clip();

        $this->ask(
            $clip, 'choose', ['where' => 'velocity=70.. pitch=..64'],
        )->assertOk()->assertJsonPath('selection', [2]);
        $this->ask(
            $clip, 'choose', ['where' => 'range=in', 'context' => ['range' => [100, 200]]],
        )->assertOk()->assertJsonPath('selection', [2]);
        $this->ask($clip, 'choose', ['where' => 'colour=red'])->assertStatus(422);
    }
}

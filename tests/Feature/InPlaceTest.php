<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\StepRecord;
use PHPUnit\Framework\Attributes\TestWith;
use Tests\AppTestCase;

/** What was done last is done otherwise, in its place: computed from where it began, and one step of the history. */
final class InPlaceTest extends AppTestCase
{
    /**
     * @param  non-empty-list<string>  $first
     * @param  non-empty-list<string>  $then
     */
    #[TestWith([['velocity add=10'], ['velocity add=5']])]
    #[TestWith([['quantize strength=80'], ['quantize strength=60 grid=1/8']])]
    #[TestWith([['delete'], ['mute']])]
    #[TestWith([['duplicate'], ['repeat times=2', 'transpose octaves=1']])]
    #[TestWith([['split at=60'], ['split at=100', 'mute']])]
    #[TestWith([['nudge by=4bar'], ['nudge by=1/4']])]
    #[TestWith([['clip name=Verse length=4bar'], ['clip name=Chorus']])]
    #[TestWith([['tempo to=90'], ['tempo to=92.5']])]
    #[TestWith([['choose where="pitch=64.."', 'transpose semitones=2'], ['choose where="pitch=64.."', 'mute']])]
    public function test_it_is_as_if_the_other_had_been_done_at_once(array $first, array $then): void
    {
        [$clip, $other] = [$this->clip(), $this->clip()];
        $this->edit($clip, 1, $first, [1, 2]);
        $answer = $this->instead($clip, $then);
        $this->edit($other, 1, $then, [1, 2]);

        self::assertSame($this->seen($other), $this->seen($clip));
        self::assertSame(1, StepRecord::query()->where('song_id', $this->songOf($clip))->count());
        self::assertSame($then, $answer['history']['lines']);
        $this->ask($clip, 'undo')->assertOk()->assertJsonPath('selection', [1, 2]);
        self::assertSame([60, 64, 67], $this->column($clip, 'pitch'));
        self::assertSame([10, 130, 250], $this->column($clip, 'start'));
        $this->ask($clip, 'redo')->assertOk();
        self::assertSame($this->seen($other), $this->seen($clip));
    }

    public function test_what_it_would_do_is_told_beside_what_is_there_and_changes_nothing(): void
    {
        $clip = $this->clip();
        $velocities = $this->column($clip, 'velocity');
        $this->edit($clip, 1, ['velocity add=10'], [1, 2, 3]);
        $preview = $this->instead($clip, ['velocity add=5'], ['dry' => true]);

        self::assertSame([$velocities], array_column($preview['before']['notes'][0]['changed'], 'velocity'));
        self::assertSame('3 notes 5 louder', $preview['message']);
        self::assertSame(
            [array_map(static fn (int $velocity): int => $velocity + 5, $velocities)],
            array_column($preview['notes'][0]['changed'], 'velocity'),
        );
        self::assertSame($velocities[0] + 10, $this->column($clip, 'velocity')[0]);
    }

    public function test_the_same_again_leaves_all_as_it_is_and_nothing_at_all_takes_the_step_away(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['velocity add=10'], [1, 2, 3]);
        $there = $this->column($clip, 'velocity');

        self::assertSame('3 notes 10 louder', $this->instead($clip, ['velocity add=10'])['message']);
        self::assertSame($there, $this->column($clip, 'velocity'));
        self::assertNull($this->instead($clip, ['velocity add=0'])['history']['at']);
        self::assertSame(0, StepRecord::query()->count());
    }

    public function test_what_is_refused_leaves_the_step_as_it_was(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['velocity add=10'], [1, 2, 3]);
        $there = $this->column($clip, 'velocity');

        $this->ask($clip, 'edits', ['instead' => 1, 'selection' => [1, 2, 3], 'lines' => ['chords-fill']])
            ->assertStatus(422);
        $this->ask($clip, 'edits', ['instead' => 'the last', 'selection' => [1], 'lines' => ['mute']])
            ->assertStatus(422)->assertSee('instead takes the number of the step');
        self::assertSame($there, $this->column($clip, 'velocity'));
        self::assertSame(['velocity add=10'], StepRecord::query()->firstOrFail()->lines);
    }

    public function test_it_is_a_step_of_its_own_where_others_are_selected_or_something_came_after(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['transpose semitones=1'], [1, 2]);
        $step = StepRecord::query()->firstOrFail()->id;

        $this->ask($clip, 'edits', ['instead' => $step, 'selection' => [3], 'lines' => ['transpose octaves=1']])
            ->assertOk();
        self::assertSame([61, 65, 79], $this->column($clip, 'pitch'));
        $this->ask($clip, 'edits', ['instead' => $step, 'selection' => [1, 2], 'lines' => ['transpose semitones=-1']]);
        self::assertSame([60, 64, 79], $this->column($clip, 'pitch'), 'the song stands at another step by now');
        $this->ask($clip, 'undo');
        $this->ask($clip, 'undo');
        $this->ask($clip, 'edits', ['instead' => $step, 'selection' => [1, 2], 'lines' => ['transpose semitones=5']]);
        self::assertSame([66, 70, 67], $this->column($clip, 'pitch'), 'what came after it is kept as a branch');
        self::assertSame(4, StepRecord::query()->count());
    }

    public function test_on_another_track_and_on_chosen_clips_it_is_done_in_place_too(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['track-new name=Reed'], []);
        $on = ['lines' => ['on track=Lead', 'velocity set=50'], 'selection' => 'all'];
        $at = $this->ask($clip, 'edits', $on)->json('history.at');
        self::assertSame([50, 50, 50], $this->column($clip, 'velocity'));
        $this->ask($clip, 'edits', [
            'instead' => $at, 'selection' => 'all', 'lines' => ['on track=Lead', 'velocity set=60'],
        ])->assertOk();
        self::assertSame([60, 60, 60], $this->column($clip, 'velocity'));

        $chosen = ['selection' => 'all', 'context' => ['onClips' => true]];
        $at = $this->ask($clip, 'edits', $chosen + ['lines' => ['nudge by=1bar']])->json('history.at');
        $this->ask($clip, 'edits', $chosen + ['instead' => $at, 'lines' => ['nudge by=2bar']])->assertOk();
        $song = $this->getJson("/api/songs/{$this->songOf($clip)}")->json('song');
        self::assertSame(3840, $song['tracks'][0]['clips'][0]['start']);
        self::assertSame(3, StepRecord::query()->count());
    }

    /**
     * @param  non-empty-list<string>  $lines
     * @param  array<string, mixed>  $more
     * @return array<string, mixed>
     */
    private function instead(int $clip, array $lines, array $more = []): array
    {
        $step = StepRecord::query()->where('song_id', $this->songOf($clip))->firstOrFail();

        return $this->ask($clip, 'edits', $more + [
            'instead' => $step->id, 'selection' => $step->step()->after->ids, 'lines' => $lines,
        ])->assertOk()->json();
    }

    /** @return array<string, mixed> what one sees of a song, without what counts or names it */
    private function seen(int $clip): array
    {
        $song = $this->getJson("/api/songs/{$this->songOf($clip)}")->assertOk()->json('song');

        $notes = array_diff_key($this->opened($clip)['notes'], ['clip' => 0, 'id' => 0]);
        ksort($notes);

        return [
            $notes, $song['tempo'],
            array_map(static fn (array $clip): array => [$clip['name'], $clip['start'], $clip['length']],
                $song['tracks'][0]['clips']),
        ];
    }
}

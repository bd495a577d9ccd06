<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\StepRecord;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\TestWith;
use Tests\AppTestCase;

/** Every step of a song can be looked at, gone back to, named and compared, and no branch is lost. */
final class HistoryTest extends AppTestCase
{
    public function test_going_back_before_an_open_clip_was_made_opens_what_is_there_with_its_notes(): void
    {
        $clip = $this->clip();
        $song = $this->edit($clip, 1, ['track-new name=Reed'])['song'];
        $new = $song['tracks'][1]['clips'][0]['id'];
        $open = ['open' => [$new], 'step' => null];

        foreach ([['dry' => true], []] as $looking) {
            $answer = $this->postJson("/api/songs/{$song['id']}/history", $open + $looking)->assertOk()->json();
            self::assertSame(
                [[$clip], [60, 64, 67]], [$answer['open']['clips'], $answer['open']['notes']['pitch'] ?? []],
            );
        }
    }

    public function test_taking_back_what_one_stands_on_leads_to_where_one_stood_before(): void
    {
        $clip = $this->clip();
        $song = $this->edit($clip, 1, ['track-new name=Reed'])['song'];
        $reed = $song['tracks'][1]['clips'][0]['id'];
        $this->ask($reed, 'edits', ['selection' => [], 'lines' => ['insert pitch=50 at=0']]);
        $song = $this->ask($reed, 'edits', ['selection' => [], 'lines' => ['track-new name=Bells']])->json('song');
        $bells = $song['tracks'][2]['clips'][0]['id'];

        $before = ['before' => ['open' => [$reed], 'front' => $reed]];
        $open = $this->ask($bells, 'undo', $before)->assertOk()->json('open');
        self::assertSame([[$reed], $reed, [50]], [$open['clips'], $open['front'], $open['notes']['pitch']]);
        self::assertNull($this->ask($reed, 'redo', $before)->assertOk()->json('open'), 'one stays where one is');
        $gone = $this->ask($bells, 'undo', ['before' => ['open' => [9999], 'front' => 9999]])->json('open');
        self::assertSame([$clip], $gone['clips'], 'what was shown before may be gone too');
    }

    public function test_a_part_remembers_what_it_was_last_quantized_with(): void
    {
        $clip = $this->clip();
        $last = fn (): mixed => $this->ask($clip, 'advice', ['selection' => []])->assertOk()->json('quantized');
        self::assertNull($last());
        $on = ['selection' => [1, 2], 'context' => ['grid' => '1/8', 'swing' => 9]];
        $this->ask($clip, 'edits', $on + ['lines' => ['quantize strength=80']])
            ->assertJsonPath('history.grid', ['1/8', 9]);
        $this->ask($clip, 'edits', $on + ['lines' => ['transpose semitones=1']]);

        self::assertSame(['1/8', 9, '80'], array_slice(array_values($last()), 0, 3), 'the grid was the current one');
        self::assertEqualsWithDelta(now()->getTimestampMs(), $last()['at'], 5_000);
        $this->ask($clip, 'edits', $on + ['lines' => ['choose where="pitch=61"', 'quantize grid=1/16t swing=3']]);
        self::assertSame(['1/16t', 3, '100'], array_slice(array_values($last()), 0, 3));
        $this->ask($clip, 'undo');
        self::assertSame('80', $last()['strength']);
        $other = $this->ask($clip, 'edits', $on + ['lines' => ['track-new name=Reed']])->json('open.front');
        self::assertNull($this->ask($other, 'advice', ['selection' => []])->json('quantized'));
        $this->ask($clip, 'history', ['step' => null])->assertOk();
        self::assertNull($last(), 'as it came in');
    }

    public function test_a_point_of_the_history_keeps_its_letter_and_is_not_joined(): void
    {
        $clip = $this->clip();
        $song = $this->songOf($clip);
        $mark = fn (array $said): TestResponse => $this->putJson("/api/songs/{$song}/marks", $said);
        $mark(['letter' => 'A', 'step' => null])->assertOk()->assertExactJson(['marks' => ['A' => null]]);
        $first = $this->edit($clip, 1, ['nudge by=10tk'])['history']['at'];
        $mark(['letter' => 'B', 'step' => $first])->assertJsonPath('marks', ['A' => null, 'B' => $first]);

        $second = $this->edit($clip, 2, ['nudge by=10tk'])['history'];
        self::assertSame([$first, ['nudge by=10tk']], [$second['before'], $second['lines']], 'a step of its own');
        self::assertNotSame($first, $second['at']);
        $instead = ['lines' => ['nudge by=5tk'], 'selection' => [1, 2, 3], 'instead' => $second['at']];
        $mark(['letter' => 'C', 'step' => $second['at']]);
        $third = $this->ask($clip, 'edits', $instead)->assertOk()->json('history');
        self::assertSame($second['at'], $third['before'], 'nothing is put in the place of what has a letter');

        $opened = $this->postJson("/api/songs/{$song}/open", ['clips' => [$clip], 'front' => $clip])->json();
        self::assertSame(['A' => null, 'B' => $first, 'C' => $second['at']], $opened['marks']);
        $mark(['letter' => 'B', 'off' => true])->assertJsonPath('marks', ['A' => null, 'C' => $second['at']]);
        foreach ([['D', null], ['A', 999999], ['A', 'x'], [null, null]] as [$letter, $step]) {
            $mark(['letter' => $letter, 'step' => $step])->assertUnprocessable();
        }
    }

    public function test_a_step_is_told_as_it_was_seen_and_heard_with_in_what_it_differs(): void
    {
        $clip = $this->clip();
        $song = $this->songOf($clip);
        $made = $this->edit($clip, 1, ['track-new name=Reed'])['song'];
        [$lead, $reed] = [$made['tracks'][0]['id'], $made['tracks'][1]['clips'][0]['id']];
        $this->ask($reed, 'edits', ['selection' => [], 'lines' => ['insert pitch=50 at=0']]);
        $before = $this->ask($reed, 'history', ['step' => null, 'dry' => true])->json();
        $at = $this->ask($reed, 'edits', [
            'selection' => [], 'lines' => ['track of=1 volume=30', 'tempo to=90'],
        ])->assertOk()->json('history.before');
        $this->ask($clip, 'edits', ['selection' => [1], 'lines' => ['nudge by=24tk', 'velocity add=10']])->assertOk();

        $there = $this->postJson("/api/songs/{$song}/history", [
            'open' => [$reed], 'front' => $reed, 'step' => $at, 'dry' => true, 'heard' => true,
        ])->assertOk()->json();
        self::assertSame('', (string) ($before['sounding'] ?? ''), 'what is only seen is not told for the ear');
        self::assertSame(
            '1 note 33 ms earlier; 1 note 10 softer; 1 track changed; tempo, meter, key, chords or markers',
            $there['message'],
        );
        self::assertSame([120.0, 80], [(float) $there['song']['tempo'], $there['song']['tracks'][0]['volume']]);
        self::assertSame([$lead, 10], [$there['sounding'][0]['track'], $there['sounding'][0]['notes']['start'][0]]);

        $dry = $this->ask($reed, 'edits', [
            'selection' => [], 'lines' => ['track of=1 transpose=12'], 'dry' => true, 'heard' => true,
        ])->assertOk()->json();
        self::assertSame(12, $dry['song']['tracks'][0]['transposition']);
        self::assertSame([72, 76, 79], $dry['sounding'][0]['notes']['pitch'], 'heard an octave higher');
    }

    public function test_ten_nudges_by_the_clock_come_to_what_they_say(): void
    {
        $clip = $this->clip();
        for ($k = 0; $k < 10; $k++) {
            $answer = $this->edit($clip, 1 + $k, ['nudge by=5ms']);
        }
        self::assertSame([58, 178, 298], $this->column($clip, 'start'), '50 ms are 48 ticks at 120 BPM');
        self::assertSame('3 notes moved 48 ticks (50 ms) later', $answer['message'] ?? '');
        self::assertSame(['nudge by=50ms'], $answer['history']['lines'] ?? []);
        $this->edit($clip, 11, array_fill(0, 10, 'nudge by=-5ms'));
        self::assertSame([10, 130, 250], $this->column($clip, 'start'), 'so many times by a count before the key');
    }

    public function test_a_gesture_that_goes_no_further_says_so(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['velocity add=60'], [3]);
        $answer = $this->edit($clip, 2, ['velocity add=60'], [3]);

        self::assertSame('Nothing changed: the velocities are at the limit already.', $answer['message']);
    }

    public function test_every_step_is_listed_with_its_branch(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['quantize']);
        $this->edit($clip, 2, ['transpose semitones=2', 'mute']);
        $this->ask($clip, 'undo', ['revision' => 3]);
        $this->edit($clip, 4, ['delete']);

        $history = $this->getJson("/api/songs/{$this->songOf($clip)}/history")->assertOk()->json();

        [$first, $second, $third] = array_column($history['steps'], 'id');
        self::assertSame(
            ['quantize', 'transpose semitones=2, mute', 'delete'], array_column($history['steps'], 'title'),
        );
        self::assertSame([null, $first, $first], array_column($history['steps'], 'parent'));
        self::assertSame($third, $history['at']);
        self::assertNotSame($second, $third);
    }

    public function test_one_can_go_to_any_step_of_any_branch_and_back(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['transpose semitones=2']);
        $this->edit($clip, 2, ['delete'], [1]);
        $this->ask($clip, 'undo', ['revision' => 3]);
        $this->edit($clip, 4, ['insert at=0 pitch=40']);
        [, $deleted, $inserted] = StepRecord::query()->orderBy('id')->pluck('id')->all();

        $this->goTo($clip, 5, $deleted);
        self::assertSame([66, 69], $this->column($clip, 'pitch'));
        $this->goTo($clip, 6, null);
        self::assertSame([60, 64, 67], $this->column($clip, 'pitch'), 'the song as it came in');
        $this->goTo($clip, 7, $inserted);
        self::assertSame([40, 62, 66, 69], $this->column($clip, 'pitch'));
    }

    public function test_redo_follows_the_branch_that_was_walked_last(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['transpose semitones=2']);
        $this->ask($clip, 'undo', ['revision' => 2]);
        $this->edit($clip, 3, ['delete']);
        $first = StepRecord::query()->orderBy('id')->value('id');

        $this->goTo($clip, 4, (int) $first);
        $this->ask($clip, 'undo', ['revision' => 5])->assertJsonPath('history.redo', 'transpose semitones=2');
    }

    public function test_going_somewhere_can_be_previewed(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['transpose semitones=2']);
        $this->edit($clip, 2, ['quantize']);

        $preview = $this->ask($clip, 'history', ['revision' => 3, 'step' => null, 'dry' => true])->assertOk()->json();

        self::assertSame([0, 120, 240], $this->column($clip, 'start'));
        self::assertEqualsCanonicalizing(
            ['id', 'start', 'playedStart', 'playedEnd', 'pitch'],
            array_unique(array_merge(...array_map(array_keys(...), $preview['notes'][0]['changed']))),
        );
    }

    public function test_a_step_is_named_and_its_name_taken_away(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['quantize']);
        $step = StepRecord::query()->value('id');

        $this->patchJson(
            "/api/songs/{$this->songOf($clip)}/history/{$step}", ['name' => ' Tight take '],
        )->assertOk()->assertJsonPath('steps.0.name', 'Tight take');
        $this->patchJson(
            "/api/songs/{$this->songOf($clip)}/history/{$step}", ['name' => ''],
        )->assertOk()->assertJsonPath('steps.0.name', null);
        $this->patchJson(
            "/api/songs/{$this->songOf($clip)}/history/{$step}", ['name' => str_repeat('x', 81)],
        )->assertStatus(422);
        $this->patchJson("/api/songs/{$this->songOf($clip)}/history/999", ['name' => 'x'])->assertNotFound();
    }

    public function test_a_step_of_another_song_is_refused(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['quantize']);
        $other = $this->clip();

        $this->ask($other, 'history', ['revision' => 1, 'step' => StepRecord::query()->value('id')])
            ->assertStatus(422)->assertSee('has no step');
    }

    public function test_velocities_pushed_to_the_limit_and_brought_back_in_one_gesture_keep_their_ratios(): void
    {
        $clip = $this->clip();
        $revision = 1;
        foreach ([40, 40, -40, -30] as $by) {
            $answer = $this->edit($clip, $revision++, ["velocity add={$by}"]);
        }

        self::assertSame([74, 90, 106], $this->column($clip, 'velocity'), '64, 80 and 96 with 10 more');
        self::assertSame('velocity add=10', $answer['history']['undo']);
        $this->ask($clip, 'undo', ['revision' => $revision])->assertOk();
        self::assertSame([64, 80, 96], $this->column($clip, 'velocity'));
    }

    public function test_a_gesture_that_comes_back_leaves_no_step(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['velocity add=100']);
        $answer = $this->edit($clip, 2, ['velocity add=-100']);

        self::assertSame([64, 80, 96], $this->column($clip, 'velocity'));
        self::assertSame([null, 0], [$answer['history']['undo'], StepRecord::query()->count()]);
    }

    /** @param  list<string>  $lines */
    #[TestWith([['nudge by=grid', 'nudge by=-grid']])]
    #[TestWith([['nudge by=step', 'nudge by=step', 'nudge by=-2step']])]
    #[TestWith([['nudge by=10ms', 'nudge by=-10ms']])]
    #[TestWith([['mute', 'mute']])]
    #[TestWith([['stretch factor=2', 'stretch factor=1/2']])]
    public function test_one_way_and_back_again_leaves_no_step(array $lines): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['velocity add=1']);
        $answer = [];
        foreach ($lines as $k => $line) {
            $answer = $this->edit($clip, 2 + $k, [$line]);
        }

        self::assertSame(['velocity add=1', 1], [$answer['history']['undo'], StepRecord::query()->count()]);
        $this->edit($clip, 2 + count($lines), ['nudge by=grid']);
        self::assertSame(2, StepRecord::query()->count(), 'what does not come back is a step of its own');
    }

    public function test_a_note_outside_the_key_comes_back_when_the_gesture_does(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['key to="D dorian"']);
        $this->edit($clip, 1, ['transpose semitones=1'], [1]);
        $this->edit($clip, 2, ['transpose degrees=1'], [1, 2, 3]);
        $this->edit($clip, 3, ['transpose degrees=-1'], [1, 2, 3]);

        self::assertSame([61, 64, 67], $this->column($clip, 'pitch'), 'C#4 is outside D dorian');
    }

    public function test_another_selection_begins_another_gesture(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['velocity add=40']);
        $this->edit($clip, 2, ['velocity add=-40'], [3]);

        self::assertSame([104, 120, 87], $this->column($clip, 'velocity'), 'what was limited before is limited now');
        self::assertSame(2, StepRecord::query()->count());
    }

    public function test_going_back_selects_what_was_selected_before_the_step_and_going_on_what_was_after(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['transpose semitones=2'], [1, 2]);
        $copies = $this->edit($clip, 2, ['duplicate'], [3])['selection'];
        [$moved, $copied] = StepRecord::query()->orderBy('id')->pluck('id')->all();

        $this->ask($clip, 'history', ['revision' => 3, 'step' => $moved])->assertJsonPath('selection', [3]);
        $this->ask($clip, 'history', ['revision' => 4, 'step' => null])->assertJsonPath('selection', [1, 2]);
        $this->ask($clip, 'history', ['revision' => 5, 'step' => $copied])->assertJsonPath('selection', $copies);
        $this->ask(
            $clip, 'history', ['revision' => 6, 'step' => $copied],
        )->assertJsonPath('message', 'The song stands there already.')->assertJsonPath('selection', null);
    }

    public function test_a_repeat_joins_the_step_before_only_on_the_same_notes_and_where_nothing_came_after(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['nudge by=10tk']);
        $this->edit($clip, 2, ['nudge by=10tk']);
        self::assertSame(['nudge by=20tk'], $this->titles(), 'one step');

        $this->edit($clip, 3, ['mute'], [1]);
        $this->ask($clip, 'undo', ['revision' => 4]);
        $this->edit($clip, 5, ['nudge by=10tk']);
        self::assertSame(['nudge by=20tk', 'mute', 'nudge by=10tk'], $this->titles(), 'a branch has begun there');
    }

    /** @return list<string> */
    private function titles(): array
    {
        return array_values(
            StepRecord::query()->orderBy('id')->get()->map(
                static fn (StepRecord $step): string => $step->title(),
            )->all(),
        );
    }

    private function goTo(int $clip, int $revision, ?int $step): void
    {
        $this->ask(
            $clip, 'history', ['revision' => $revision, 'step' => $step],
        )->assertOk()->assertJsonPath("revisions.{$clip}", $revision + 1);
    }
}

<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\ClipRecord;
use App\Models\StepRecord;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\AppTestCase;

final class ClipTest extends AppTestCase
{
    public function test_an_edit_answers_with_what_changed_and_nothing_more(): void
    {
        $clip = $this->clip();
        $answer = $this->edit($clip, 1, ['quantize'], [1, 2]);

        self::assertSame(2, $answer['revision']);
        self::assertSame(
            [['id' => [1, 2], 'start' => [0, 120], 'playedStart' => [10, 10], 'playedEnd' => [10, 10]]],
            $answer['changed'],
        );
        self::assertSame(['undo' => 'quantize', 'redo' => null], array_intersect_key($answer['history'], [
            'undo' => 0, 'redo' => 0,
        ]));
        self::assertStringStartsWith('2 notes quantized to 1/16', $answer['message']);
        self::assertSame([0, 120, 250], $this->column($clip, 'start'));
    }

    public function test_who_saw_the_song_just_before_is_told_the_tracks_that_changed_who_did_not_all_of_them(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['track-new'], []);
        $song = $this->getJson("/api/songs/{$this->songOf($clip)}")->json('song');
        [$first, $second] = array_column($song['tracks'], 'id');
        $tracks = fn (array $lines, ?int $seen): array => array_map(
            static fn (array|int $track): int|string => is_int($track) ? $track : $track['name'],
            $this->ask($clip, 'edits', ['lines' => $lines, 'selection' => [1], 'song' => $seen])->assertOk()->json(
                'song.tracks',
            ) ?? [],
        );

        self::assertSame([$first, 'Reeds'], $tracks(['track of=2 name=Reeds'], 2));
        self::assertSame(['Pipe', $second], $tracks(['track of=1 name=Pipe'], 3));
        self::assertSame(['Pipe', 'Horn'], $tracks(['track of=2 name=Horn'], null), 'what was seen is not told');
        self::assertSame([], $tracks(['velocity add=1'], 5), 'nothing of the song changed');
        self::assertSame(
            ['Pipe', 'Horn'], $tracks(['velocity add=1'], 3), 'another window changed it: all of it is told',
        );
    }

    public function test_several_lines_are_one_step_and_the_selection_is_handed_on(): void
    {
        $clip = $this->clip();
        $answer = $this->edit($clip, 1, ['duplicate', 'nudge by=1/4', 'transpose semitones=12'], [1]);

        self::assertSame(
            [[5], [490], [72]], [$answer['added']['id'], $answer['added']['start'], $answer['added']['pitch']],
        );
        self::assertSame([5], $answer['selection']);

        $back = self::flat($this->ask($clip, 'undo', ['revision' => 2])->assertOk()->json(), $clip);
        self::assertSame([[5], [1]], [$back['removed'], $back['selection']], 'undo selects what was selected before');
        self::assertSame([10, 130, 250], $this->column($clip, 'start'));
    }

    public function test_undo_and_redo_walk_the_whole_history(): void
    {
        $clip = $this->clip();
        $lines = ['quantize', 'transpose semitones=2', 'delete', 'insert at=0 pitch=50'];
        foreach ($lines as $k => $line) {
            $this->edit($clip, $k + 1, [$line]);
        }
        $end = $this->opened($clip)['notes'];

        for ($k = 0; $k < 4; $k++) {
            $this->ask($clip, 'undo', ['revision' => 5 + $k])->assertOk()->assertJsonPath(
                'history.undo', array_reverse($lines)[$k + 1] ?? null,
            );
        }
        self::assertSame([10, 130, 250], $this->column($clip, 'start'));
        $this->ask($clip, 'undo', ['revision' => 9])->assertStatus(422)->assertJsonPath(
            'error.message', 'Nothing to undo: this is the song as it came in.',
        );

        for ($k = 0; $k < 4; $k++) {
            $this->ask($clip, 'redo', ['revision' => 9 + $k])->assertOk()->assertJsonPath('history.undo', $lines[$k]);
        }
        self::assertSame($end, $this->opened($clip)['notes']);
        $this->ask($clip, 'redo', ['revision' => 13])->assertStatus(422);
    }

    public function test_an_edit_after_an_undo_begins_a_branch_and_the_old_one_is_kept(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['quantize']);
        $this->ask($clip, 'undo', ['revision' => 2]);

        self::assertSame(
            ['at' => 2, 'before' => null, 'undo' => 'transpose semitones=1', 'did' => '3 notes up 1 semitone',
                'lines' => ['transpose semitones=1'],
                'redo' => null, 'does' => null, 'next' => [], 'grid' => ['1/16', 0], 'nextGrid' => null],
            $this->edit($clip, 3, ['transpose semitones=1'])['history'],
        );
        self::assertSame(2, StepRecord::query()->where('parent_id', null)->count());
    }

    public function test_a_held_key_is_one_step(): void
    {
        $clip = $this->clip();
        for ($k = 1; $k <= 5; $k++) {
            $answer = $this->edit($clip, $k, ['transpose semitones=1']);
        }

        self::assertSame('transpose semitones=5', $answer['history']['undo']);
        $this->ask($clip, 'undo', ['revision' => 6])->assertOk();
        self::assertSame([60, 64, 67], $this->column($clip, 'pitch'));
    }

    public function test_quick_repeats_that_cannot_be_added_up_are_one_step_too(): void
    {
        $clip = $this->clip();
        for ($k = 1; $k <= 3; $k++) {
            $answer = $this->edit($clip, $k, ['nudge']);
        }

        self::assertSame('nudge × 3', $answer['history']['undo']);
        self::assertSame('3 notes moved 360 ticks (375 ms) later', $answer['message'], 'how far it went in all');
        $this->ask($clip, 'undo', ['revision' => 4])->assertOk();
        self::assertSame([10, 130, 250], $this->column($clip, 'start'));
    }

    public function test_a_second_writer_gets_a_conflict_and_the_present_state_and_nothing_is_lost(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['transpose semitones=1']);
        $answer = $this->edit($clip, 1, ['delete'], status: 409);

        self::assertSame(
            [2, [61, 65, 68]], [$answer['song']['open']['revisions'][$clip], $answer['song']['open']['notes']['pitch']],
        );
        self::assertStringContainsString('another window', $answer['error']['message']);
        self::assertSame([61, 65, 68], $this->column($clip, 'pitch'));
    }

    /** @return array<string, array{array<string, mixed>, string}> */
    public static function wrongRequests(): array
    {
        $good = ['revision' => 1, 'lines' => ['quantize'], 'selection' => [1]];

        return [
            'an unknown edit' => [['lines' => ['quantise']] + $good, 'Did you mean quantize?'],
            'a second line that is wrong' => [
                ['lines' => ['transpose semitones=1', 'nudge by=far']] + $good, 'nudge: by takes',
            ],
            'a second line that cannot be done' => [
                ['lines' => ['transpose semitones=1', 'transpose octaves=9']] + $good, 'Nothing moved',
            ],
            'no lines' => [['lines' => []] + $good, 'lines takes 1 to 100'],
            'no revision' => [['revision' => 'new'] + $good, 'revisions the revision'],
            'a selection of words' => [['selection' => ['all']] + $good, 'list of ids'],
            'a wrong grid' => [['context' => ['grid' => '1/500']] + $good, 'is no grid'],
            'a wrong swing' => [['context' => ['swing' => 400]] + $good, 'Swing goes from 0 to 150'],
            'a range that ends before it begins' => [['context' => ['range' => [10, 5]]] + $good, 'A range runs from'],
            'a caret outside' => [['context' => ['caret' => [0, 200]]] + $good, 'pitch 0 to 127'],
            'a pointer outside' => [
                ['context' => ['pointer' => ['tick' => 0, 'pitch' => 128, 'free' => false]]] + $good,
                'context.pointer takes a tick, a pitch from 0 to 127',
            ],
            'a pointer before the song' => [
                ['context' => ['pointer' => ['tick' => -1, 'pitch' => 60, 'free' => false]]] + $good,
                'context.pointer.tick takes ticks',
            ],
            'a row outside' => [
                ['context' => ['rows' => [60, 128]]] + $good, 'context.rows takes pitches from 0 to 127',
            ],
            'a nudge without its larger one' => [
                ['context' => ['nudge' => ['1/16']]] + $good, 'context.nudge takes two amounts',
            ],
            'a nudge of nudges' => [['context' => ['nudge' => ['1/16', 'step']]] + $good, 'without a sign'],
            'a pointer that is elsewhere' => [
                ['lines' => ['insert at=pointer']] + $good, 'at=pointer needs the pointer over the roll',
            ],
        ];
    }

    /** @param  array<string, mixed>  $request */
    #[DataProvider('wrongRequests')]
    public function test_what_cannot_be_done_is_refused_whole_with_what_would_work(
        array $request, string $message,
    ): void {
        $clip = $this->clip();
        $error = $this->ask($clip, 'edits', $request)->assertStatus(422)->json('error.message');

        self::assertStringContainsString($message, $error);
        self::assertSame(
            [1, [60, 64, 67]], [ClipRecord::query()->findOrFail($clip)->revision, $this->column($clip, 'pitch')],
        );
    }

    public function test_pointer_rows_and_nudge_amounts_of_the_screen_reach_the_edits(): void
    {
        $clip = $this->clip();
        $context = [
            'pointer' => ['tick' => 1000, 'pitch' => 72, 'free' => false], 'rows' => [60, 64, 67, 72, 76],
            'nudge' => ['7tk', '1/4'],
        ];

        $this->ask(
            $clip, 'edits',
            [
                'lines' => ['insert at=pointer', 'transpose rows=1', 'nudge by=step', 'nudge by=step2'],
                'context' => $context,
            ],
        )->assertOk();

        self::assertSame([60, 64, 67, 76], $this->column($clip, 'pitch'));
        self::assertSame(960 + 7 + 480, $this->column($clip, 'start')[3]);
    }

    public function test_an_edit_that_changes_nothing_makes_no_step(): void
    {
        $clip = $this->clip();

        self::assertSame(
            [1, null],
            [
                $this->edit($clip, 1, ['velocity add=0'])['revision'],
                $this->edit($clip, 1, ['quantize'], [])['history']['undo'],
            ],
        );
    }
}

<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Clipboard;
use Tests\AppTestCase;

/** One clipboard for all clips, songs and windows. */
final class ClipboardTest extends AppTestCase
{
    public function test_what_is_copied_in_one_clip_is_pasted_in_another(): void
    {
        [$here, $there] = [$this->clip(), $this->clip()];
        $copied = $this->edit($here, 1, ['copy'], [1, 3]);
        self::assertSame(
            [1, 480, [10, 250]],
            [$copied['revision'], $copied['clipboard']['ppq'], $copied['clipboard']['notes']['start']],
        );

        $pasted = $this->ask(
            $there, 'edits', ['revision' => 1, 'lines' => ['paste'], 'context' => ['caret' => [960, 60]]],
        )->assertOk()->json();
        $pasted = self::flat($pasted, $there);

        self::assertSame([960, 1200], $pasted['added']['start']);
        self::assertSame($pasted['added']['id'], $pasted['selection']);
        self::assertSame([60, 64, 67, 60, 67], $this->column($there, 'pitch'));
    }

    public function test_a_song_of_another_resolution_takes_it_at_its_own(): void
    {
        $this->edit($this->clip(), 1, ['copy'], [2]);
        $song = $this->getJson('/api/songs/'.$this->demo())->json('song');
        $clip = $song['tracks'][0]['clips'][0];

        $pasted = $this->ask(
            $clip['id'], 'edits', ['revision' => $clip['revision'], 'lines' => ['paste at=same']],
        )->assertOk()->json();

        self::assertSame([intdiv(130 * $song['ppq'], 480)], $pasted['notes'][0]['added']['start']);
    }

    public function test_text_of_the_systems_clipboard_goes_before_what_was_kept(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['copy'], [1]);
        $phrase = [
            'jactonic' => 'phrase', 'ppq' => 480, 'span' => null,
            'notes' => ['start' => [0], 'length' => [50], 'pitch' => [90]],
        ];

        $this->ask(
            $clip, 'edits', ['revision' => 1, 'lines' => ['paste'], 'context' => ['clipboard' => $phrase]],
        )->assertOk()->assertJsonPath('notes.0.added.pitch', [90]);
        $this->ask(
            $clip, 'edits', ['revision' => 2, 'lines' => ['paste'], 'context' => ['clipboard' => ['notes' => 'x']]],
        )->assertStatus(422)->assertSee('cannot be pasted');
    }

    public function test_lines_in_a_row_hand_the_clipboard_on(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['copy', 'transpose octaves=1', 'paste at=same'], [1]);

        self::assertSame([60, 72, 64, 67], $this->column($clip, 'pitch'));
    }

    public function test_pasting_before_anything_was_copied_is_refused(): void
    {
        $this->edit($this->clip(), 1, ['paste'], status: 422);
    }

    public function test_what_was_copied_and_cannot_be_read_again_stops_nothing_but_pasting(): void
    {
        $clip = $this->clip();
        Clipboard::query()->create([
            'id' => 1, 'phrase' => ['jactonic' => 'phrase', 'ppq' => 480, 'notes' => ['start' => [-1]]],
        ]);

        foreach (
            [
                'tempo to=90', 'track-new', 'clip-join', 'transpose semitones=1', 'grid value=1/8', 'paste',
                'clip-paste',
            ] as $line
        ) {
            $answer = $this->ask($clip, 'edits', ['lines' => [$line], 'selection' => [1]]);
            str_contains($line, 'paste')
                ? $answer->assertStatus(422)->assertSee('Copy notes here first')
                : self::assertStringNotContainsString('cannot be pasted', (string) $answer->getContent(), $line);
        }
        $this->ask($clip, 'edits', ['lines' => ['copy'], 'selection' => [1]])->assertOk();
        $this->ask($clip, 'edits', ['lines' => ['paste'], 'selection' => [1]])->assertOk();
    }
}

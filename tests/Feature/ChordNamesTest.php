<?php

declare(strict_types=1);

namespace Tests\Feature;

use Tests\AppTestCase;

/** Names of chords go along with their notes, whatever of the song is open. */
final class ChordNamesTest extends AppTestCase
{
    public function test_they_stay_where_one_part_moves_and_others_sound_beneath_them_too(): void
    {
        $clip = $this->firstClip($this->demo());
        $this->ask($clip, 'edits', ['lines' => ['chord-names'], 'selection' => []])->assertOk();
        $named = $this->names($clip);
        $answer = $this->ask($clip, 'edits', ['lines' => ['transpose semitones=2'], 'selection' => 'all'])->assertOk();

        self::assertNotSame([], $named);
        self::assertSame($named, $this->names($clip));
        self::assertStringNotContainsString('chord name', $answer->json('message'));
    }

    public function test_they_go_along_with_all_that_sounds_and_come_back_with_it(): void
    {
        $clip = $this->clip();
        $this->ask($clip, 'edits', ['lines' => ['chord-name name=C at=0'], 'selection' => []])->assertOk();
        $answer = $this->ask($clip, 'edits', ['lines' => ['transpose semitones=2'], 'selection' => [1, 2, 3]]);

        self::assertSame('3 notes up 2 semitones, its chord name along', $answer->assertOk()->json('message'));
        self::assertSame(['D'], $this->names($clip));
        $this->ask($clip, 'undo')->assertOk();
        self::assertSame(['C'], $this->names($clip));
    }

    /** @return list<string> */
    private function names(int $clip): array
    {
        return array_column($this->getJson("/api/songs/{$this->songOf($clip)}")->json('song.chords'), 'name');
    }
}

<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\ClipRecord;
use Jactonic\Core\Content\Notes;
use PHPUnit\Framework\Attributes\TestWith;
use Tests\AppTestCase;

/**
 * Edits of clips and tracks while others are open: one request, which answers with what became of what the window
 * shows.
 */
final class ChosenClipsTest extends AppTestCase
{
    /**
     * The first clip of the demo is open, another one is worked on.
     *
     * @param  list<int>  $places  which clips are worked on, by their place in the song
     */
    #[TestWith([['nudge by=1bar'], [2]])]
    #[TestWith([['quantize grid=1/4'], [0, 2]])]
    #[TestWith([['transpose semitones=1'], [0, 1]])]
    #[TestWith([['transpose semitones=1', 'nudge by=1bar'], [1]])]
    #[TestWith([['stretch factor=2'], [0]])]
    #[TestWith([['delete'], [0]], 'the open one is gone')]
    #[TestWith([['clip-split at=960'], [0]])]
    #[TestWith([['clip-repeat'], [1]])]
    #[TestWith([['clip-delete'], [1, 2]])]
    #[TestWith([['clip loop=1/4'], [0]])]
    #[TestWith([['clip-move by=1bar rows=1'], [0]])]
    #[TestWith([['duplicate'], [0, 2]])]
    #[TestWith([['mute'], [0]])]
    #[TestWith([['track-delete'], [0]])]
    #[TestWith([['tempo to=77'], [1]])]
    #[TestWith([['velocity add=3'], [0]])]
    #[TestWith([['clip-copy'], [1]])]
    #[TestWith([['transpose semitones=1'], [1, 2], false], 'all notes of tracks')]
    #[TestWith([['nudge by=3bar'], [0, 1], false], 'clips that grow')]
    #[TestWith([['duplicate'], [1], false], 'notes put in')]
    #[TestWith([['delete'], [0, 3], false], 'notes taken out')]
    public function test_what_is_told_is_what_would_be_opened(array $lines, array $places, bool $onClips = true): void
    {
        $song = $this->demo();
        $clips = $this->clipsOf($song);
        $shown = $clips[0];
        $before = $this->open($song, [$shown]);
        $answer = $this->postJson(
            "/api/songs/{$song}/edits",
            ['context' => ['onClips' => $onClips]]
                + $this->body($before, array_map(static fn (int $place): int => $clips[$place], $places), $lines),
        )->assertOk()->json();
        $after = $this->open($song, [$shown]);

        self::assertSame($after['open']['notes'], $this->told($before['open'], $answer));
        self::assertSame($after['open']['clips'], $answer['open']['clips'] ?? $before['open']['clips']);
        self::assertSame($after['song']['revision'], $answer['revision']);
        self::assertSame($after['song']['tracks'], $this->tracks($before['song'], $answer), 'with every revision');
        self::assertSame($after['history'], $answer['history']);
        self::assertNull($answer['selection'], 'what is selected in the window stays selected');
        foreach ($answer['chosen'] ?? [] as $clip) {
            self::assertContains($clip, $this->clipsOf($song));
        }
    }

    public function test_a_clip_that_grows_in_the_roll_leaves_all_tracks_in_sight(): void
    {
        $song = $this->demo();
        [$shown] = $this->clipsOf($song);
        $before = $this->open($song, [$shown]);
        $body = array_diff_key($this->body($before, [$shown], ['nudge by=3bar']), ['seen' => 0]);
        $answer = $this->postJson("/api/songs/{$song}/edits", ['context' => []] + $body)->assertOk()->json();

        self::assertSame($this->open($song, [$shown])['song']['tracks'], $this->tracks($before['song'], $answer));
    }

    public function test_what_another_window_changed_is_not_built_over(): void
    {
        $song = $this->demo();
        [$shown, $other] = $this->clipsOf($song);
        $before = $this->open($song, [$shown]);
        $this->postJson(
            "/api/songs/{$song}/edits",
            ['open' => [$other], 'front' => $other, 'lines' => ['transpose semitones=2'], 'selection' => 'all'],
        )->assertOk();
        $body = $this->body($before, [$other], ['transpose semitones=1']);
        $refused = $this->postJson("/api/songs/{$song}/edits", $body)->assertStatus(409)->json();

        self::assertSame([$shown], $refused['song']['open']['clips'], 'what the window shows is brought');
        $seen = $this->body($refused['song'], [$other], ['transpose semitones=1']);
        $this->postJson("/api/songs/{$song}/edits", $seen)->assertOk();
    }

    public function test_a_repeat_of_a_request_is_told_what_the_window_shows(): void
    {
        $song = $this->demo();
        [$shown, $other] = $this->clipsOf($song);
        $body = ['request' => 'repeat-clips'] + $this->body($this->open($song, [$shown]), [$other], ['clip-repeat']);
        $this->postJson("/api/songs/{$song}/edits", $body)->assertOk();
        $again = $this->postJson("/api/songs/{$song}/edits", $body)->assertOk()->json();

        self::assertSame($this->open($song, [$shown])['open'], $again['open']);
        self::assertSame($this->open($song, [$shown])['song'], $again['song']);
    }

    #[TestWith([['open' => [], 'front' => 1]])]
    #[TestWith([['open' => [1]]])]
    #[TestWith([['open' => 'all', 'front' => 1]])]
    #[TestWith(['all'])]
    public function test_what_is_shown_is_said_as_ids(mixed $seen): void
    {
        $clip = $this->clip();

        $this->ask($clip, 'edits', ['lines' => ['nudge'], 'seen' => $seen])->assertStatus(422);
    }

    /** @return array<string, mixed> */
    private function open(int $song, array $clips): array
    {
        return $this->getJson(
            "/api/songs/{$song}?clips=".implode(',', $clips)."&front={$clips[0]}",
        )->assertOk()->json();
    }

    /** @return list<int> */
    private function clipsOf(int $song): array
    {
        return ClipRecord::query()->join('tracks', 'tracks.id', '=', 'clips.track_id')->where('song_id', $song)
            ->orderBy('place')->orderBy('start')->pluck('clips.id')->all();
    }

    /**
     * @param  array<string, mixed>  $seen  the song as it was opened
     * @param  list<int>  $clips
     * @param  list<string>  $lines
     * @return array<string, mixed>
     */
    private function body(array $seen, array $clips, array $lines): array
    {
        $revisions = [];
        foreach ($seen['song']['tracks'] as $track) {
            $revisions += array_column($track['clips'], 'revision', 'id');
        }

        return [
            'open' => $clips, 'front' => $clips[0],
            'revisions' => array_intersect_key($revisions, array_flip([...$clips, ...$seen['open']['clips']])),
            'song' => $seen['song']['revision'],
            'seen' => ['open' => $seen['open']['clips'], 'front' => $seen['open']['front']],
            'lines' => $lines, 'selection' => 'all', 'context' => ['onClips' => true],
        ];
    }

    /**
     * The notes the window shows, as the answer makes them of those it showed.
     *
     * @param  array<string, mixed>  $open
     * @param  array<string, mixed>  $answer
     * @return array<string, list<int>>|null
     */
    private function told(array $open, array $answer): ?array
    {
        if ($answer['open'] !== null) {
            return $answer['open']['notes'];
        }
        $rows = [];
        foreach ($open['notes']['id'] as $k => $id) {
            foreach (Notes::COLUMNS as $name => $column) {
                $rows[$id][$name] = $open['notes'][$name][$k] ?? $column['default'];
            }
        }
        foreach ($answer['notes'] as $change) {
            self::assertNull($change['added'], 'what is put in is sent whole here');
            $rows = array_diff_key($rows, array_flip($change['removed']));
            foreach ($change['changed'] as $values) {
                foreach ($values['id'] as $k => $id) {
                    foreach ($values as $name => $column) {
                        $rows[$id][$name] = $column[$k];
                    }
                }
            }
        }
        if ($rows === []) {
            return null;
        }
        $notes = Notes::fromRows(array_values($rows))->columns();

        return array_intersect_key(
            $notes,
            $open['notes'] + array_filter(
                $notes,
                static fn (array $column, string $name): bool => array_unique($column) !== [
                    Notes::COLUMNS[$name]['default'],
                ],
                ARRAY_FILTER_USE_BOTH,
            ),
        );
    }

    /**
     * @param  array<string, mixed>  $song
     * @param  array<string, mixed>  $answer
     * @return list<array<string, mixed>>
     */
    private function tracks(array $song, array $answer): array
    {
        $tracks = self::tracksAfter($song, $answer);
        foreach ($tracks as &$track) {
            foreach ($track['clips'] as &$clip) {
                $clip['revision'] = $answer['revisions'][$clip['id']] ?? $clip['revision'];
                $clip['length'] = $answer['lengths'][$clip['id']] ?? $clip['length'];
            }
        }

        return $tracks;
    }
}

<?php

declare(strict_types=1);

namespace Tests\Feature;

use Jactonic\Core\Content\Notes;
use PHPUnit\Framework\Attributes\DataProvider;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\AppTestCase;

/**
 * What a page knows from the answers alone, taken one after the other, is what the server has: through arrangements,
 * walks, repeats and another window.
 */
final class AgreementTest extends AppTestCase
{
    private const STEPS = 70;

    private const LINES = [
        'transpose semitones=1', 'nudge by=1/8', 'duplicate', 'delete', 'velocity add=3', 'quantize', 'insert', 'chord',
        'fill range=0..1920', 'copy-to', 'repeat span=selection',
        'track-new', 'track-copy', 'track-delete', 'track-move by=1', 'clip-new', 'clip-split', 'clip-delete',
        'clip-join', 'clip-move by=1bar', 'clip-repeat', 'clip-trim', 'clip loop=1bar',
        'tempo to=100', 'marker name=A', 'open range=0..480', 'close range=0..480',
    ];

    /** @return array<string, array{int}> */
    public static function seeds(): array
    {
        return array_combine(
            array_map(static fn (int $seed): string => "seed {$seed}", range(1, 8)),
            array_map(static fn (int $seed): array => [$seed], range(1, 8)),
        );
    }

    #[DataProvider('seeds')]
    public function test_a_page_agrees_with_the_server(int $seed): void
    {
        $random = new Randomizer(new Mt19937($seed));
        $song = $this->demo();
        $page = $this->getJson("/api/songs/{$song}")->json();
        $other = $page;
        $asked = 0;
        $walk = [
            ['did' => 'opened', 'status' => 200, 'body' => $page, 'there' => $page['open'], 'song' => $page['song']],
        ];
        for ($step = 0; $step < self::STEPS; $step++) {
            $isOther = $random->getInt(0, 7) === 0;
            $this->step($song, $isOther ? $other : $page, $random, $asked);
            $isOther ? $other = $this->known : $page = $this->known;
            $asked += $isOther ? 0 : 1;
            if ($isOther) {
                continue;
            }
            $told = $this->told;
            ['open' => $there, 'song' => $now] = $this->getJson(
                "/api/songs/{$song}?clips=".implode(',', $page['open']['clips']),
            )->assertOk()->json();
            $walk[] = ['did' => $this->did, ...$told, 'there' => $there, 'song' => $now];
            if ($now['revision'] === $page['song']['revision']) {
                self::assertSame(
                    self::arranged($now), self::arranged($page['song']), "step {$step}: {$this->did}",
                );
            }
            // Another window's changes are learned of with the next request: where none was made since, both agree.
            if ($there['revisions'] == $page['open']['revisions']) {
                self::assertSame(
                    self::rows($there['notes']), self::rows($page['open']['notes']), "step {$step}: {$this->did}",
                );
                self::assertEqualsCanonicalizing($there['clips'], $page['open']['clips'], "step {$step}: {$this->did}");
            } else {
                self::assertNotSame(
                    [], array_diff_assoc($there['revisions'], $page['open']['revisions']), "step {$step}: {$this->did}",
                );
                self::fail(
                    "step {$step}: {$this->did}: the page has revisions ".json_encode($page['open']['revisions'])
                        .', the server '.json_encode($there['revisions']),
                );
            }
        }
        // The browser's half of this test replays it on the table it keeps itself.
        if (is_string($file = getenv('WALK'))) {
            file_put_contents($file, json_encode($walk, JSON_THROW_ON_ERROR));
        }
    }

    /** @var array{status: int, body: mixed} what a step was answered, as the browser's half of this test takes it in */
    private array $told = ['status' => 200, 'body' => null];

    /** @var array<string, mixed> the song and what is open, as the page knows it after a step */
    private array $known = [];

    private string $did = '';

    /** @param  array<string, mixed>  $page */
    private function step(int $song, array $page, Randomizer $random, int $number): void
    {
        $pick = static fn (array $list): mixed => $list[$random->getInt(0, count($list) - 1)];
        $standing = [
            'open' => $page['open']['clips'], 'front' => $page['open']['front'],
            'revisions' => $page['open']['revisions'], 'song' => $page['song']['revision'],
            'request' => 'agreement-'.bin2hex($random->getBytes(6)),
        ];
        $clips = array_merge(
            ...array_map(
                static fn (array $track): array => array_column($track['clips'], 'id'), $page['song']['tracks'],
            ),
        );
        switch ($random->getInt(0, 9)) {
            case 0:
                $open = array_values(array_filter($clips, static fn (): bool => $random->getInt(0, 2) === 0));
                $open = $open === [] ? [$pick($clips)] : $open;
                $this->did = 'open '.implode(',', $open);
                $this->known = $this->getJson(
                    "/api/songs/{$song}?clips=".implode(',', $open)."&front={$open[0]}",
                )->assertOk()->json();
                $this->told = ['status' => 200, 'body' => $this->known];

                return;
            case 1:
            case 2:
                [$path, $body] = ['undo', $standing];
                break;
            case 3:
                [$path, $body] = ['redo', $standing];
                break;
            case 4:
                $steps = array_column($this->getJson("/api/songs/{$song}/history")->json('steps'), 'id');
                [$path, $body] = ['history', [...$standing, 'step' => $pick([null, ...$steps])]];
                break;
            default:
                $ids = $page['open']['notes']['id'] ?? [];
                $selection = array_values(array_filter($ids, static fn (): bool => $random->getInt(0, 3) === 0));
                [$path, $body] = [
                    'edits',
                    [
                        ...$standing,
                        'lines' => array_map(
                            static fn (): string => $pick(self::LINES), range(1, $random->getInt(1, 2)),
                        ),
                        'selection' => $selection,
                        'context' => ['caret' => [1920 * $random->getInt(0, 12), 60], 'grid' => '1/8', 'swing' => 0],
                    ],
                ];
        }
        $this->did = "{$path} ".json_encode(array_diff_key($body, ['selection' => 1]));
        $answer = $this->postJson("/api/songs/{$song}/{$path}", $body);
        if ($random->getInt(0, 4) === 0 && $answer->status() === 200) {
            // The answer is lost, and asked for again.
            $this->did .= ', asked twice';
            $answer = $this->postJson("/api/songs/{$song}/{$path}", $body);
        }
        $this->told = ['status' => $answer->status(), 'body' => $answer->json()];
        $this->known = match ($answer->status()) {
            200 => self::taken($page, $answer->json()),
            409 => $answer->json('song') ?? $page,
            default => $page,
        };
    }

    /**
     * @param  array<string, mixed>  $page
     * @param  array<string, mixed>  $answer
     * @return array<string, mixed>
     */
    private static function taken(array $page, array $answer): array
    {
        $page['song'] = ['tracks' => self::tracksAfter($page['song'], $answer)] + ($answer['song'] ?? $page['song']);
        $page['song']['revision'] = $answer['revision'];
        foreach ($answer['song'] === null ? $page['song']['tracks'] : [] as $t => ['clips' => $clips]) {
            foreach ($clips as $c => ['id' => $clip, 'length' => $length]) {
                $page['song']['tracks'][$t]['clips'][$c]['length'] = $answer['lengths'][$clip] ?? $length;
            }
        }
        if ($answer['open'] !== null) {
            return ['open' => $answer['open']] + $page;
        }
        $page['open']['revisions'] = array_intersect_key(
            $answer['revisions'], $page['open']['revisions'],
        ) + $page['open']['revisions'];
        foreach ($answer['notes'] ?? [] as $change) {
            $rows = self::byId($page['open']['notes']);
            foreach ($change['removed'] as $id) {
                unset($rows[$id]);
            }
            $rows += self::byId($change['added']);
            foreach ($change['changed'] as $group) {
                foreach ($group['id'] as $k => $id) {
                    foreach ($group as $name => $values) {
                        $rows[$id][$name] = $values[$k];
                    }
                }
            }
            $page['open']['notes'] = ['id' => array_keys($rows)] + array_combine(
                array_keys(Notes::COLUMNS),
                array_map(static fn (string $name): array => array_column($rows, $name), array_keys(Notes::COLUMNS)),
            );
        }

        return $page;
    }

    /**
     * @param  array<string, mixed>  $song
     * @return list<array<string, mixed>> its tracks and clips, without how often these were changed
     */
    private static function arranged(array $song): array
    {
        return array_map(static fn (array $track): array => ['clips' => array_map(
            static fn (array $clip): array => array_diff_key($clip, ['revision' => 0]), $track['clips'],
        )] + $track, $song['tracks']);
    }

    /**
     * @param  array<string, list<int>>|null  $notes
     * @return array<int, array<string, int>>
     */
    private static function byId(?array $notes): array
    {
        $rows = [];
        foreach ($notes['id'] ?? [] as $k => $id) {
            foreach (Notes::COLUMNS as $name => $column) {
                $rows[$id][$name] = $notes[$name][$k] ?? $column['default'];
            }
        }

        return $rows;
    }

    /**
     * @param  array<string, list<int>>|null  $notes
     * @return array<int, array<string, int>>
     */
    private static function rows(?array $notes): array
    {
        $rows = self::byId($notes);
        ksort($rows);

        return $rows;
    }
}

<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\KeptBank;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\TestWith;
use Tests\AppTestCase;

final class BankTest extends AppTestCase
{
    private string $folder;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir().'/jactonic-banks-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
        config(['jactonic.banks' => "{$this->folder}/banks"]);
    }

    protected function tearDown(): void
    {
        array_map('unlink', glob("{$this->folder}/banks/*") ?: []);
        @rmdir("{$this->folder}/banks");
        rmdir($this->folder);
        parent::tearDown();
    }

    public function test_a_bank_comes_in_by_pieces_is_listed_fetched_and_taken_away(): void
    {
        $bank = self::bank(['Warm keys' => 4, 'Reeds' => 20]);
        $token = $this->begin($bank);
        $this->piece($token, 0, substr($bank, 0, 100))->assertOk()->assertJson(['there' => 100]);
        self::assertSame([], $this->getJson('/api/banks')->json('banks'));
        $this->piece($token, 100, substr($bank, 100))->assertOk();

        $made = $this->postJson("/api/banks/begun/{$token}", ['name' => 'Warm Keys (2).sf2']);
        $made->assertCreated();
        self::assertSame('warm-keys-2', $made->json('name'));
        $listed = $this->getJson('/api/banks')->json('banks.0');
        self::assertSame(['warm-keys-2:5', 'warm-keys-2:21'], array_column($listed['presets'], 'name'));
        self::assertSame(['Warm keys', 'Reeds'], array_column($listed['presets'], 'title'));
        self::assertSame(strlen($bank), $listed['size']);

        $file = $this->get('/api/banks/warm-keys-2/file')->assertOk();
        self::assertSame($bank, $file->streamedContent());
        $this->deleteJson('/api/banks/warm-keys-2')->assertOk()->assertJson(['banks' => []]);
        self::assertSame([], glob("{$this->folder}/banks/*"));
        $this->get('/api/banks/warm-keys-2/file')->assertNotFound();
    }

    public function test_a_piece_whose_answer_was_lost_comes_again_and_is_there_once(): void
    {
        $bank = self::bank(['Reeds' => 20]);
        $token = $this->begin($bank);
        $this->piece($token, 0, $bank)->assertOk();
        $this->piece($token, 0, $bank)->assertOk()->assertJson(['there' => strlen($bank)]);
        $this->postJson("/api/banks/begun/{$token}", ['name' => 'reeds.sf2'])->assertCreated();
    }

    public function test_a_gap_is_refused_and_the_next_piece_still_fits(): void
    {
        $bank = self::bank(['Reeds' => 20]);
        $token = $this->begin($bank);
        $this->piece($token, 0, substr($bank, 0, 50))->assertOk();
        $says = $this->piece($token, 60, substr($bank, 60))->assertUnprocessable()->json('error.message');
        self::assertStringContainsString('The next piece begins at 50', $says);
        $this->piece($token, 50, substr($bank, 50))->assertOk();
    }

    public function test_a_broken_bank_is_refused_in_words_and_leaves_nothing(): void
    {
        $bank = substr(self::bank(['Reeds' => 20]), 0, -10);
        $token = $this->begin($bank);
        $this->piece($token, 0, $bank)->assertOk();
        $says = $this->postJson("/api/banks/begun/{$token}", ['name' => 'reeds.sf2'])->assertUnprocessable();

        self::assertStringContainsString('This bank is cut off', $says->json('error.message'));
        self::assertSame([], glob("{$this->folder}/banks/*"));
        self::assertSame(0, KeptBank::query()->count());
        $this->postJson("/api/banks/begun/{$token}", ['name' => 'reeds.sf2'])->assertUnprocessable();
    }

    public function test_the_same_bank_is_there_once_and_another_of_its_name_gets_one_of_its_own(): void
    {
        self::assertSame('reeds', $this->keep(self::bank(['Reeds' => 20]), 'reeds.sf2')->json('name'));
        self::assertSame('reeds-2', $this->keep(self::bank(['Reeds' => 21]), 'Reeds!.sf2')->json('name'));
        $again = $this->keep(self::bank(['Reeds' => 20]), 'others.sf2')->assertUnprocessable();
        self::assertSame('This bank is here already, as reeds.', $again->json('error.message'));
        self::assertSame('bank', $this->keep(self::bank(['Reeds' => 22]), 'gm.sf2')->json('name'));
    }

    public function test_what_was_left_is_cleared_away_when_the_next_begins(): void
    {
        $left = $this->begin('abc');
        touch("{$this->folder}/banks/{$left}.begun", time() - 7200);
        $this->begin('abc');

        self::assertCount(1, glob("{$this->folder}/banks/*.begun") ?: []);
        $this->piece($left, 0, 'abc')->assertUnprocessable();
    }

    /** @param  array<string, string>  $headers */
    #[TestWith([[], 415], 'bytes that no page of ours sends')]
    #[TestWith([['X-Jactonic-Piece' => 'bank', 'Origin' => 'http://pier.example'], 403], 'another site')]
    #[TestWith([['X-Jactonic-Piece' => 'bank'], 422], 'nothing that was begun')]
    public function test_pieces_are_taken_only_from_our_page(array $headers, int $status): void
    {
        $this->piece(str_repeat('a', 24), 0, 'abc', $headers)->assertStatus($status);
    }

    #[TestWith([0]), TestWith([-1]), TestWith([536_870_913]), TestWith(['much'])]
    public function test_more_than_is_taken_is_refused_before_it_is_sent(int|string $size): void
    {
        $this->postJson('/api/banks', ['size' => $size])->assertUnprocessable()
            ->assertJson(['error' => ['message' => 'A bank has up to 512 MB.']]);
    }

    public function test_a_track_keeps_what_it_wants_when_its_bank_is_gone(): void
    {
        $clip = $this->clip();
        $this->edit($clip, 1, ['track instrument=warm-keys:5']);
        $track = $this->getJson("/api/songs/{$this->songOf($clip)}")->json('song.tracks.0.instrument');

        self::assertSame(['warm-keys:5', 'warm-keys', 4], [$track['name'], $track['bank'], $track['program']]);
    }

    private function begin(string $bank): string
    {
        return $this->postJson('/api/banks', ['size' => strlen($bank)])->assertCreated()->json('token');
    }

    /** @return TestResponse<\Illuminate\Http\JsonResponse> */
    private function keep(string $bank, string $name): TestResponse
    {
        $token = $this->begin($bank);
        $this->piece($token, 0, $bank)->assertOk();

        return $this->postJson("/api/banks/begun/{$token}", ['name' => $name]);
    }

    /** @param  array<string, string>  $headers */
    private function piece(
        string $token, int $at, string $bytes, array $headers = ['X-Jactonic-Piece' => 'bank'],
    ): TestResponse {
        return $this->call(
            'PUT', "/api/banks/begun/{$token}?at={$at}", [], [], [], $this->transformHeadersToServerVars($headers),
            $bytes,
        );
    }

    /** @param  array<string, int>  $presets  programs by name */
    private static function bank(array $presets): string
    {
        $chunk = static fn (string $name, string $in): string => $name.pack('V', strlen($in)).$in;
        $heads = '';
        foreach ($presets + ['EOP' => 0] as $name => $program) {
            $heads .= pack('a20vvvVVV', $name, $program, 0, 0, 0, 0, 0);
        }
        $in = $chunk('LIST', 'sdta'.$chunk('smpl', str_repeat('ab', 40))).$chunk('LIST', 'pdta'.$chunk('phdr', $heads));

        return 'RIFF'.pack('V', 4 + strlen($in)).'sfbk'.$in;
    }
}

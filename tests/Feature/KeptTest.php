<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Songs\Store\KeptSelections;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\HttpFoundation\Response;
use Tests\AppTestCase;

/** What is kept with a song beside its notes: selections with a name, and the names of its rows. */
final class KeptTest extends AppTestCase
{
    public function test_a_selection_is_kept_under_a_name_and_there_when_the_song_is_opened(): void
    {
        $song = $this->songOf($this->clip());

        $this->keep($song, 'Pick-ups', [2, 1])->assertOk();
        $this->keep($song, ' Ghosts ', [3])->assertOk();
        $this->keep($song, 'Pick-ups', [2, 3])->assertOk();
        self::assertSame(
            ['Pick-ups' => 2, 'Ghosts' => 1], $this->getJson("/api/songs/{$song}")->json('selections'),
            'how many notes each has',
        );
        self::assertSame(
            [2, 3], $this->getJson("/api/songs/{$song}/selections?name=Pick-ups")->assertOk()->json('selection'),
        );
        $this->getJson("/api/songs/{$song}/selections?name=Coda")->assertUnprocessable();

        $this->keep($song, 'Pick-ups', [])->assertOk()->assertJson(['selections' => ['Ghosts' => 1]]);
        self::assertSame(['Ghosts' => 1], $this->getJson("/api/songs/{$song}")->json('selections'));
    }

    public function test_a_song_keeps_only_its_own_and_so_many(): void
    {
        [$one, $other] = [$this->songOf($this->clip()), $this->songOf($this->clip())];
        for ($k = 0; $k < KeptSelections::MOST; $k++) {
            $this->keep($one, "Part {$k}", [1])->assertOk();
        }

        $this->keep($one, 'One more', [1])->assertUnprocessable()->assertSee('at most 100 selections');
        $this->keep($one, 'Part 7', [2])->assertOk();
        self::assertSame([], $this->getJson("/api/songs/{$other}")->json('selections'));
        $this->deleteJson("/api/songs/{$one}")->assertNoContent();
        $this->keep($one, 'Part 7', [1])->assertNotFound();
    }

    #[TestWith([' '])]
    #[TestWith([7])]
    public function test_a_name_that_is_none_is_refused(mixed $name): void
    {
        $this->keep($this->songOf($this->clip()), $name, [1])->assertUnprocessable()->assertSee('a name');
    }

    public function test_names_of_rows_are_kept_with_the_track_and_come_and_go_as_a_file(): void
    {
        $clip = $this->clip();
        $song = $this->songOf($clip);
        $this->edit($clip, 1, ['row pitch=D2 name=Snare', 'row pitch=C2 name=Kick colour=3'], []);
        $track = $this->getJson("/api/songs/{$song}")->json('song.tracks.0');
        self::assertSame([[38, 'Snare', 0], [36, 'Kick', 3]], $track['rows']);

        $file = (string) $this->get("/api/songs/{$song}/tracks/{$track['id']}/row-names")->assertOk()
            ->assertHeader('Content-Disposition', 'attachment; filename="lead.row-names.json"')->getContent();
        $this->postJson('/api/row-names', ['text' => $file])->assertOk()->assertExactJson([
            'line' => 'row-names to="D2 Snare; C2/3 Kick"',
        ]);

        $this->postJson(
            '/api/row-names', ['text' => 'nothing'],
        )->assertUnprocessable()->assertSee('These are no names of rows.');
        $this->get("/api/songs/{$song}/tracks/9999/row-names")->assertNotFound();

        $map = (string) $this->get("/api/songs/{$song}/tracks/{$track['id']}/techniques")->assertOk()->assertHeader(
            'Content-Disposition', 'attachment; filename="lead.techniques.json"',
        )->getContent();
        $this->postJson(
            '/api/techniques', ['text' => $map],
        )->assertOk()->assertExactJson(['line' => 'technique-map to=none']);
        $this->postJson(
            '/api/techniques',
            ['text' => '{"jactonic":"techniques","version":1,"techniques":[{"name":"plucked","sign":"p","key":"C0"}]}'],
        )->assertExactJson(['line' => 'technique-map to="plucked/p key=C0"']);
        $this->postJson(
            '/api/techniques', ['text' => 'nothing'],
        )->assertUnprocessable()->assertSee('These are no techniques.');
    }

    /**
     * @param  list<int>  $ids
     * @return TestResponse<Response>
     */
    private function keep(int $song, mixed $name, array $ids): TestResponse
    {
        return $this->putJson("/api/songs/{$song}/selections", ['name' => $name, 'selection' => $ids]);
    }
}

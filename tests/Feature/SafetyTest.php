<?php

declare(strict_types=1);

namespace Tests\Feature;

use PHPUnit\Framework\Attributes\TestWith;
use Tests\AppTestCase;

final class SafetyTest extends AppTestCase
{
    /** @param  array<string, string>  $headers */
    #[TestWith(['GET', 'http://127.0.0.1:8080/api/songs', [], 200])]
    #[TestWith(['GET', 'http://localhost/api/songs', [], 200])]
    #[TestWith([
        'DELETE', 'http://localhost/api/songs/1', ['Origin' => 'http://pier.example'], 403,
    ], 'another site’s script')]
    #[TestWith(['DELETE', 'http://localhost/api/songs/1', ['Origin' => 'http://localhost'], 204])]
    #[TestWith([
        'POST', 'http://localhost/api/songs', ['Content-Type' => 'text/plain'], 415,
    ], 'a form, which needs no permission')]
    #[TestWith([
        'GET', 'http://localhost/api/songs/1/export', ['Sec-Fetch-Site' => 'cross-site'], 403,
    ], 'a picture on another site')]
    #[TestWith([
        'GET', 'http://localhost/api/songs/1/export', ['Sec-Fetch-Site' => 'same-site'], 403,
    ], 'another program on this machine')]
    #[TestWith(['GET', 'http://localhost/api/songs/1/export', ['Sec-Fetch-Site' => 'same-origin'], 200])]
    #[TestWith([
        'GET', 'http://localhost/api/songs/1/export', ['Sec-Fetch-Site' => 'none'], 200,
    ], 'an address that was typed')]
    #[TestWith(['GET', 'http://localhost/', ['Sec-Fetch-Site' => 'cross-site'], 200], 'a link to the page')]
    public function test_it_answers_only_to_itself(string $method, string $address, array $headers, int $status): void
    {
        $this->clip();
        $response = $this->json($method, $address, [], $headers + ['Content-Type' => 'application/json']);

        $response->assertStatus($status);
    }

    #[TestWith(['/api/songs/999'])]
    #[TestWith(['/api/nothing'])]
    public function test_what_is_not_there_is_said_without_a_trace(string $address): void
    {
        $answer = $this->getJson($address)->assertNotFound()->assertJsonMissingPath('trace')->json('error.message');

        self::assertStringContainsString('song list', $answer);
    }

    public function test_an_error_inside_shows_no_trace(): void
    {
        $clip = $this->clip();
        $this->app->make('db')->table('clips')->update(['notes' => 'broken']);

        $answer = $this->getJson("/api/songs/{$this->songOf($clip)}")->assertStatus(500)->json();
        $message = 'Something went wrong in the program; nothing was changed. The log in storage/logs says more.';
        self::assertSame(['error' => ['message' => $message]], $answer);
    }
}

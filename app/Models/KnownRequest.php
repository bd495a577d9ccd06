<?php

declare(strict_types=1);

namespace App\Models;

/**
 * A request that changed a song, kept with what it changed: a repeat, from a page that never got the answer, is told what
 * was answered and changes nothing.
 *
 * @property int $number
 * @property string $request
 * @property int $song_id
 * @property array{message: string, selection: list<int>|null, handed: array<string, mixed>, copied: bool} $answer
 */
final class KnownRequest extends Record
{
    /** How many are kept, of all songs together; more than can be under way at any time. */
    private const KEPT = 10_000;

    protected $table = 'requests';

    protected $primaryKey = 'number';

    /** @var array<string, string> */
    protected $casts = ['answer' => 'array'];

    public static function find(string $request): ?self
    {
        return self::query()->where('request', $request)->first();
    }

    /** @param  array<string, mixed>  $answer */
    public static function keep(string $request, int $song, array $answer): void
    {
        $number = self::query()->insertGetId(['request' => $request, 'song_id' => $song, 'answer' => json_encode($answer, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE)], 'number');
        self::query()->where('number', '<=', $number - self::KEPT)->delete();
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Support\Facades\DB;

/**
 * A request that changed something, kept with what it was answered: a repeat, from a page that never got the answer, is
 * told that again and changes nothing.
 *
 * @property int $number
 * @property string $about what was changed, within which the name of a request is its own
 * @property string $request
 * @property int|null $song_id
 * @property array<string, mixed> $answer
 */
final class KnownRequest extends Record
{
    /** How many are kept, of all songs together; more than can be under way at any time. */
    private const KEPT = 10_000;

    /** How large their answers may be together; the newest is always kept. */
    private const BYTES = 16_000_000;

    /** So small that as many as are kept need not be counted. */
    private const SMALL = self::BYTES / self::KEPT;

    protected $table = 'requests';

    protected $primaryKey = 'number';

    /** @var array<string, string> */
    protected $casts = ['answer' => 'array'];

    public static function find(string $about, string $request): ?self
    {
        return self::query()->where(['about' => $about, 'request' => $request])->first();
    }

    /** @param  array<string, mixed>  $answer */
    public static function keep(string $about, string $request, ?int $song, array $answer): void
    {
        $text = json_encode($answer, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE);
        $number = self::query()->insertGetId(
            ['about' => $about, 'request' => $request, 'song_id' => $song, 'answer' => $text, 'bytes' => strlen($text)],
            'number',
        );
        $before = $number - self::KEPT;
        if (strlen($text) > self::SMALL) {
            $sums = 'select number, sum(bytes) over (order by number desc) as total from requests';
            $tooLarge = DB::table(DB::raw("({$sums})"))->where('total', '>', self::BYTES)->where('number', '<', $number)
                ->max('number');
            $before = max($before, is_int($tooLarge) ? $tooLarge : 0);
        }
        self::query()->where('number', '<=', $before)->delete();
    }
}

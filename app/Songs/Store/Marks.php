<?php

declare(strict_types=1);

namespace App\Songs\Store;

use App\Data\Writing;
use App\Models\SongRecord;
use App\Models\StepRecord;
use Jactonic\Core\Errors\BadInput;

/**
 * The points of a song's history that have a letter, to be compared by ear. They are no part of it: setting one changes
 * nothing of the song. A step with a letter stays as it is; what would join it is a step of its own.
 */
final readonly class Marks
{
    public const LETTERS = ['A', 'B', 'C'];

    public function __construct(private Writing $writing)
    {
    }

    /** @return array<string, int|null> the step by letter, null for the song as it came in */
    public static function of(SongRecord $song): array
    {
        /** @var array<string, int|null> $marks */
        $marks = json_decode($song->marks, true, 4, JSON_THROW_ON_ERROR);

        return $marks;
    }

    /**
     * Gives a letter to a point of the history, whatever had it before.
     *
     * @param  int|null  $step  null for the song as it came in
     * @return array<string, int|null> all of them
     *
     * @throws BadInput where there is no such letter or step
     */
    public function set(int $songId, string $letter, ?int $step): array
    {
        return $this->change($songId, $letter, static function (array $marks) use ($songId, $letter, $step): array {
            if ($step !== null && StepRecord::query()->where('song_id', $songId)->whereKey($step)->doesntExist()) {
                throw new BadInput("This song has no step {$step} in its history.");
            }

            return [...$marks, $letter => $step];
        });
    }

    /**
     * Takes a letter away.
     *
     * @return array<string, int|null> those that are left
     *
     * @throws BadInput where there is no such letter
     */
    public function take(int $songId, string $letter): array
    {
        return $this->change(
            $songId, $letter, static fn (array $marks): array => array_diff_key($marks, [$letter => true]),
        );
    }

    /**
     * @param  callable(array<string, int|null>): array<string, int|null>  $change
     * @return array<string, int|null>
     */
    private function change(int $songId, string $letter, callable $change): array
    {
        if (! in_array($letter, self::LETTERS, true)) {
            throw new BadInput('A mark takes one of the letters '.implode(', ', self::LETTERS).'.');
        }

        return $this->writing->together(static function () use ($songId, $change): array {
            $marks = $change(self::of(SongRecord::query()->findOrFail($songId, ['id', 'marks'])));
            ksort($marks);
            SongRecord::query()->whereKey($songId)->toBase()->update([
                'marks' => json_encode((object) $marks, JSON_THROW_ON_ERROR),
            ]);

            return $marks;
        });
    }
}

<?php

declare(strict_types=1);

namespace App\Songs\Store;

use Illuminate\Database\Connection;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\SongChange;

/** How large the file of a song is in events: no edit makes it larger than what is read again. */
final readonly class SongSize
{
    public function __construct(private Connection $database)
    {
    }

    /**
     * Looks at a song as it was written, where a change made it larger; what was too large before may shrink.
     *
     * @throws EditRefused where it is too large now
     */
    public function check(int $id, Song $before, Song $after, SongChange $change): void
    {
        if (! self::grows($before, $after, $change)) {
            return;
        }
        $rounds = 'case when clips.loop > 0 then (clips.length + clips.loop - 1) / clips.loop else 1 end';
        $sum = $this->database->table('songs')->join(
            'tracks', 'tracks.song_id', '=', 'songs.id',
        )->join('clips', 'clips.track_id', '=', 'tracks.id')
            ->where('songs.id', $id)->selectRaw(
                "sum(clips.events * {$rounds}) + max(songs.events) as events",
            )->value('events');
        $events = is_numeric($sum) ? (int) $sum : 0;
        if ($events > Song::MOST_EVENTS) {
            throw new EditRefused(
                'The song would have '.number_format($events)
                    .' events, each note counted with its end and each round of a loop by itself; a file that can be '
                    .'read again has at most '.number_format(Song::MOST_EVENTS)
                    .'. Take fewer notes, fewer times, or shorter loops.',
                ['most' => Song::MOST_EVENTS],
            );
        }
    }

    private static function grows(Song $before, Song $after, SongChange $change): bool
    {
        foreach (array_keys($change->contents) as $id) {
            if (isset($after->clips[$id]) && $after->contentOf($id)->events() > $before->contentOf($id)->events()) {
                return true;
            }
        }
        foreach (array_keys($change->clips) as $id) {
            $was = $before->clips[$id] ?? null;
            if (isset($after->clips[$id]) && $after->clips[$id]->rounds() > ($was?->rounds() ?? 0)) {
                return true;
            }
        }

        return false;
    }
}

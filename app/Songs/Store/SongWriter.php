<?php

declare(strict_types=1);

namespace App\Songs\Store;

use App\ChangedElsewhere;
use App\Data\Writing;
use App\Models\ClipRecord;
use App\Models\SongRecord;
use App\Models\TrackRecord;
use Closure;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Jactonic\Core\Content\Packing\PackedTable;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\RowChange;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\SongChange;

/** Songs written to the database: new ones whole, of changed ones what changed. */
final readonly class SongWriter
{
    public function __construct(
        private Writing $writing,
        private SongSize $size,
    ) {
    }

    /**
     * Gives a song another name.
     *
     * @param  string|null  $was  the name it is expected to have; null where that is not compared
     *
     * @throws ChangedElsewhere where it has another one
     * @throws ModelNotFoundException where it is not there, or was deleted
     */
    public function rename(int $id, string $name, ?string $was): string
    {
        return $this->writing->together(static function () use ($id, $name, $was): string {
            $song = SongRecord::query()->findOrFail($id, ['id', 'name']);
            if ($was !== null && $was !== $song->name) {
                throw new ChangedElsewhere(
                    "The song was renamed to “{$song->name}” in another window.",
                    static fn (): array => ['name' => $song->name],
                );
            }
            $song->update(['name' => $name]);

            return $name;
        });
    }

    /** Takes songs out for good that were deleted more than so many days ago, and gives their number. */
    public function prune(int $days): int
    {
        return SongRecord::onlyTrashed()->where('deleted_at', '<', now()->subDays($days))->get(['id'])
            ->each(static fn (SongRecord $song): ?bool => $song->forceDelete())->count();
    }

    /** Stores a new song and gives its id. */
    public function create(string $name, Song $song): int
    {
        return $this->writing->together($this->creating($name, $song));
    }

    /**
     * What stores a new song and gives its id: packed already, so that others need not wait for that.
     *
     * @return Closure(): int
     */
    public function creating(string $name, Song $song): Closure
    {
        $packed = array_map(static fn (ClipContent $content): array => self::packed($content), $song->contents);

        return static function () use ($name, $song, $packed): int {
            $record = SongRecord::query()->create([
                'name' => $name, 'ppq' => $song->conductor->ppq, 'conductor' => self::json($song->conductor->toRows()),
                'layout' => $song->layout->pack(), 'next_id' => $song->nextId,
                'events' => $song->eventsBesideClips(),
            ]);
            $tracks = [];
            foreach ($song->tracks as $track) {
                $tracks[$track->id] = TrackRecord::query()->insertGetId(
                    ['song_id' => $record->id] + array_diff_key($track->toArray(), ['id' => 0]),
                );
            }
            foreach ($song->clips as $clip) {
                ClipRecord::query()->insert(
                    ['track_id' => $tracks[$clip->track]] + array_diff_key(
                        $clip->toArray(), ['id' => 0, 'track' => 0],
                    ) + ($packed[$clip->id] ?? self::packed(ClipContent::none())),
                );
            }

            return $record->id;
        };
    }

    /**
     * Writes what changed, and the step the song then stands at.
     *
     * @return array<int, int> the new revisions of the clips that were changed
     *
     * @throws EditRefused where its file would be too large
     */
    public function write(StoredSong $before, Song $after, SongChange $change, ?int $step): array
    {
        $this->writeTracks($before->record->id, $change->tracks, $after);
        $revisions = [];
        foreach ($change->touchedClips() as $id) {
            $clip = $after->clips[$id] ?? null;
            if ($clip === null) {
                ClipRecord::query()->whereKey($id)->delete();

                continue;
            }
            $revisions[$id] = ($before->revisions[$id] ?? 0) + 1;
            $values
                = ['revision' => $revisions[$id]]
                + (isset($change->clips[$id])
                    ? ['track_id' => $clip->track] + array_diff_key($clip->toArray(), ['track' => 0])
                    : [])
                + (isset($change->contents[$id])
                    ? self::repacked($before, $id, $after->contentOf($id), $change->contents[$id]->points !== null)
                    : []);
            if (isset($before->song->clips[$id])) {
                ClipRecord::query()->whereKey($id)->toBase()->update($values);
            } else {
                ClipRecord::query()->insert($values + self::packed($after->contentOf($id)));
            }
        }
        $this->deleteTracks($change->tracks);
        $this->size->check($before->record->id, $before->song, $after, $change);
        $record = $before->record;
        $record->step_id = $step;
        $record->next_id = $after->nextId;
        $record->revision += $change->touchesArrangement() ? 1 : 0;
        if ($change->touchesConductor()) {
            $record->conductor = self::json($after->conductor->toRows());
        }
        SongRecord::query()->whereKey($record->id)->toBase()->update([
            'step_id' => $step, 'next_id' => $record->next_id, 'revision' => $record->revision, 'updated_at' => now(),
        ] + ($change->touchesConductor() ? ['conductor' => $record->conductor] : []));

        return $revisions;
    }

    /** @param  array<int, RowChange>  $changes */
    private function writeTracks(int $song, array $changes, Song $after): void
    {
        foreach ($changes as $id => $change) {
            $track = $after->tracks[$id] ?? null;
            if ($track !== null && $change->before === null) {
                // Where another song took the id meanwhile this is refused, and worked out again.
                TrackRecord::query()->toBase()->insert(['song_id' => $song] + $track->toArray());
            } elseif ($track !== null) {
                TrackRecord::query()->toBase()->where(['id' => $id, 'song_id' => $song])->update($track->toArray());
            }
        }
    }

    /**
     * Tracks go last, when their clips are gone or have moved.
     *
     * @param  array<int, RowChange>  $changes
     */
    private function deleteTracks(array $changes): void
    {
        foreach ($changes as $id => $change) {
            if ($change->after === null) {
                TrackRecord::query()->whereKey($id)->delete();
            }
        }
    }

    /** @return array{notes: string, points: string, events: int} */
    private static function packed(ClipContent $content): array
    {
        return [
            'notes' => PackedTable::pack($content->notes), 'points' => self::packedPoints($content),
            'events' => $content->events(),
        ];
    }

    /**
     * @return array{notes: string, events: int, points?: string} what of a clip changed, by as few packed columns as
     *     can be
     */
    private static function repacked(StoredSong $before, int $clip, ClipContent $content, bool $withPoints): array
    {
        return [
            'notes' => PackedTable::repack(
                $content->notes, $before->song->contentOf($clip)->notes, $before->packed[$clip] ?? '',
            ),
            'events' => $content->events(),
        ]
            + ($withPoints ? ['points' => self::packedPoints($content)] : []);
    }

    private static function packedPoints(ClipContent $content): string
    {
        return $content->points->id === [] ? '' : PackedTable::pack($content->points);
    }

    /** @param  array<array-key, mixed>  $value */
    private static function json(array $value): string
    {
        return json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }
}

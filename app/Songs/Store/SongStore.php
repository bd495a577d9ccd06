<?php

declare(strict_types=1);

namespace App\Songs\Store;

use App\ChangedElsewhere;
use App\Data\Writing;
use App\Models\ClipRecord;
use App\Models\SongRecord;
use App\Models\TrackRecord;
use Closure;
use Illuminate\Database\Connection;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Jactonic\Core\Content\Packing\PackedTable;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\Layout;
use Jactonic\Core\Song\RowChange;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\SongChange;
use Jactonic\Core\Song\Track;

/** Songs between the database and the core: read as far as they are needed, and what changed written back. */
final readonly class SongStore
{
    public function __construct(
        private Connection $database,
        private Writing $writing,
        private SongSize $size,
    ) {
    }

    /**
     * A song with some of its clips and their tracks alone: all that an edit of notes needs. It is one query, and of
     * plain rows, for every key that is pressed waits for it.
     *
     * @param  list<int>  $clips
     *
     * @throws ModelNotFoundException where it is not there, or was deleted
     */
    public function clips(int $id, array $clips): StoredSong
    {
        $rows
            = $clips === []
                ? []
                : $this->database
                    ->table('songs')
                    ->join('tracks', 'tracks.song_id', '=', 'songs.id')
                    ->join('clips', 'clips.track_id', '=', 'tracks.id')
                    ->leftJoin('steps', 'steps.id', '=', 'songs.step_id')
                    ->where('songs.id', $id)
                    ->whereNull('songs.deleted_at')
                    ->whereIn('clips.id', $clips)
                    ->get([
                        'clips.*',
                        ...self::aliased('track', self::TRACK_COLUMNS),
                        ...self::aliased('song', self::SONG_COLUMNS),
                        'steps.lines as song_step_lines',
                        'steps.ran as song_step_ran',
                    ])
                    ->all();
        if ($rows === []) {
            $record = $this->record($id);

            return StoredSong::of($record, self::song($record, [], [], []), []);
        }
        $tracks = $found = [];
        foreach ($rows as $row) {
            /** @var array<string, mixed> $row */
            $row = (array) $row;
            $clip = (new ClipRecord)->newFromBuilder($row);
            $found[$clip->id] = $clip;
            $tracks[$clip->track_id] ??= Track::fromArray(self::part($row, 'track_', self::TRACK_COLUMNS));
        }
        $record = (new SongRecord)->newFromBuilder(self::part(
            (array) $rows[0], 'song_', [...self::SONG_COLUMNS, 'step_lines', 'step_ran'],
        ));

        return StoredSong::of(
            $record,
            self::song(
                $record, $tracks, array_map(static fn (ClipRecord $clip): Clip => $clip->clip(), $found),
                self::contents($found),
            ),
            $found,
        );
    }

    private const SONG_COLUMNS = ['id', 'name', 'ppq', 'conductor', 'layout', 'next_id', 'revision', 'step_id'];

    private const TRACK_COLUMNS = [
        'id', 'place', 'home', 'name', 'colour', 'voice', 'channel', 'volume', 'pan', 'muted', 'solo', 'transposition',
        'rest', 'rows', 'techniques',
    ];

    /**
     * Columns of a table for a row over several, as `part()` finds them.
     *
     * @param  list<string>  $columns
     * @return list<string>
     */
    private static function aliased(string $table, array $columns): array
    {
        return array_map(static fn (string $column): string => "{$table}s.{$column} as {$table}_{$column}", $columns);
    }

    /**
     * The columns of one table of a row over several.
     *
     * @param  array<array-key, mixed>  $row
     * @param  list<string>  $columns
     * @return array<string, mixed>
     */
    private static function part(array $row, string $prefix, array $columns): array
    {
        $part = [];
        foreach ($columns as $column) {
            $part[$column] = $row["{$prefix}{$column}"] ?? null;
        }

        return $part;
    }

    /**
     * A whole song, with what lies in some of its clips.
     *
     * @param  list<int>|null  $contents  the clips whose content is read; null for all
     *
     * @throws ModelNotFoundException where it is not there, or was deleted
     */
    public function whole(int $id, ?array $contents = null): StoredSong
    {
        $record = $this->record($id);
        $tracks = TrackRecord::query()->where('song_id', $id)->get()->all();
        $heads = ClipRecord::query()->whereIn(
            'track_id', array_map(static fn (TrackRecord $track): int => $track->id, $tracks),
        );
        $rows = (clone $heads)->get($contents === null ? ['*'] : ClipRecord::HEAD)->all();
        $song = self::song(
            $record,
            array_map(static fn (TrackRecord $track): Track => $track->track(), $tracks),
            array_map(static fn (ClipRecord $clip): Clip => $clip->clip(), $rows),
            self::contents($contents === null ? $rows : []),
        )->numbered($this->lastId('tracks'), $this->lastId('clips'));

        return $this->reading(StoredSong::of($record, $song, $rows), $contents ?? []);
    }

    /**
     * The song before and after a change, with what lies in the clips that are open then: others, where it takes those
     * away.
     *
     * @param  list<int>  $shown  the clips that were open before
     * @return array{StoredSong, Song}
     */
    public function after(StoredSong $stored, array $shown, SongChange $change): array
    {
        $stored = $this->reading($stored, $change->applyTo($stored->song)->openable($shown));

        return [$stored, $change->applyTo($stored->song)];
    }

    /** Whether a song and the clips that were read of it are as they were. */
    public function isAsRead(StoredSong $stored): bool
    {
        $record = $stored->record;
        $song = $this->database->table('songs')->leftJoin(
            'steps', 'steps.id', '=', 'songs.step_id',
        )->where('songs.id', $record->id)->whereNull('songs.deleted_at')
            ->first(['songs.step_id', 'songs.next_id', 'songs.revision', 'steps.ran']);
        if (
            $song === null
            || [$song->step_id, $song->next_id, $song->revision, $song->ran] !== [
                $record->step_id,
                $record->next_id,
                $record->revision,
                $record->step_ran,
            ]
        ) {
            return false;
        }
        $now = [];
        foreach (array_chunk(array_keys($stored->revisions), 500) as $clips) {
            $now += $this->database->table('clips')->whereIn('id', $clips)->pluck('revision', 'id')->all();
        }
        $then = $stored->revisions;
        ksort($now);
        ksort($then);

        return $now === $then;
    }

    /**
     * A song with what lies in some more of its clips.
     *
     * @param  list<int>  $clips
     */
    public function reading(StoredSong $stored, array $clips): StoredSong
    {
        $missing = array_values(array_diff($clips, array_keys($stored->song->contents)));

        return $missing === []
            ? $stored
            : $stored->with($stored->song->holding(self::contents(
                ClipRecord::query()->whereIn('id', $missing)->get()->all(),
            )));
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

    private function record(int $id): SongRecord
    {
        /** @var SongRecord $record */
        $record = SongRecord::query()->leftJoin('steps', 'steps.id', '=', 'songs.step_id')
            ->findOrFail($id, ['songs.*', 'steps.lines as step_lines', 'steps.ran as step_ran']);

        return $record;
    }

    /** The last id that was given in a table, also to a row that is gone. */
    private function lastId(string $table): int
    {
        $last = $this->database->table('sqlite_sequence')->where('name', $table)->value('seq');

        return is_int($last) ? $last : 0;
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

    /**
     * @param  array<array-key, ClipRecord>  $rows
     * @return array<int, ClipContent> by the id of the clip
     */
    private static function contents(array $rows): array
    {
        $contents = [];
        foreach ($rows as $row) {
            $contents[$row->id] = $row->content();
        }

        return $contents;
    }

    /**
     * @param  array<array-key, Track>  $tracks
     * @param  array<array-key, Clip>  $clips
     * @param  array<int, ClipContent>  $contents
     */
    private static function song(SongRecord $record, array $tracks, array $clips, array $contents): Song
    {
        $rows = json_decode($record->conductor, true, 8, JSON_THROW_ON_ERROR);

        return Song::of(
            Conductor::fromRows($record->ppq, is_array($rows) ? $rows : []), array_values($tracks),
            array_values($clips), $contents,
            $record->next_id, Layout::unpack($record->layout),
        );
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

<?php

declare(strict_types=1);

namespace App\Songs\Store;

use App\Models\ClipRecord;
use App\Models\SongRecord;
use App\Models\TrackRecord;
use Illuminate\Database\Connection;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\Layout;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\SongChange;
use Jactonic\Core\Song\Track;

/** Songs read from the database, as far as they are needed. */
final readonly class SongStore
{
    public function __construct(
        private Connection $database,
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
        $rows = self::plain($rows);
        $tracks = [];
        foreach ($rows as $row) {
            $track = self::part($row, 'track_', self::TRACK_COLUMNS);
            $tracks[is_int($track['id']) ? $track['id'] : 0] ??= Track::fromArray($track);
        }
        $record = (new SongRecord)->newFromBuilder(self::part(
            $rows[0], 'song_', [...self::SONG_COLUMNS, 'step_lines', 'step_ran'],
        ));

        return StoredSong::of(
            $record,
            self::song($record, $tracks, array_map(ClipRecord::clipOf(...), $rows), self::contents($rows)),
            $rows,
        );
    }

    private const SONG_COLUMNS = [
        'id', 'name', 'ppq', 'conductor', 'layout', 'next_id', 'revision', 'step_id', 'marks',
    ];

    private const TRACK_COLUMNS = [
        'id', 'place', 'home', 'name', 'colour', 'voice', 'channel', 'volume', 'pan', 'muted', 'solo', 'transposition',
        'rest', 'rows', 'techniques', 'instrument', 'reverb', 'chorus',
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
        $rows = self::plain($this->database->table('clips')->whereIn(
            'track_id', array_map(static fn (TrackRecord $track): int => $track->id, $tracks),
        )->get($contents === null ? ['*'] : ClipRecord::HEAD)->all());
        $song = self::song(
            $record,
            array_map(static fn (TrackRecord $track): Track => $track->track(), $tracks),
            array_map(ClipRecord::clipOf(...), $rows),
            self::contents($contents === null ? $rows : []),
        )->numbered($this->lastId('tracks'), $this->lastId('clips'));

        return $this->reading(StoredSong::of($record, $song, $rows, true), $contents ?? []);
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
        // They only ever grow, so that their sum tells whether one did.
        $clips = $this->database->table('clips');
        $revisions = $stored->isWhole
            ? $clips->whereIn('track_id', array_keys($stored->song->tracks))
            : $clips->whereIn('id', array_keys($stored->revisions));
        $now = (array) $revisions->selectRaw('count(*) as clips, total(revision) as revisions')->first();

        return $now === [
            'clips' => count($stored->revisions), 'revisions' => (float) array_sum($stored->revisions),
        ];
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
            : $stored->with($stored->song->holding(self::contents(self::plain(
                $this->database->table('clips')->whereIn('id', $missing)->get(['id', 'notes', 'points'])->all(),
            ))));
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

    /**
     * @param  array<array-key, object>  $rows
     * @return list<array<string, mixed>>
     */
    private static function plain(array $rows): array
    {
        /** @var list<array<string, mixed>> $plain */
        $plain = array_map(static fn (object $row): array => (array) $row, array_values($rows));

        return $plain;
    }

    /**
     * @param  list<array<string, mixed>>  $rows
     * @return array<int, ClipContent> by the id of the clip
     */
    private static function contents(array $rows): array
    {
        /** @var list<int> $ids */
        $ids = array_column($rows, 'id');

        return array_combine($ids, array_map(ClipRecord::contentOf(...), $rows));
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
}

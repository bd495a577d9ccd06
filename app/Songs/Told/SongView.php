<?php

declare(strict_types=1);

namespace App\Songs\Told;

use App\Models\SongRecord;
use App\Models\StepRecord;
use App\Songs\Store\KeptSelections;
use App\Songs\Store\Marks;
use App\Songs\Store\SongHistory;
use App\Songs\Store\SongStore;
use Illuminate\Support\Facades\DB;
use Jactonic\Core\Content\Lane;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Pitch\Voicing;
use Jactonic\Core\Score\HarmonySheet;
use Jactonic\Core\Smf\ChordsAs;
use Jactonic\Core\Smf\CurvesAs;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\Glance;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Sounding;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Time\Grid;

/** Songs as they go to the browser. */
final readonly class SongView
{
    public function __construct(
        private SongStore $store,
        private SongHistory $history,
        private KeptSelections $kept,
    ) {
    }

    /** @return array{songs: list<array<string, mixed>>, deleted: list<array<string, mixed>>} */
    public static function list(): array
    {
        $tracks = DB::table('tracks')->selectRaw('song_id, count(*) as tracks')->groupBy('song_id')
            ->pluck('tracks', 'song_id');
        $steps = StepRecord::query()->whereIn('id', SongRecord::query()->select('step_id'))
            ->get(['id', 'lines', 'times', 'said'])
            ->mapWithKeys(static fn (StepRecord $step): array => [$step->id => $step->words()])->all();
        $line = static function (SongRecord $song) use ($tracks, $steps): array {
            $rows = json_decode($song->conductor, true);
            $conductor = Conductor::fromRows($song->ppq, is_array($rows) ? $rows : []);

            return [
                'id' => $song->id,
                'name' => $song->name,
                'tracks' => $tracks[$song->id] ?? 0,
                'tempo' => self::beatsPerMinute($conductor),
                'key' => self::keyOf($conductor),
                'updated' => $song->updated_at->toIso8601String(),
                // With the time, for another database has songs of the same numbers.
                'state' => "{$song->revision}-{$song->step_id}-{$song->updated_at->getTimestamp()}",
                'did' => $steps[$song->step_id ?? 0] ?? null,
                'deleted' => $song->deleted_at?->toIso8601String(),
            ];
        };
        $all = SongRecord::withTrashed()->get([
            'id', 'name', 'ppq', 'conductor', 'revision', 'step_id', 'updated_at', 'deleted_at',
        ]);
        [$deleted, $songs] = [
            $all->filter(static fn (SongRecord $song): bool => $song->trashed()),
            $all->reject(static fn (SongRecord $song): bool => $song->trashed()),
        ];

        return [
            'songs' => array_values($songs->sortBy('name', SORT_NATURAL | SORT_FLAG_CASE)->map($line)->all()),
            'deleted' => array_values($deleted->sortByDesc('deleted_at')->map($line)->all()),
        ];
    }

    /** @return array<string, mixed> a song as a list shows it */
    public function glance(int $id): array
    {
        return Glance::of($this->store->whole($id)->song)->toArray();
    }

    /**
     * All that is needed to see a song: tracks, clips and conductor, the notes of the open clips, the lines of a grid,
     * and what could be undone.
     *
     * @param  list<int>  $open  those of the first track where none of them is there
     * @return array<string, mixed>
     */
    public function open(int $id, array $open, int $front, ?Grid $grid = null): array
    {
        $stored = $this->store->whole($id, []);
        $clips = $stored->song->openable($open);
        $stored = $this->store->reading($stored, $clips);
        $opened = OpenSong::of($stored->song, $clips, $front);

        return [
            'song' => self::head($stored->record, $stored->song, $stored->revisions),
            'open' => self::openPart($opened, $stored->revisions),
            'history' => $this->history->around($id, $stored->stepId())->toArray(),
            'grid' => $grid === null ? null : self::grid($stored->song->conductor, $grid),
            'selections' => (object) $this->kept->counts($id),
            'marks' => (object) Marks::of($stored->record),
        ];
    }

    /**
     * What sounds beside what is open: the notes and points of each track in song time, as they are heard.
     *
     * @param  list<int>  $open  clips whose first round is on the screen
     * @param  list<int>|null  $tracks  only these; all where left out
     * @return array<int, ClipContent> by the id of the track
     */
    public function sound(int $id, array $open, ?array $tracks): array
    {
        $stored = $this->store->whole($id, $tracks === null ? null : []);
        $clips = $tracks === null ? [] : array_intersect_key($stored->song->clipsByTrack(), array_flip($tracks));
        $song = $this->store->reading($stored, array_column(array_merge(...$clips), 'id'))->song;

        return array_map(
            static fn (Track $track): ClipContent => Sounding::of($song, $track, $open),
            $tracks === null ? $song->tracks : array_intersect_key($song->tracks, array_flip($tracks)),
        );
    }

    /** @return array{name: string, bytes: string} the song as a Standard MIDI File */
    public function file(int $id, ChordsAs $chords, CurvesAs $curves): array
    {
        $stored = $this->store->whole($id);

        return ['name' => $stored->record->name, 'bytes' => SmfFile::of($stored->song, $chords, $curves)->write()];
    }

    /** @return array{name: string, bytes: string} the names of its chords as MusicXML */
    public function sheet(int $id): array
    {
        $stored = $this->store->whole($id, []);
        $end = max([1, ...array_map(static fn (Clip $clip): int => $clip->end(), array_values($stored->song->clips))]);

        return [
            'name' => $stored->record->name,
            'bytes' => (new HarmonySheet($stored->song->conductor, $stored->record->name, $end))->write(),
        ];
    }

    /**
     * A song without what lies in its clips.
     *
     * @param  array<int, int>  $revisions  by clip
     * @param  list<int>  $same  tracks that are known as they are: their ids stand in their places
     * @return array<string, mixed>
     */
    public static function head(SongRecord $record, Song $song, array $revisions, array $same = []): array
    {
        return [
            'id' => $record->id, 'name' => $record->name, 'revision' => $record->revision,
        ] + self::whole($song, $revisions, $same);
    }

    /**
     * A song that is made into sound: all of it, as it is heard.
     *
     * @return array{song: array<string, mixed>, sounding: list<array<string, mixed>>, rests: array<string, int>}
     */
    public static function heard(Song $song): array
    {
        return [
            'song' => ['id' => 0, 'name' => '', 'revision' => 0] + self::whole($song, []),
            'sounding' => array_map(
                static fn (Track $track): array => self::sounding($song, $track, []), array_values($song->tracks),
            ),
            'rests' => array_map(
                static fn (Lane $lane): int => $lane->rest(),
                array_combine(array_map(static fn (Lane $lane): string => $lane->name, Lane::all()), Lane::all()),
            ),
        ];
    }

    /**
     * What sounds of a track, but for what lies in the open clips.
     *
     * @param  list<int>  $open
     * @return array<string, mixed>
     */
    public static function sounding(Song $song, Track $track, array $open): array
    {
        $content = Sounding::of($song, $track, $open);

        return [
            'track' => $track->id, 'notes' => self::columns($content->notes),
            'points' => self::columns($content->points),
        ];
    }

    /**
     * @param  array<int, int>  $revisions
     * @param  list<int>  $same
     * @return array<string, mixed>
     */
    private static function whole(Song $song, array $revisions, array $same = []): array
    {
        $conductor = $song->conductor;
        $clips = $song->clipsByTrack();

        return [
            'ppq' => $conductor->ppq,
            'key' => self::keyOf($conductor),
            'keys' => array_map(static fn (ConductorEvent $event): array => [
                'tick' => $event->tick, 'name' => $event->value,
                'scale' => $conductor->keyAt($event->tick)?->classes() ?? [],
            ], $conductor->all(ConductorKind::Key)),
            'scale' => $conductor->keyAt(0)?->classes(),
            'chords' => self::chords($conductor),
            'tempo' => self::beatsPerMinute($conductor),
            'tempos' => array_map(static fn (array $stretch): array => [
                'tick' => $stretch['tick'],
                'seconds' => $conductor->tempo->secondsAt($stretch['tick']),
                'secondsPerTick' => $stretch['tempo'] / 1_000_000 / $conductor->ppq,
            ], $conductor->tempo->stretches),
            'meters' => array_map(static fn (array $stretch): array => [
                'tick' => $stretch['tick'], 'numerator' => $stretch['meter']->numerator,
                'denominator' => $stretch['meter']->denominator,
            ], $conductor->meters->stretches),
            'events' => array_map(
                static fn (ConductorEvent $event): array => [
                    'kind' => $event->kind->value, 'tick' => $event->tick, 'label' => $event->label(),
                ],
                $conductor->events,
            ),
            'tracks' => array_map(
                static fn (Track $track): array|int => in_array($track->id, $same, true)
                    ? $track->id
                    : TrackView::told($track, $clips[$track->id] ?? [], $revisions),
                array_values($song->tracks),
            ),
        ];
    }

    /**
     * The open clips: their notes and points in song time.
     *
     * @param  array<int, int>  $revisions
     * @return array{
     *     clips: list<int>, front: int, revisions: object, notes: array<string, array<int, int>>|null,
     *     points: array<string, array<int, int>>|null,
     * }
     */
    public static function openPart(OpenSong $open, array $revisions): array
    {
        return [
            'clips' => $open->open, 'front' => $open->front,
            'revisions' => (object) array_intersect_key($revisions, array_flip($open->open)),
            'notes' => self::columns($open->notes),
            'points' => self::columns($open->points),
        ];
    }

    /** @return array<string, mixed> */
    public static function grid(Conductor $conductor, Grid $grid): array
    {
        return [
            'grid' => (string) $grid, 'swing' => $grid->swing, 'stretches' => $grid->on($conductor->meters)->table(),
        ];
    }

    /**
     * @return array<string, array<int, int>>|null columns without those that hold their default throughout; null for no
     *     rows
     */
    private static function columns(Notes|Points $table): ?array
    {
        return $table->id === []
            ? null
            : array_filter(
                $table->columns(),
                static fn (array $column, string $name): bool => $column !== []
                    && ($name === 'id'
                        || min($column) !== $table::COLUMNS[$name]['default']
                        || max($column) !== $table::COLUMNS[$name]['default']),
                ARRAY_FILTER_USE_BOTH,
            );
    }

    /**
     * @return list<array{tick: int, name: string, classes: list<int>, pitches: list<int>}> the names of chords, the
     *     pitch classes that belong to each, and pitches to hear it by
     */
    private static function chords(Conductor $conductor): array
    {
        $voicing = new Voicing('close', 48, 72, true);

        return array_map(static fn (array $named): array => [
            'tick' => $named[0], 'name' => (string) $named[1], 'classes' => $named[1]->classes(),
            'pitches' => [Voicing::bassOf($named[1], 48), ...$voicing->next($named[1])],
        ], $conductor->chords()->all);
    }

    /** The tempo at the start in quarter notes a minute, to a hundredth. */
    private static function beatsPerMinute(Conductor $conductor): float
    {
        return round(60_000_000 / $conductor->tempo->stretches[0]['tempo'], 2);
    }

    private static function keyOf(Conductor $conductor): ?string
    {
        $key = $conductor->keyAt(0);

        return $key === null ? null : (string) $key;
    }
}

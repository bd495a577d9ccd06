<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\TableChange;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Time\TickRange;

/**
 * A song with some of its clips open: their notes are one table in song time, with the clip each lies in, and so are
 * the points of their lanes.
 *
 * So an edit over several parts needs no code of its own. What lies outside of a clip's window is not in the table:
 * what is not seen is not edited.
 */
final readonly class OpenSong
{
    /**
     * @param  list<int>  $open  the ids of the open clips
     * @param  int  $front  the one new notes go to
     */
    private function __construct(
        public Song $song,
        public array $open,
        public int $front,
        public Notes $notes,
        public Points $points,
    ) {
    }

    /**
     * @param  list<int>  $open  clips that are not there are passed over
     *
     * @throws EditRefused where none of them is there
     */
    public static function of(Song $song, array $open, int $front): self
    {
        $open = array_values(array_unique(array_filter(
            $open, static fn (int $clip): bool => isset($song->clips[$clip]),
        )));
        if ($open === []) {
            throw new EditRefused('No clip is open; open one first.');
        }

        return new self($song, $open, in_array($front, $open, true) ? $front : $open[0], ...self::tables($song, $open));
    }

    /** Notes alone, as the one clip of a song without anything else. */
    public static function ofNotes(Notes $notes, Conductor $conductor): self
    {
        $track = new Track(0, 0, 'Track 1', channel: $notes->channel[0] ?? 0);
        $clip = new Clip(0, 0, 0, $conductor->meters->nextBarLine(max(0, $notes->end() - 1)));

        return self::of(
            Song::of($conductor, [$track], [$clip], [ClipContent::ofNotes($notes)], $notes->nextId), [0], 0,
        );
    }

    /** @return array<int, int> the track of each open clip */
    public function tracks(): array
    {
        $tracks = [];
        foreach ($this->open as $clip) {
            $tracks[$clip] = $this->song->clips[$clip]->track;
        }

        return $tracks;
    }

    /** @return array<int, TickRange> where in the song each open clip is seen: its first round where it loops */
    public function spans(): array
    {
        $spans = [];
        foreach ($this->open as $clip) {
            $window = $this->song->clips[$clip]->window();
            $shift = $this->song->clips[$clip]->shift();
            $spans[$clip] = TickRange::of($window->from + $shift, $window->to + $shift);
        }

        return $spans;
    }

    /**
     * With the first open clip of a track in front, unless one of its clips is already.
     *
     * @throws EditRefused where none of its clips is open
     */
    public function withInFront(Track $track): self
    {
        $clips = array_keys($this->tracks(), $track->id, true);

        return match (true) {
            $clips === [] => throw new EditRefused("No clip of {$track->name} is open here; open one first."),
            in_array($this->front, $clips, true) => $this,
            default => new self($this->song, $this->open, $clips[0], $this->notes, $this->points),
        };
    }

    /** The track the clip in front lies on. */
    public function frontTrack(): Track
    {
        return $this->song->tracks[$this->song->clips[$this->front]->track];
    }

    /**
     * What a change of the table does to the song. Clips grow so that what was changed lies in them.
     *
     * @param  Change  $change  of the table
     */
    public function changeOf(Change $change): SongChange
    {
        if ($change->isNothing()) {
            return new SongChange;
        }
        $grown = $contents = [];
        $notes = $this->byClip($change->notes, $this->notes);
        $points = $change->points === null ? [] : $this->byClip($change->points, $this->points);
        // Looked up once for all clips.
        $places = isset($change->notes->after['start']) || isset($change->notes->after['length'])
            ? array_flip($this->notes->id)
            : [];
        $ofNote = isset($change->points->after['start'])
            ? array_filter(array_combine($this->points->id, $this->points->note))
            : [];
        foreach (array_intersect($this->open, array_keys($notes + $points)) as $id) {
            $clip = $this->song->clips[$id];
            $ofNotes = $notes[$id] ?? new TableChange(Notes::none(), Notes::none());
            $ofPoints = $points[$id] ?? null;
            [$first, $last] = $this->span($ofNotes, $places);
            $ticks = $ofPoints === null ? [] : self::lanes($ofPoints, $ofNote);
            [$wide, $shift] = $clip->reaching(
                min([$first, ...$ticks]),
                max([$last, ...array_map(static fn (int $tick): int => $tick + 1, $ticks)]),
                $this->song->conductor->meters,
            );
            $inClip = new ContentChange(
                ClipTime::placed($ofNotes, -$clip->shift(), 0),
                $ofPoints === null ? null : ClipTime::placed($ofPoints, -$clip->shift(), 0),
            );
            // Where a clip begins earlier than its content can, all of the content moves.
            $contents[$id] = $shift === 0 ? $inClip : $this->moved($id, $inClip, $shift);
            if ($wide->grown > 0) {
                $wide = $wide->withoutGrowth(
                    $contents[$id]->applyTo($this->song->contentOf($id)), $this->song->conductor->meters,
                );
            }
            if ($wide !== $clip) {
                $grown[$id] = $wide;
            }
        }

        return new SongChange(
            $contents, clips: RowChange::between(array_intersect_key($this->song->clips, $grown), $grown),
        );
    }

    /**
     * A change of the content of an open clip as one of the table.
     *
     * @template T of Notes|Points
     *
     * @param  TableChange<T>  $change  in time of the clip
     * @return TableChange<T>
     */
    public function changeInSong(int $clip, TableChange $change): TableChange
    {
        $shift = $this->song->clips[$clip]->shift();

        return ClipTime::placed($change, $shift, $clip);
    }

    /**
     * The song with what a script did to the table, and what is open in it.
     */
    public function with(Song $song): self
    {
        return self::of($song->counted(max($this->notes->nextId, $this->points->nextId)), $this->open, $this->front);
    }

    /**
     * @param  list<int>  $open
     * @return array{Notes, Points}
     */
    private static function tables(Song $song, array $open): array
    {
        $notes = $points = [];
        foreach ($open as $id) {
            $seen = self::seen($song->contentOf($id), $song->clips[$id]);
            [$notes[$id], $points[$id]] = [$seen->notes, $seen->points];
        }

        return [
            self::together(Notes::none(), $notes)->counted($song->nextId),
            self::together(Points::none(), $points)->counted($song->nextId),
        ];
    }

    /**
     * Tables of several clips as one, with the clip of each row.
     *
     * @template T of Notes|Points
     *
     * @param  T  $none
     * @param  array<int, T>  $tables  by clip
     * @return T
     */
    private static function together(Notes|Points $none, array $tables): Notes|Points
    {
        $tables = array_filter($tables, static fn (Notes|Points $table): bool => $table->id !== []);
        $parts = [];
        foreach ($tables as $clip => $table) {
            $own = ClipTime::put($table, 0, $clip);
            if (count($tables) === 1) {
                return $own;
            }
            foreach ($own->columns() as $name => $values) {
                $parts[$name][] = $values;
            }
        }

        return $tables === []
            ? $none
            : $none::of(array_map(static fn (array $columns): array => array_merge(...$columns), $parts));
    }

    /**
     * Whether a change of what is open tells all of what is in the tables after it: not where notes or points lie
     * outside of the window of a clip, which a change may uncover or put there.
     */
    public function tells(SongChange $change, Song $after): bool
    {
        foreach (array_intersect($change->touchedClips(), $this->open) as $clip) {
            foreach ([$this->song, $after] as $song) {
                if (! isset($song->clips[$clip]) || ! self::shows($song->clips[$clip], $song->contentOf($clip))) {
                    return false;
                }
            }
        }

        return true;
    }

    /** Whether all notes, and all points of lanes, begin in a clip's window; a curve is seen with its note. */
    private static function shows(Clip $clip, ClipContent $content): bool
    {
        $window = $clip->window();
        $first = min($content->notes->start[0] ?? $window->from, $content->points->start[0] ?? $window->from);
        $last = $content->notes->id === [] ? $window->from : $content->notes->start[$content->notes->count() - 1];
        foreach (array_reverse($content->points->note, true) as $i => $note) {
            // Curves may go on behind the window; those before it belong to notes that begin before it.
            if ($note === 0) {
                $last = max($last, $content->points->start[$i]);
                break;
            }
        }

        return $first >= $window->from && $last < $window->to;
    }

    /**
     * What sounds in a clip's window, in song time: notes from before it too, with their curves, and the points of
     * lanes that lie in it.
     */
    private static function seen(ClipContent $content, Clip $clip): ClipContent
    {
        if (self::shows($clip, $content)) {
            return $content->shifted($clip->shift());
        }
        $window = $clip->window();
        $places = $points = $notes = [];
        foreach ($content->notes->start as $i => $start) {
            if ($start < $window->to && $start + $content->notes->length[$i] > $window->from) {
                $places[] = $i;
                $notes[$content->notes->id[$i]] = true;
            }
        }
        foreach ($content->points->note as $i => $note) {
            $start = $content->points->start[$i];
            if ($note === 0 ? $start >= $window->from && $start < $window->to : isset($notes[$note])) {
                $points[] = $i;
            }
        }

        return (new ClipContent($content->notes->at($places), $content->points->at($points)))->shifted($clip->shift());
    }

    /**
     * The parts of a change by the clip of the rows, still in song time.
     *
     * @template T of Notes|Points
     *
     * @param  TableChange<T>  $change
     * @param  T  $table  it is a change of
     * @return array<int, TableChange<T>>
     */
    private function byClip(TableChange $change, Notes|Points $table): array
    {
        if ($change->isNothing()) {
            return [];
        }
        if (count($this->open) === 1) {
            return [$this->open[0] => $change];
        }
        $clips = array_combine($table->id, $table->clip);
        $parts = [];
        foreach ($change->after as $name => $values) {
            foreach ($values as $id => $value) {
                $parts[$clips[$id]]['after'][$name][$id] = $value;
                $parts[$clips[$id]]['before'][$name][$id] = $change->before[$name][$id];
            }
        }
        foreach (['removed' => $change->removed, 'added' => $change->added] as $what => $rows) {
            foreach ($rows->clip as $i => $clip) {
                $parts[$clip][$what][] = $i;
            }
        }

        return array_map(static fn (array $part): TableChange => new TableChange(
            $change->removed->at($part['removed'] ?? []), $change->added->at($part['added'] ?? []),
            $part['before'] ?? [], $part['after'] ?? [],
        ), $parts);
    }

    /**
     * From the first start to the last end of what a change moved or put in.
     *
     * @param  TableChange<Notes>  $change
     * @param  array<int, int>  $places  of the notes of the table, by id
     * @return array{int, int}
     */
    private function span(TableChange $change, array $places): array
    {
        [$first, $last] = [PHP_INT_MAX, 0];
        $starts = $change->after['start'] ?? [];
        $lengths = $change->after['length'] ?? [];
        if ($starts !== [] || $lengths !== []) {
            foreach ($starts + $lengths as $id => $_) {
                $i = $places[$id];
                $start = $starts[$id] ?? $this->notes->start[$i];
                $first = min($first, $start);
                $last = max($last, $start + ($lengths[$id] ?? $this->notes->length[$i]));
            }
        }
        foreach ($change->added->start as $i => $start) {
            $first = min($first, $start);
            $last = max($last, $start + $change->added->length[$i]);
        }

        return [$first, $last];
    }

    /**
     * The ticks of points of lanes that a change moved or put in: curves lie where their notes do.
     *
     * @param  TableChange<Points>  $change
     * @param  array<int, int>  $ofNotes  the notes of points of curves, by id
     * @return list<int>
     */
    private static function lanes(TableChange $change, array $ofNotes): array
    {
        $moved = $change->after['start'] ?? [];
        $added = array_intersect_key(
            $change->added->start, array_filter($change->added->note, static fn (int $note): bool => $note === 0),
        );

        return [...array_values($added), ...array_values(array_diff_key($moved, $ofNotes))];
    }

    /** A change in a clip whose content begins so much later than before. */
    private function moved(int $clip, ContentChange $change, int $shift): ContentChange
    {
        $before = $this->song->contentOf($clip);
        $later = new ContentChange(
            ClipTime::later($change->notes, $shift),
            $change->points === null ? null : ClipTime::later($change->points, $shift),
        );

        return ContentChange::between($before, $later->applyTo($before->shifted($shift)));
    }
}

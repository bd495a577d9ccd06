<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\TableChange;
use Jactonic\Core\Errors\EditRefused;

/**
 * A song with some of its clips open: their notes are one table in song time, with the clip each lies in.
 *
 * So an edit over several parts needs no code of its own. What lies outside of a clip's window is not in the table: what
 * is not seen is not edited.
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
    ) {
    }

    /**
     * @param  list<int>  $open  clips that are not there are passed over
     *
     * @throws EditRefused where none of them is there
     */
    public static function of(Song $song, array $open, int $front): self
    {
        $open = array_values(array_unique(array_filter($open, static fn (int $clip): bool => isset($song->clips[$clip]))));
        if ($open === []) {
            throw new EditRefused('No clip is open; open one first.');
        }

        return new self($song, $open, in_array($front, $open, true) ? $front : $open[0], self::table($song, $open));
    }

    /** Notes alone, as the one clip of a song without anything else. */
    public static function ofNotes(Notes $notes, Conductor $conductor): self
    {
        $track = new Track(0, 0, 'Track 1', channel: $notes->channel[0] ?? 0);
        $clip = new Clip(0, 0, 0, $conductor->meters->nextBarLine(max(0, $notes->end() - 1)));

        return self::of(Song::of($conductor, [$track], [$clip], [Content::ofNotes($notes)], $notes->nextId), [0], 0);
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
        foreach ($this->byClip($change) as $id => $part) {
            $clip = $this->song->clips[$id];
            [$wide, $shift] = $this->grown($clip, $part);
            if ($wide !== $clip) {
                $grown[$id] = $wide;
            }
            $contents[$id] = new ContentChange(self::inClip($part, $clip->shift()));
            if ($shift !== 0) {
                // The clip begins earlier than its content can: all of the content moves.
                $before = $this->song->contentOf($id);
                $contents[$id] = ContentChange::between($before, new Content(
                    self::shiftedBy($before->notes, $contents[$id]->notes, $shift), $before->points->shifted($shift),
                ));
            }
        }

        return new SongChange($contents, clips: RowChange::between(array_intersect_key($this->song->clips, $grown), $grown));
    }

    /**
     * A change of the content of an open clip as one of the table.
     *
     * @param  TableChange<Notes>  $change  in time of the clip
     * @return TableChange<Notes>
     */
    public function changeInSong(int $clip, TableChange $change): TableChange
    {
        $shift = $this->song->clips[$clip]->shift();
        $there = static fn (Notes $notes): Notes => $notes->id === [] ? $notes : $notes->shifted($shift)->with(['clip' => array_fill(0, $notes->count(), $clip)]);

        return new TableChange($there($change->removed), $there($change->added), ...self::startsLater($change, $shift));
    }

    /**
     * The song with what a script did to the table, and what is open in it.
     */
    public function with(Song $song): self
    {
        return self::of($song->counted($this->notes->nextId), $this->open, $this->front);
    }

    /**
     * @param  list<int>  $open
     */
    private static function table(Song $song, array $open): Notes
    {
        $parts = [];
        foreach ($open as $id) {
            $part = self::visible($song->contentOf($id)->notes, $song->clips[$id]);
            $own = ['clip' => $part->id === [] ? [] : array_fill(0, $part->count(), $id)] + $part->columns();
            if (count($open) === 1) {
                return Notes::ordered($own, $song->nextId);
            }
            foreach ($own as $name => $values) {
                $parts[$name][] = $values;
            }
        }

        return Notes::of(array_map(static fn (array $columns): array => array_merge(...$columns), $parts), $song->nextId);
    }

    /**
     * Whether a change of what is open tells all of what is in the table after it: not where notes lie outside of the
     * window of a clip, which a change may uncover or put there.
     */
    public function tells(SongChange $change, Song $after): bool
    {
        foreach (array_intersect($change->touchedClips(), $this->open) as $clip) {
            foreach ([$this->song, $after] as $song) {
                if (! isset($song->clips[$clip]) || ! self::shows($song->clips[$clip], $song->contentOf($clip)->notes)) {
                    return false;
                }
            }
        }

        return true;
    }

    /** Whether all notes begin in a clip's window. */
    private static function shows(Clip $clip, Notes $notes): bool
    {
        $window = $clip->window();

        return $notes->id === [] || ($notes->start[0] >= $window->from && $notes->start[$notes->count() - 1] < $window->to);
    }

    /** The notes in a clip's window, in song time. */
    private static function visible(Notes $notes, Clip $clip): Notes
    {
        $window = $clip->window();
        if (self::shows($clip, $notes)) {
            return $notes->shifted($clip->shift());
        }
        $places = [];
        foreach ($notes->start as $i => $start) {
            if ($start < $window->to && $start + $notes->length[$i] > $window->from) {
                $places[] = $i;
            }
        }

        return $notes->at($places)->shifted($clip->shift());
    }

    /** @return array<int, TableChange<Notes>> the parts of a change by the clip of the notes, still in song time */
    private function byClip(Change $change): array
    {
        $whole = new TableChange($change->removed, $change->added, $change->before, $change->after);
        if (count($this->open) === 1) {
            return [$this->open[0] => $whole];
        }
        $clips = array_combine($this->notes->id, $this->notes->clip);
        $parts = [];
        foreach ($change->after as $name => $values) {
            foreach ($values as $id => $value) {
                $parts[$clips[$id]]['after'][$name][$id] = $value;
                $parts[$clips[$id]]['before'][$name][$id] = $change->before[$name][$id];
            }
        }
        foreach (['removed' => $change->removed, 'added' => $change->added] as $what => $notes) {
            foreach ($notes->clip as $i => $clip) {
                $parts[$clip][$what][] = $i;
            }
        }

        ksort($parts);

        return array_map(static fn (array $part): TableChange => new TableChange(
            $change->removed->at($part['removed'] ?? []), $change->added->at($part['added'] ?? []), $part['before'] ?? [], $part['after'] ?? [],
        ), $parts);
    }

    /**
     * The clip so wide that what was changed lies in it: up to bar lines, later and earlier.
     *
     * @param  TableChange<Notes>  $change  in song time
     * @return array{Clip, int} and by how much its content has to move to lie at ticks from 0
     */
    private function grown(Clip $clip, TableChange $change): array
    {
        return $clip->reaching(...[...$this->span($change), $this->song->conductor->meters]);
    }

    /**
     * From the first start to the last end of what a change moved or put in.
     *
     * @param  TableChange<Notes>  $change
     * @return array{int, int}
     */
    private function span(TableChange $change): array
    {
        [$first, $last] = [PHP_INT_MAX, 0];
        $starts = $change->after['start'] ?? [];
        $lengths = $change->after['length'] ?? [];
        if ($starts !== [] || $lengths !== []) {
            $places = array_flip($this->notes->id);
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
     * A change of the table in time of the clip.
     *
     * @param  TableChange<Notes>  $change
     * @return TableChange<Notes>
     */
    private static function inClip(TableChange $change, int $shift): TableChange
    {
        [$before, $after] = self::startsLater($change, -$shift);

        return new TableChange(self::home($change->removed, $shift), self::home($change->added, $shift), $before, $after);
    }

    private static function home(Notes $notes, int $shift): Notes
    {
        return $notes->id === [] ? $notes : Notes::ordered(
            ['clip' => array_fill(0, $notes->count(), 0)] + $notes->shifted(-$shift)->columns(), $notes->nextId,
        );
    }

    /**
     * Notes after a change that would put some before 0, all of them later by so much.
     *
     * @param  TableChange<Notes>  $change
     */
    private static function shiftedBy(Notes $notes, TableChange $change, int $shift): Notes
    {
        [$before, $after] = self::startsLater($change, $shift);

        return (new TableChange($change->removed->shifted($shift), $change->added->shifted($shift), $before, $after))->applyTo($notes->shifted($shift));
    }

    /**
     * The values of a change, with starts later by so much.
     *
     * @param  TableChange<Notes>  $change
     * @return array{array<string, array<int, int>>, array<string, array<int, int>>} before and after
     */
    private static function startsLater(TableChange $change, int $shift): array
    {
        [$before, $after] = [$change->before, $change->after];
        if ($shift !== 0 && isset($before['start'], $after['start'])) {
            $later = static fn (int $start): int => $start + $shift;
            $before['start'] = array_map($later, $before['start']);
            $after['start'] = array_map($later, $after['start']);
        }

        return [$before, $after];
    }
}

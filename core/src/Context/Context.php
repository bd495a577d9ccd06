<?php

declare(strict_types=1);

namespace Jactonic\Core\Context;

use Jactonic\Core\Content\Chords;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Played;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Pitch\ChordNames;
use Jactonic\Core\Pitch\Rows;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Time\Amount;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\Position;
use Jactonic\Core\Time\TickRange;
use Jactonic\Core\Time\Timeline;

/**
 * What surrounds the notes of an edit: the song's time and key, the clips that are open, and where its maker stands.
 */
final readonly class Context
{
    public OpenClips $clips;

    /** The names of the song's chords. */
    public ChordNames $chords;

    /** What lies in the lanes of the open clips, in song time. */
    public Points $points;

    /**
     * @param  int  $playhead  the tick that sounds, or where listening begins
     * @param  Phrase|null  $clipboard  what was cut or copied last
     * @param  NewNote|null  $newNote  what notes put in are like; as long as a step of the grid where nothing was set
     * @param  Pointer|null  $pointer  where the pointer lies on the roll; null where it does not
     * @param  Rows|null  $rows  the pitches that are shown; null where all are
     * @param  Played|null  $played  what was played in one go; null where nothing was
     * @param  bool  $onClips  whether the open clips are worked on as wholes, as those that are chosen in the song are
     * @param  bool  $takesPoints  whether what takes a range out, copies or opens one does so with the points in it
     */
    public function __construct(
        public Timeline $time,
        public ?Scale $key = null,
        public Caret $caret = new Caret,
        public ?TickRange $range = null,
        public int $playhead = 0,
        public ?Phrase $clipboard = null,
        public ?NewNote $newNote = null,
        ?OpenClips $clips = null,
        public ?Pointer $pointer = null,
        public ?Rows $rows = null,
        public ?Played $played = null,
        public bool $onClips = false,
        ?Points $points = null,
        public bool $takesPoints = true,
        ?ChordNames $chords = null,
    ) {
        $this->clips = $clips ?? OpenClips::one();
        $this->points = $points ?? Points::none();
        $this->chords = $chords ?? ChordNames::of([]);
    }

    /** The same surroundings after something was cut or copied. */
    public function withClipboard(?Phrase $clipboard): self
    {
        return $this->with(['clipboard' => $clipboard]);
    }

    /** The same surroundings with other points in the lanes. */
    public function holding(Points $points): self
    {
        return $points === $this->points ? $this : $this->with(['points' => $points]);
    }

    /** The same surroundings at another time, such as with another grid. */
    public function at(Timeline $time): self
    {
        return $this->with(['time' => $time]);
    }

    /** The surroundings of a song with some clips open, where its maker stands as before. */
    public function in(OpenSong $open): self
    {
        $conductor = $open->song->conductor;

        return $this->with([
            'time' => $this->time->in($conductor->meters, $conductor->tempo),
            'key' => $conductor->keyAt($this->caret->tick),
            'clips' => OpenClips::in($open),
            'points' => $open->points,
            'chords' => $conductor->chords(),
        ]);
    }

    /** The same surroundings with another range. */
    public function inRange(?TickRange $range): self
    {
        return $range === $this->range ? $this : $this->with(['range' => $range]);
    }

    /** The same surroundings with other clips open. */
    public function among(OpenClips $clips): self
    {
        return $this->with(['clips' => $clips]);
    }

    /**
     * @param array{
     *     time?: Timeline, key?: Scale|null, clipboard?: Phrase|null, clips?: OpenClips, points?: Points,
     *     chords?: ChordNames, range?: TickRange|null,
     * }  $changed
     */
    private function with(array $changed): self
    {
        /**
         * @var array{
         *     time: Timeline, key: Scale|null, caret: Caret, range: TickRange|null, playhead: int,
         *     clipboard: Phrase|null, newNote: NewNote|null, clips: OpenClips, pointer: Pointer|null, rows: Rows|null,
         *     played: Played|null, onClips: bool, points: Points, takesPoints: bool, chords: ChordNames,
         * } $all
         */
        $all = [...get_object_vars($this), ...$changed];

        return new self(...$all);
    }

    /** @throws EditRefused where no key is set */
    public function needKey(string $for): Scale
    {
        return $this->key ?? throw new EditRefused("{$for} needs a key; set one for the song first, such as D dorian.");
    }

    /**
     * The notes of the chord that holds at a tick, as a scale to go along.
     *
     * @throws EditRefused where no chord is named there
     */
    public function needChord(int $tick): Scale
    {
        // A push belongs to the chord it comes before.
        $chord = $this->chords->at($tick + intdiv($this->time->ppq(), 16));

        return $chord === null
            ? throw new EditRefused(
                "within=chord needs the name of a chord at {$this->time->position($tick)}; take chord-names to name "
                    .'what sounds, or chord-name to write one.',
            )
            : Scale::ofChord($chord);
    }

    /** @throws EditRefused where no range is set */
    public function needRange(string $for, string $otherwise = ''): TickRange
    {
        return $this->range ?? throw new EditRefused(
            "{$for} needs a range; drag one on the ruler or make one from the selection{$otherwise}.",
        );
    }

    /**
     * The chords of some notes, those of each track by themselves.
     *
     * @param  array<int, int>  $places  in order of time
     * @param  Amount|null  $spread  null to find out by itself
     * @return list<list<non-empty-list<int>>>
     */
    public function chordsByTrack(Notes $notes, array $places, ?Amount $spread): array
    {
        return array_map(
            fn (array $part): array => Chords::of($notes, $part, $spread, $this->time),
            $this->clips->byTrack($places, $notes->clip),
        );
    }

    /**
     * The chords of some notes, of all tracks in a row.
     *
     * @param  array<int, int>  $places  in order of time
     * @return list<non-empty-list<int>>
     */
    public function chords(Notes $notes, array $places, ?Amount $spread): array
    {
        return array_merge(...$this->chordsByTrack($notes, $places, $spread));
    }

    /**
     * How long and how loud a note put in at a tick is, as the line or else the maker says.
     *
     * @return array{int, int} ticks, at least 1, and velocity 1–127
     */
    public function newNote(Parameters $parameters, int $tick): array
    {
        $new = $this->newNote ?? NewNote::ofTheGrid();
        $length = $parameters->has('length') ? $parameters->amount('length') : $new->length;

        return [
            max(1, $length->ticksAt($tick, $this->time)),
            $parameters->has('velocity') ? $parameters->int('velocity') : $new->velocity,
        ];
    }

    /** @throws EditRefused where the pointer is not over the roll */
    public function needPointer(string $for): Pointer
    {
        return $this->pointer ?? throw new EditRefused(
            "{$for} needs the pointer over the roll; move it there, or say a place such as caret.",
        );
    }

    /** The grid a line names, or the current one, with the swing it names or else the current swing. */
    public function grid(Parameters $parameters, string $name = 'grid'): Grid
    {
        $grid = $parameters->value($name);

        return ($grid instanceof Grid ? $grid : $this->time->grid)
            ->withSwing($parameters->has('swing') ? $parameters->int('swing') : $this->time->grid->swing);
    }

    /** @throws EditRefused where the line names no range and none is set */
    public function range(Parameters $parameters, string $for): TickRange
    {
        $range = $parameters->value('range');

        return $range instanceof TickRange ? $range : $this->needRange($for);
    }

    /**
     * A pitch 0–127, the caret's where the line names none.
     *
     * @throws EditRefused where the pointer is asked for and is elsewhere
     */
    public function pitch(Parameters $parameters, string $name): int
    {
        $pitch = $parameters->value($name);

        return match (true) {
            is_int($pitch) => $pitch,
            $pitch === 'pointer' => $this->needPointer("{$name}=pointer")->pitch,
            default => $this->caret->pitch,
        };
    }

    /**
     * Where something is put in: a tick and a pitch 0–127. What is put in at the pointer lies in its row.
     *
     * @return array{int, int}
     *
     * @throws EditRefused as `moment()` and `pitch()` do
     */
    public function place(Parameters $parameters): array
    {
        $isInItsRow = $parameters->value('at') === 'pointer' && $parameters->value('pitch') === 'caret';

        return [
            $this->moment($parameters, 'at'),
            $isInItsRow ? $this->needPointer('at=pointer')->pitch : $this->pitch($parameters, 'pitch'),
        ];
    }

    /**
     * A tick, the caret's where the line names none; at the pointer the grid line at or before it.
     *
     * @throws EditRefused where the range is asked for and there is none, or the pointer and it is elsewhere
     */
    public function moment(Parameters $parameters, string $name): int
    {
        $moment = $parameters->value($name);

        return match (true) {
            is_int($moment) => $moment,
            $moment instanceof Position => $this->time->meters->tickOf($moment),
            $moment === 'playhead' => $this->playhead,
            $moment === 'pointer' => $this->needPointer("{$name}=pointer")->cell($this->time),
            $moment === 'range-start' => $this->needRange("{$name}=range-start")->from,
            $moment === 'range-end' => $this->needRange("{$name}=range-end")->to,
            default => $this->caret->tick,
        };
    }
}

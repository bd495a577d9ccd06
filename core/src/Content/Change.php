<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\TickRange;
use LogicException;

/**
 * What an edit did to notes and to points, what is selected afterwards, what it says of itself, and what it leaves
 * behind.
 */
final readonly class Change
{
    /**
     * @param  TableChange<Notes>  $notes
     * @param  Said  $said  what happened, in numbers
     * @param  TableChange<Points>|null  $points  null where they stayed
     * @param  Phrase|null  $clipboard  what was taken to the clipboard, if anything was
     * @param  array<int, int>  $origins  for notes put in the id of the one each is like, where there is one
     * @param  array<int, int>  $pieces  for those that were cut off the one they are like, by how many ticks later they
     *     lie
     * @param  CurvesGo  $curves  what becomes of the curves within notes that it moves
     * @param  TickRange|null  $range  the range it leaves, where that is another one
     * @param  array<string, string>  $settled  parameters its line gets, so that the line does the same again
     */
    private function __construct(
        public TableChange $notes,
        public Selection $selection,
        public Said $said,
        public ?TableChange $points = null,
        public ?Phrase $clipboard = null,
        public array $origins = [],
        public array $pieces = [],
        public CurvesGo $curves = CurvesGo::Kept,
        public ?TickRange $range = null,
        public array $settled = [],
    ) {
    }

    public static function nothing(Selection $selection, Said $said): self
    {
        return new self(new TableChange(Notes::none(), Notes::none(), [], []), $selection, $said);
    }

    /** @param  TableChange<Notes>  $notes */
    public static function of(TableChange $notes, Selection $selection, Said $said): self
    {
        return new self($notes, $selection, $said);
    }

    /**
     * The same change, of whose notes some are like others.
     *
     * @param  array<int, int>  $origins
     * @param  array<int, int>  $pieces
     */
    public function copying(array $origins, array $pieces): self
    {
        return $this->with(origins: $origins, pieces: $pieces);
    }

    /** The same change that also fills the clipboard. */
    public function taking(?Phrase $clipboard): self
    {
        return $this->with(clipboard: $clipboard);
    }

    /** The same, with another rule for the curves within notes. */
    public function letting(CurvesGo $curves): self
    {
        return $this->with(curves: $curves);
    }

    /** The same change that leaves another range. */
    public function movingRange(?TickRange $range): self
    {
        return $this->with(range: $range);
    }

    /**
     * The same change, of which the line says so that it does the same again.
     *
     * @param  array<string, string>  $parameters
     */
    public function settling(array $parameters): self
    {
        return $this->with(settled: $parameters);
    }

    /** The same change in other words. */
    public function saying(Said $said): self
    {
        return $this->with(said: $said);
    }

    /**
     * The same change of notes that also does this to points, and leaves these selected where they are said.
     *
     * @param  TableChange<Points>|null  $points
     */
    public function withPoints(?TableChange $points, ?Selection $selection = null): self
    {
        return $this->with(
            points: $points?->isNothing() === true ? null : $points, selection: $selection ?? $this->selection,
        );
    }

    /**
     * The same change with other rows and values.
     *
     * @param  TableChange<Notes>  $notes
     * @param  TableChange<Points>|null  $points
     */
    public function inTables(TableChange $notes, ?TableChange $points, Selection $selection): self
    {
        return $this->with(notes: $notes)->withPoints($points, $selection);
    }

    private function with(mixed ...$changed): self
    {
        /**
         * @var array{
         *     notes: TableChange<Notes>, selection: Selection, said: Said, points: TableChange<Points>|null,
         *     clipboard: Phrase|null, origins: array<int, int>, pieces: array<int, int>, curves: CurvesGo,
         *     range: TickRange|null, settled: array<string, string>,
         * } $all
         */
        $all = [...get_object_vars($this), ...$changed];

        return new self(...$all);
    }

    public function isNothing(): bool
    {
        return $this->points === null && $this->notes->isNothing();
    }

    /** Whether the set of notes stays the same and only their values change. */
    public function onlyChangesValues(): bool
    {
        return $this->notes->onlyChangesValues();
    }

    /** @throws LogicException where the notes are not those the change was made for */
    public function applyTo(Notes $notes): Notes
    {
        return $this->notes->applyTo($notes);
    }

    /** The points after it. */
    public function applyToPoints(Points $points): Points
    {
        return $this->points?->applyTo($points) ?? $points;
    }

    /** The highest id it gave to a note or a point, and one. */
    public function nextId(): int
    {
        return max($this->notes->added->nextId, $this->points->added->nextId ?? 0);
    }

    /**
     * One change that does this one and then the next. What is selected is the next one's; what either leaves is left.
     */
    public function then(self $next): self
    {
        $notes = $this->notes->followedBy($next->notes);
        $added = array_flip($notes->added->id);
        $first = array_map(fn (int $origin): int => $this->origins[$origin] ?? $origin, $next->origins);

        return new self(
            notes: $notes,
            selection: $next->selection,
            said: $this->said->then($next->said),
            points: match (true) {
                $this->points === null => $next->points,
                $next->points === null => $this->points,
                default => $this->points->followedBy($next->points),
            },
            clipboard: $next->clipboard ?? $this->clipboard,
            origins: array_intersect_key($this->origins + $first, $added),
            pieces: array_intersect_key($this->pieces + $next->pieces, $added),
            curves: $next->curves,
            range: $next->range ?? $this->range,
            settled: $next->settled + $this->settled,
        );
    }
}

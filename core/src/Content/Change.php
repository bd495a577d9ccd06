<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

use Jactonic\Core\Time\TickRange;
use LogicException;

/**
 * What an edit did to notes: those taken out and put in, the values that changed, and what it leaves behind; and what it
 * did to the points of lanes.
 */
final readonly class Change
{
    /** @var TableChange<Notes> */
    public TableChange $table;

    /**
     * @param  Notes  $removed  the notes taken out
     * @param  Notes  $added  the notes put in
     * @param  array<string, array<int, int>>  $before  for each column the old values by the id of the note
     * @param  array<string, array<int, int>>  $after  the new values of the same notes
     * @param  Selection  $selection  what is selected afterwards
     * @param  string  $summary  what happened, in numbers, for the status line
     * @param  Phrase|null  $clipboard  what was taken to the clipboard, if anything was
     * @param  TableChange<Points>|null  $points  null where they stayed
     * @param  array<int, int>  $origins  for notes put in the id of the one each is like, where there is one
     * @param  array<int, int>  $pieces  for those that were cut off the one they are like, by how many ticks later they lie
     * @param  TickRange|null  $range  the range it leaves, where that is another one
     * @param  array<string, string>  $settled  parameters its line gets, so that the line does the same again
     * @param  bool  $cuts  whether a note that got shorter lost a part of itself, rather than being the same in less time
     */
    public function __construct(
        public Notes $removed,
        public Notes $added,
        public array $before,
        public array $after,
        public Selection $selection,
        public string $summary,
        public ?Phrase $clipboard = null,
        public ?TableChange $points = null,
        public array $origins = [],
        public array $pieces = [],
        public bool $cuts = false,
        public ?TickRange $range = null,
        public array $settled = [],
    ) {
        $this->table = new TableChange($removed, $added, $before, $after);
    }

    public static function nothing(Selection $selection, string $summary): self
    {
        return new self(Notes::none(), Notes::none(), [], [], $selection, $summary);
    }

    /** @param  TableChange<Notes>  $change */
    public static function of(TableChange $change, Selection $selection, string $summary): self
    {
        return new self($change->removed, $change->added, $change->before, $change->after, $selection, $summary);
    }

    /** The same change that also fills the clipboard. */
    public function taking(?Phrase $clipboard): self
    {
        return $this->with(['clipboard' => $clipboard]);
    }

    /** The same change of notes of which parts were cut off. */
    public function cutting(): self
    {
        return $this->with(['cuts' => true]);
    }

    /** The same change that leaves another range. */
    public function movingRange(?TickRange $range): self
    {
        return $this->with(['range' => $range]);
    }

    /**
     * The same change, of which the line says so that it does the same again.
     *
     * @param  array<string, string>  $parameters
     */
    public function settling(array $parameters): self
    {
        return $this->with(['settled' => $parameters]);
    }

    /** The same change in other words. */
    public function saying(string $summary): self
    {
        return $this->with(['summary' => $summary]);
    }

    /**
     * The same change of notes that also does this to points, and leaves these selected where they are said.
     *
     * @param  TableChange<Points>|null  $points
     */
    public function withPoints(?TableChange $points, ?Selection $selection = null): self
    {
        return $this->with(['points' => $points?->isNothing() === true ? null : $points, 'selection' => $selection ?? $this->selection]);
    }

    /**
     * The same change with other rows and values.
     *
     * @param  TableChange<Notes>  $notes
     * @param  TableChange<Points>|null  $points
     */
    public function inTables(TableChange $notes, ?TableChange $points, Selection $selection): self
    {
        return $this->with(['removed' => $notes->removed, 'added' => $notes->added, 'before' => $notes->before, 'after' => $notes->after])
            ->withPoints($points, $selection);
    }

    /** @param  array{removed?: Notes, added?: Notes, before?: array<string, array<int, int>>, after?: array<string, array<int, int>>, clipboard?: Phrase|null, cuts?: bool, summary?: string, points?: TableChange<Points>|null, selection?: Selection, range?: TickRange|null, settled?: array<string, string>}  $changed */
    private function with(array $changed): self
    {
        /** @var array{removed: Notes, added: Notes, before: array<string, array<int, int>>, after: array<string, array<int, int>>, selection: Selection, summary: string, clipboard: Phrase|null, points: TableChange<Points>|null, origins: array<int, int>, pieces: array<int, int>, cuts: bool, range: TickRange|null, settled: array<string, string>} $all */
        $all = array_diff_key([...get_object_vars($this), ...$changed], ['table' => 0]);

        return new self(...$all);
    }

    public function isNothing(): bool
    {
        return $this->points === null && $this->table->isNothing();
    }

    /** Whether the set of notes stays the same and only their values change. */
    public function onlyChangesValues(): bool
    {
        return $this->table->onlyChangesValues();
    }

    /** @throws LogicException where the notes are not those the change was made for */
    public function applyTo(Notes $notes): Notes
    {
        return $this->table->applyTo($notes);
    }

    /** The points after it. */
    public function applyToPoints(Points $points): Points
    {
        return $this->points?->applyTo($points) ?? $points;
    }

    /** The highest id it gave to a note or a point, and one. */
    public function nextId(): int
    {
        return max($this->added->nextId, $this->points->added->nextId ?? 0);
    }

    /** The change that undoes this one. */
    public function inverse(Selection $selection, string $summary): self
    {
        return self::of($this->table->reversed(), $selection, $summary)->withPoints($this->points?->reversed());
    }

    /** One change that does this one and then the next. The selection and the summary are the next one's. */
    public function then(self $next): self
    {
        return self::of($this->table->followedBy($next->table), $next->selection, $next->summary)->taking($next->clipboard ?? $this->clipboard)->withPoints(match (true) {
            $this->points === null => $next->points,
            $next->points === null => $this->points,
            default => $this->points->followedBy($next->points),
        });
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Notes;

/**
 * Notes being edited: an edit writes into the columns, removes and adds, and takes the change at the end.
 *
 * Columns that are not written to stay shared with the notes they come from. Places are those of the notes.
 */
final class Draft
{
    /** @var array<int, int> */
    public array $start;

    /** @var array<int, int> */
    public array $length;

    /** @var array<int, int> */
    public array $pitch;

    /** @var array<int, int> */
    public array $velocity;

    /** @var array<int, int> */
    public array $muted;

    /** @var array<int, int> */
    public array $group;

    /** @var array<int, int> */
    public array $playedStart;

    /** @var array<int, int> */
    public array $playedEnd;

    /** @var array<int, true> places taken out */
    private array $removed = [];

    /** @var array<string, list<int>> the notes put in, by column */
    private array $added;

    private int $nextId;

    public function __construct(private readonly Notes $notes)
    {
        $this->start = $notes->start;
        $this->length = $notes->length;
        $this->pitch = $notes->pitch;
        $this->velocity = $notes->velocity;
        $this->muted = $notes->muted;
        $this->group = $notes->group;
        $this->playedStart = $notes->playedStart;
        $this->playedEnd = $notes->playedEnd;
        $this->added = array_fill_keys(Notes::COLUMNS, []);
        $this->nextId = $notes->nextId;
    }

    public function remove(int $place): void
    {
        $this->removed[$place] = true;
    }

    /**
     * Puts in a note.
     *
     * @param  array<string, int>  $values  by column; what is left out has its default
     * @return int its id
     */
    public function add(array $values): int
    {
        $id = $this->nextId++;
        foreach (['id' => $id] + $values + Notes::DEFAULTS as $name => $value) {
            $this->added[$name][] = $value;
        }

        return $id;
    }

    /**
     * Puts in a note like one there is.
     *
     * @param  array<string, int>  $values  what is different, by column
     * @return int its id
     */
    public function addLike(int $place, array $values): int
    {
        $notes = $this->notes;
        $id = $this->nextId++;
        $added = &$this->added;
        $added['id'][] = $id;
        $added['start'][] = $values['start'] ?? $notes->start[$place];
        $added['length'][] = $values['length'] ?? $notes->length[$place];
        $added['pitch'][] = $values['pitch'] ?? $notes->pitch[$place];
        $added['velocity'][] = $values['velocity'] ?? $notes->velocity[$place];
        $added['release'][] = $notes->release[$place];
        $added['channel'][] = $notes->channel[$place];
        $added['muted'][] = $notes->muted[$place];
        $added['group'][] = $values['group'] ?? $notes->group[$place];
        $added['playedStart'][] = $values['playedStart'] ?? $notes->playedStart[$place];
        $added['playedEnd'][] = $values['playedEnd'] ?? $notes->playedEnd[$place];

        return $id;
    }

    /** The number for a new group. */
    public function newGroup(): int
    {
        return 1 + max(max([0, ...$this->added['group']]), $this->group === [] ? 0 : max($this->group));
    }

    public function isRemoved(int $place): bool
    {
        return isset($this->removed[$place]);
    }

    /** Moves a note to a start and a length, leaving the played moments where they were. */
    public function setTimes(int $place, int $start, int $length): void
    {
        $moved = $start - $this->start[$place];
        $endMoved = $moved + $length - $this->length[$place];
        if ($moved !== 0) {
            $this->start[$place] = $start;
            $this->playedStart[$place] -= $moved;
        }
        if ($endMoved !== 0) {
            $this->playedEnd[$place] -= $endMoved;
        }
        if ($endMoved !== $moved) {
            $this->length[$place] = $length;
        }
    }

    public function change(Selection $selection, string $summary): Change
    {
        $before = [];
        $after = [];
        $ids = $this->notes->id;
        $removed = $this->removed;
        foreach ($this->changedColumns() as $name => [$old, $new]) {
            $columnBefore = [];
            $columnAfter = [];
            foreach ($old as $i => $value) {
                if ($new[$i] !== $value && ! isset($removed[$i])) {
                    $id = $ids[$i];
                    $columnBefore[$id] = $value;
                    $columnAfter[$id] = $new[$i];
                }
            }
            if ($columnAfter !== []) {
                $before[$name] = $columnBefore;
                $after[$name] = $columnAfter;
            }
        }
        $places = array_keys($this->removed);
        sort($places);
        if ($places !== []) {
            $gone = array_intersect_key($ids, $this->removed);
            $selection = Selection::of(array_diff($selection->ids, $gone));
        }

        return new Change($this->notes->at($places), Notes::of($this->added), $before, $after, $selection, $summary);
    }

    /** @return array<string, array{array<int, int>, array<int, int>}> old and new values of the columns written to */
    private function changedColumns(): array
    {
        $changed = [];
        foreach (['start', 'length', 'pitch', 'velocity', 'muted', 'group', 'playedStart', 'playedEnd'] as $name) {
            $old = $this->notes->{$name};
            $new = $this->{$name};
            if ($new !== $old) {
                $changed[$name] = [$old, $new];
            }
        }

        return $changed;
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\Bounds;

/**
 * Notes being edited: an edit writes into the columns, removes and adds, and takes the change at the end.
 *
 * Columns that are not written to stay shared with the notes they come from. Places are those of the notes. What would
 * be more than a song can hold is refused here, for every edit.
 */
final class Draft
{
    /** How many notes may be worked on at once. */
    public const MOST_NOTES = 200_000;

    /** The columns an edit may write to. */
    private const WRITTEN = [
        'start', 'length', 'pitch', 'velocity', 'release', 'muted', 'group', 'playedStart', 'playedEnd', 'looseStart',
        'looseVelocity', 'technique',
    ];

    /** @var array<int, int> */
    public array $start;

    /** @var array<int, int> */
    public array $length;

    /** @var array<int, int> */
    public array $pitch;

    /** @var array<int, int> */
    public array $velocity;

    /** @var array<int, int> */
    public array $release;

    /** @var array<int, int> */
    public array $muted;

    /** @var array<int, int> */
    public array $group;

    /** @var array<int, int> */
    public array $playedStart;

    /** @var array<int, int> */
    public array $playedEnd;

    /** @var array<int, int> */
    public array $looseStart;

    /** @var array<int, int> */
    public array $looseVelocity;

    /** @var array<int, int> */
    public array $technique;

    /** @var array<int, true> places taken out */
    private array $removed = [];

    /** @var array<string, list<int>> the notes put in, by column */
    private array $added;

    /** @var array<int, int> for notes put in the id of the one each is like */
    private array $origins = [];

    /** @var array<int, int> for those that were cut off that one, by how many ticks later they lie */
    private array $pieces = [];

    /** @var array<int, int> the groups of the copies being made, by those of their originals */
    private array $copiedGroups = [];

    private int $nextId;

    private int $nextGroup = 0;

    /** how many more notes there may be */
    private int $room;

    public function __construct(private readonly Notes $notes)
    {
        foreach (self::WRITTEN as $name) {
            $this->{$name} = $notes->{$name};
        }
        $this->added = array_map(static fn (): array => [], Notes::COLUMNS);
        $this->nextId = $notes->nextId;
        $this->room = self::MOST_NOTES - $notes->count();
    }

    public function remove(int $place): void
    {
        $this->room += isset($this->removed[$place]) ? 0 : 1;
        $this->removed[$place] = true;
    }

    /**
     * Puts in a note.
     *
     * @param  array<string, int>  $values  by column; what is left out has its default
     * @return int its id
     *
     * @throws EditRefused where there would be too many notes
     */
    public function add(array $values): int
    {
        $id = $this->newId();
        $values['id'] = $id;
        foreach (Notes::COLUMNS as $name => $column) {
            $this->added[$name][] = $values[$name] ?? $column['default'];
        }

        return $id;
    }

    /**
     * Puts in a note like one there is, in its group.
     *
     * @param  array<string, int>  $values  what is different, by column
     * @param  Notes|null  $from  where the one it is like stands; the notes that are edited where left out
     * @return int its id
     *
     * @throws EditRefused where there would be too many notes
     */
    public function addLike(int $place, array $values, ?Notes $from = null): int
    {
        $notes = $from ?? $this->notes;
        $id = $this->newId();
        if ($from === null) {
            $this->origins[$id] = $notes->id[$place];
        }
        $added = &$this->added;
        $added['id'][] = $id;
        $added['start'][] = $values['start'] ?? $notes->start[$place];
        $added['length'][] = $values['length'] ?? $notes->length[$place];
        $added['pitch'][] = $values['pitch'] ?? $notes->pitch[$place];
        $added['velocity'][] = $values['velocity'] ?? $notes->velocity[$place];
        $added['release'][] = $values['release'] ?? $notes->release[$place];
        $added['channel'][] = $values['channel'] ?? $notes->channel[$place];
        $added['muted'][] = $values['muted'] ?? $notes->muted[$place];
        $added['group'][] = $values['group'] ?? $notes->group[$place];
        $added['playedStart'][] = $values['playedStart'] ?? $notes->playedStart[$place];
        $added['playedEnd'][] = $values['playedEnd'] ?? $notes->playedEnd[$place];
        $added['looseStart'][] = $values['looseStart'] ?? $notes->looseStart[$place];
        $added['looseVelocity'][] = $values['looseVelocity'] ?? $notes->looseVelocity[$place];
        $added['technique'][] = $values['technique'] ?? $notes->technique[$place];
        $added['clip'][] = $values['clip'] ?? $notes->clip[$place];

        return $id;
    }

    /**
     * Puts in a piece that was cut off a note: what sounded in it there sounds in it here.
     *
     * @param  array<string, int>  $values  what is different, by column
     * @param  int  $later  ticks by which what sounds in it lies later than in the note
     * @return int its id
     *
     * @throws EditRefused where there would be too many notes
     */
    public function addPiece(int $place, array $values, int $later = 0): int
    {
        $id = $this->addLike($place, $values);
        $this->pieces[$id] = $later;

        return $id;
    }

    /** Begins a round of copies: groups of their originals become groups of their own. */
    public function beginCopies(): void
    {
        $this->copiedGroups = [];
    }

    /**
     * Puts in a copy of a note, in a group of the copies where the note has one.
     *
     * @param  array<string, int>  $values  what is different, by column
     * @return int its id
     *
     * @throws EditRefused where there would be too many notes
     */
    public function copy(int $place, array $values = []): int
    {
        $group = $this->notes->group[$place];
        if ($group !== 0) {
            $values['group'] = $this->copiedGroups[$group] ??= $this->newGroup();
        }

        return $this->addLike($place, $values);
    }

    /**
     * Puts in a copy of a part of a note, in a group of the copies where the note has one.
     *
     * @param  array<string, int>  $values  what is different, by column
     * @return int its id
     *
     * @throws EditRefused where there would be too many notes
     */
    public function copyPiece(int $place, array $values): int
    {
        $id = $this->copy($place, $values);
        $this->pieces[$id] = 0;

        return $id;
    }

    /** The number for a new group. */
    public function newGroup(): int
    {
        if ($this->nextGroup === 0) {
            $this->nextGroup = 1 + ($this->group === [] ? 0 : max($this->group));
        }

        return $this->nextGroup++;
    }

    /**
     * How many of some notes are not as they were, in what one sees and hears of them.
     *
     * @param  array<int, int>  $places
     */
    public function countChanged(array $places): int
    {
        $columns = [];
        foreach (['start', 'length', 'pitch', 'velocity', 'release', 'muted', 'group', 'technique'] as $name) {
            if ($this->{$name} !== $this->notes->{$name}) {
                $columns[] = [$this->{$name}, $this->notes->{$name}];
            }
        }

        return count(array_filter($places, fn (int $i): bool => ! isset($this->removed[$i]) && array_filter(
            $columns, static fn (array $column): bool => $column[0][$i] !== $column[1][$i],
        ) !== []));
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
            $this->looseStart[$place] = 0;
        }
        if ($endMoved !== 0) {
            $this->playedEnd[$place] -= $endMoved;
        }
        if ($endMoved !== $moved) {
            $this->length[$place] = $length;
        }
    }

    /**
     * @param  Said|null  $said  null where it is said later (`Change::saying`)
     *
     * @throws EditRefused where a note would pass the last tick
     */
    public function change(Selection $selection, ?Said $said = null): Change
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
        $this->refusePastTheEnd($this->added['start'], $this->added['length']);
        $places = array_keys($this->removed);
        sort($places);
        if ($places !== []) {
            $gone = array_intersect_key($ids, $this->removed);
            $selection = Selection::of(array_diff($selection->ids, $gone));
        }

        return Change::of(
            new TableChange($this->notes->at($places), Notes::of($this->added), $before, $after), $selection,
            $said ?? Said::aside('Done'),
        )
            ->copying($this->origins, $this->pieces);
    }

    /** @return array<string, array{array<int, int>, array<int, int>}> old and new values of the columns written to */
    private function changedColumns(): array
    {
        $this->forgetLooseVelocities();
        $changed = [];
        foreach (self::WRITTEN as $name) {
            $old = $this->notes->{$name};
            $new = $this->{$name};
            if ($new !== $old) {
                $changed[$name] = [$old, $new];
            }
        }
        if (isset($changed['start']) || isset($changed['length'])) {
            $this->refusePastTheEnd($this->start, $this->length);
        }

        return $changed;
    }

    /** A velocity that was set by anything but `humanize` is where it is measured from. */
    private function forgetLooseVelocities(): void
    {
        $loose = $this->looseVelocity;
        if (
            $this->velocity === $this->notes->velocity
            || $loose !== $this->notes->looseVelocity
            || $loose === []
            || (min($loose) === 0 && max($loose) === 0)
        ) {
            return;
        }
        foreach ($this->looseVelocity as $i => $loose) {
            if ($loose !== 0 && $this->velocity[$i] !== $this->notes->velocity[$i]) {
                $this->looseVelocity[$i] = 0;
            }
        }
    }

    private function newId(): int
    {
        if ($this->room-- <= 0) {
            throw self::tooMany();
        }

        return $this->nextId++;
    }

    /**
     * @param  array<int, int>  $starts
     * @param  array<int, int>  $lengths
     */
    private function refusePastTheEnd(array $starts, array $lengths): void
    {
        if ($starts === [] || $lengths === [] || max($starts) + max($lengths) <= Bounds::LAST_TICK) {
            return;
        }
        foreach ($starts as $i => $start) {
            if ($start + $lengths[$i] > Bounds::LAST_TICK) {
                throw new EditRefused(
                    'That would go past the end of what a song can hold, tick '.Bounds::LAST_TICK
                        .'. Take a smaller amount, or an earlier place.',
                    ['last' => Bounds::LAST_TICK],
                );
            }
        }
    }

    /** What is said where there would be more notes than can be worked on. */
    public static function tooMany(): EditRefused
    {
        return new EditRefused(
            'That would make more than '.number_format(self::MOST_NOTES)
                .' notes, which is more than can be worked on at once. Take fewer notes, fewer times, or a coarser '
                .'grid.',
            ['most' => self::MOST_NOTES],
        );
    }
}

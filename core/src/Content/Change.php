<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

use LogicException;

/**
 * What an edit did: notes taken out, notes put in, and the values of notes that changed, before and after.
 *
 * Applying a change and then its inverse gives back exactly the same notes.
 */
final readonly class Change
{
    /**
     * @param  Notes  $removed  the notes taken out
     * @param  Notes  $added  the notes put in
     * @param  array<string, array<int, int>>  $before  for each column the old values by the id of the note
     * @param  array<string, array<int, int>>  $after  the new values of the same notes
     * @param  Selection  $selection  what is selected afterwards
     * @param  string  $summary  what happened, in numbers, for the status line
     * @param  Phrase|null  $clipboard  what was taken to the clipboard, if anything was
     */
    public function __construct(
        public Notes $removed,
        public Notes $added,
        public array $before,
        public array $after,
        public Selection $selection,
        public string $summary,
        public ?Phrase $clipboard = null,
    ) {
    }

    public static function nothing(Selection $selection, string $summary): self
    {
        return new self(Notes::none(), Notes::none(), [], [], $selection, $summary);
    }

    /** The same change that also fills the clipboard. */
    public function taking(Phrase $clipboard): self
    {
        return new self($this->removed, $this->added, $this->before, $this->after, $this->selection, $this->summary, $clipboard);
    }

    /** The same change in other words. */
    public function saying(string $summary): self
    {
        return new self($this->removed, $this->added, $this->before, $this->after, $this->selection, $summary, $this->clipboard);
    }

    public function isNothing(): bool
    {
        return $this->after === [] && $this->onlyChangesValues();
    }

    /** Whether the set of notes stays the same and only their values change. */
    public function onlyChangesValues(): bool
    {
        return $this->removed->count() === 0 && $this->added->count() === 0;
    }

    /** @throws LogicException where the notes are not those the change was made for */
    public function applyTo(Notes $notes): Notes
    {
        $columns = $notes->columns();
        $place = array_flip($notes->id);
        foreach ($this->after as $name => $values) {
            $column = $columns[$name];
            foreach ($values as $id => $value) {
                $column[$place[$id] ?? throw self::foreign($id)] = $value;
            }
            $columns[$name] = $column;
        }
        if ($this->removed->count() > 0) {
            $gone = [];
            foreach ($this->removed->id as $id) {
                $gone[$place[$id] ?? throw self::foreign($id)] = true;
            }
            $columns = array_map(static fn (array $column): array => array_values(array_diff_key($column, $gone)), $columns);
        }
        if ($this->added->count() > 0) {
            foreach ($this->added->columns() as $name => $values) {
                $columns[$name] = array_merge($columns[$name], $values);
            }
        }

        return Notes::ordered(Order::apply($columns, 'pitch'), max($notes->nextId, $this->added->nextId));
    }

    /** The change that undoes this one. */
    public function inverse(Selection $selection, string $summary): self
    {
        return new self($this->added, $this->removed, $this->after, $this->before, $selection, $summary);
    }

    /** One change that does this one and then the next. The selection and the summary are the next one's. */
    public function then(self $next): self
    {
        $before = $this->before;
        $after = $this->after;
        foreach ($next->after as $name => $values) {
            $before[$name] = ($before[$name] ?? []) + $next->before[$name];
            $after[$name] = $values + ($after[$name] ?? []);
        }
        $both = new self($this->removed, $this->added, $before, $after, $next->selection, $next->summary, $next->clipboard ?? $this->clipboard);

        return $this->onlyChangesValues() && $next->onlyChangesValues() ? $both : $both->resolving($next);
    }

    /** Settles notes that one of two changes put in or took out and the other touched too. */
    private function resolving(self $next): self
    {
        $before = $this->before;
        $after = $this->after;
        $added = $this->added->rows();
        $removed = $this->removed->rows();

        foreach ($after as $name => $values) {
            foreach (array_intersect_key($values, $added) as $id => $value) {
                $added[$id][$name] = $value;
                unset($before[$name][$id], $after[$name][$id]);
            }
        }
        foreach ($next->removed->rows() as $id => $row) {
            if (isset($added[$id])) {
                unset($added[$id]);

                continue;
            }
            foreach ($before as $name => $values) {
                $row[$name] = $values[$id] ?? $row[$name];
                unset($before[$name][$id], $after[$name][$id]);
            }
            $removed[$id] = $row;
        }
        foreach ($next->added->rows() as $id => $row) {
            if (! isset($removed[$id])) {
                $added[$id] = $row;

                continue;
            }
            foreach (array_diff_assoc($row, $removed[$id]) as $name => $value) {
                $before[$name][$id] = $removed[$id][$name];
                $after[$name][$id] = $value;
            }
            unset($removed[$id]);
        }

        return new self(
            Notes::fromRows(array_values($removed)), Notes::fromRows(array_values($added)),
            array_filter($before), array_filter($after), $this->selection, $this->summary, $this->clipboard,
        );
    }

    private static function foreign(int $id): LogicException
    {
        return new LogicException("The change is for other notes: note {$id} is not there.");
    }
}

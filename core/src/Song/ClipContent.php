<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Content\NoteCurves;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Time\TickRange;

/** What lies in a clip: notes and points, in time of the clip. */
final readonly class ClipContent
{
    public function __construct(
        public Notes $notes,
        public Points $points,
    ) {
    }

    public static function none(): self
    {
        return new self(Notes::none(), Points::none());
    }

    public static function ofNotes(Notes $notes): self
    {
        return new self($notes, Points::none());
    }

    /** All of it on one channel, 0–15. */
    public function onChannel(int $channel): self
    {
        $with = static fn (Notes|Points $table): array => ['channel' => array_fill(0, count($table->id), $channel)];

        return new self($this->notes->with($with($this->notes)), $this->points->with($with($this->points)));
    }

    /** How many events of a file it makes in one round. */
    public function events(): int
    {
        return 2 * $this->notes->count() + $this->points->count();
    }

    public function withNotes(Notes $notes): self
    {
        return new self($notes, $this->points);
    }

    /** What starts in a span of time. The curve within a note goes along with the note, whole or not at all. */
    public function within(TickRange $range): self
    {
        $isInside = static fn (int $start): bool => $start >= $range->from && $start < $range->to;
        $notes = $this->notes->at(array_keys(array_filter($this->notes->start, $isInside)));
        $taken = array_fill_keys($notes->id, true);
        $points = [];
        foreach ($this->points->note as $i => $note) {
            if ($note === 0 ? $isInside($this->points->start[$i]) : isset($taken[$note])) {
                $points[] = $i;
            }
        }

        return new self($notes, $this->points->at($points));
    }

    /** What sounds in a span of time: notes are cut at its edges, and their curves with them. */
    public function sounding(TickRange $range): self
    {
        $notes = $this->notes->cutTo(static fn (): TickRange => $range);
        $taken = array_fill_keys($notes->id, true);
        $points = [];
        foreach ($this->points->note as $i => $note) {
            if ($note === 0 ? $range->has($this->points->start[$i]) : isset($taken[$note])) {
                $points[] = $i;
            }
        }
        $points = $this->points->at($points);

        return new self($notes, NoteCurves::within($notes, $points)->applyTo($points));
    }

    /**
     * What lies in several contents, each with ids of its own.
     *
     * @param  list<self>  $parts
     */
    public static function of(array $parts): self
    {
        return count($parts) === 1 ? $parts[0] : new self(
            self::together(Notes::none(), array_map(static fn (self $part): Notes => $part->notes, $parts)),
            self::together(Points::none(), array_map(static fn (self $part): Points => $part->points, $parts)),
        );
    }

    /** With what lies in another content, which has ids of its own. */
    public function and(self $other): self
    {
        return self::of([$this, $other]);
    }

    /** The same under ids from a number on, the notes first. */
    public function numbered(int $from): self
    {
        $ids = static fn (int $from, int $count): array => $count === 0 ? [] : range($from, $from + $count - 1);

        return new self(
            $this->notes->with(['id' => $ids($from, $this->notes->count())]),
            $this->points->with(['id' => $ids($from + $this->notes->count(), $this->points->count())]),
        );
    }

    /**
     * @template T of Notes|Points
     *
     * @param  T  $none
     * @param  list<T>  $tables
     * @return T
     */
    private static function together(Notes|Points $none, array $tables): Notes|Points
    {
        $columns = $next = [];
        foreach ($tables as $table) {
            $next[] = $table->nextId;
            foreach ($table->id === [] ? [] : $table->columns() as $name => $values) {
                $columns[$name][] = $values;
            }
        }

        return $none->with(
            array_map(static fn (array $parts): array => array_merge(...$parts), $columns), max([1, ...$next]),
        );
    }

    /** Everything in it moved by so many ticks. */
    public function shifted(int $ticks): self
    {
        return $ticks === 0 ? $this : new self($this->notes->shifted($ticks), $this->points->shifted($ticks));
    }

    /**
     * What starts in a round moved in it, in again at its other end; the curve within a note goes along with the note.
     */
    public function turned(TickRange $round, int $ticks): self
    {
        $to = static fn (int $start): int => $round->has($start) ? $round->wrapped($start + $ticks) : $start;
        $notes = $this->notes->start;
        $moved = array_map(static fn (int $start): int => $to($start) - $start, $notes);
        $of = array_combine($this->notes->id, $moved);

        return new self(
            $this->notes->with(['start' => array_map($to, $notes)]),
            $this->points->with(['start' => array_map(
                static fn (int $start, int $note): int => $note === 0 ? $to($start) : $start + $of[$note],
                $this->points->start, $this->points->note,
            )]),
        );
    }

    /** The highest id of its notes and points, 0 where there are none. */
    public function highestId(): int
    {
        return max(
            $this->notes->id === [] ? 0 : max($this->notes->id), $this->points->id === [] ? 0 : max($this->points->id),
        );
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Closure;
use Jactonic\Core\Content\Notes;

/**
 * One track of a Standard MIDI File: its notes, and every other event as the bytes it was read from.
 *
 * Other events are kept whole (status, meta or sysex length and data; never running status, never end of track), so
 * what the program does not show goes out as it came in.
 */
final readonly class SmfTrack
{
    /**
     * @param  array<int, int>  $ticks  when each other event happens, ascending
     * @param  array<int, string>  $events  its bytes
     * @param  int  $end  the tick of the end-of-track event
     */
    public function __construct(
        public Notes $notes,
        public array $ticks = [],
        public array $events = [],
        public int $end = 0,
    ) {
    }

    public function withNotes(Notes $notes): self
    {
        return new self($notes, $this->ticks, $this->events, $this->end);
    }

    /** The track's name (meta event 3), empty where it has none. */
    public function name(): string
    {
        foreach ($this->metas(Meta::TrackName) as [, $data]) {
            return Text::readable($data);
        }

        return '';
    }

    /**
     * The meta events of a kind, in order.
     *
     * @return iterable<array{int, string}> tick and data
     */
    public function metas(Meta $meta): iterable
    {
        foreach ($this->events as $k => $event) {
            $data = $meta->dataOf($event);
            if ($data !== null) {
                yield [$this->ticks[$k], $data];
            }
        }
    }

    /**
     * What of it begins at ticks that are wanted.
     *
     * @param  Closure(int): bool  $wants
     */
    public function before(Closure $wants): self
    {
        $ticks = array_filter($this->ticks, $wants);

        return new self(
            $this->notes->at(array_keys(array_filter($this->notes->start, $wants))),
            array_values($ticks), array_values(array_intersect_key($this->events, $ticks)), $this->end,
        );
    }

    /** The track without its meta events of a kind. */
    public function withoutMetas(Meta $meta): self
    {
        $head = "\xFF".chr($meta->value);
        $kept = array_filter($this->events, static fn (string $event): bool => ! str_starts_with($event, $head));

        return new self(
            $this->notes, array_values(array_intersect_key($this->ticks, $kept)), array_values($kept), $this->end,
        );
    }

    /**
     * The track with meta events of one kind put in, each before the other events of its tick.
     *
     * @param  array<int, string>  $data  by tick
     */
    public function withMetas(Meta $meta, array $data): self
    {
        $ticks = array_keys($data);
        $events = array_values(array_map($meta->event(...), $data));
        $ticks = [...$ticks, ...$this->ticks];
        $events = [...$events, ...$this->events];
        $order = array_keys($ticks);
        array_multisort($ticks, $order, $events);

        return new self($this->notes, $ticks, $events, max($this->end, ...[0, ...array_keys($data)]));
    }
}

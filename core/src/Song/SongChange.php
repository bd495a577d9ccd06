<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

/** What became of a song: contents of its clips, the tracks and clips themselves, the conductor. It can be reversed. */
final readonly class SongChange
{
    /**
     * @param  array<int, ContentChange>  $contents  by the id of the clip
     * @param  array<int, RowChange>  $tracks  by id
     * @param  array<int, RowChange>  $clips  by id
     * @param  list<ConductorEvent>  $conductorRemoved
     * @param  list<ConductorEvent>  $conductorAdded
     */
    public function __construct(
        public array $contents = [],
        public array $tracks = [],
        public array $clips = [],
        public array $conductorRemoved = [],
        public array $conductorAdded = [],
    ) {
    }

    /** What makes one song another. Contents that are the same object are not looked at. */
    public static function between(Song $from, Song $to): self
    {
        $contents = [];
        foreach ($from->contents + $to->contents as $clip => $_) {
            [$old, $new] = [$from->contentOf($clip), $to->contentOf($clip)];
            $change = $old === $new ? null : ContentChange::between($old, $new);
            if ($change !== null && ! $change->isNothing()) {
                $contents[$clip] = $change;
            }
        }
        $rows = static fn (Conductor $conductor): array => array_map(
            static fn (ConductorEvent $event): string => serialize($event->toRow()),
            $conductor->events,
        );
        [$old, $new] = $from->conductor === $to->conductor
            ? [[], []]
            : [$rows($from->conductor), $rows($to->conductor)];

        return new self(
            $contents, RowChange::between($from->tracks, $to->tracks), RowChange::between($from->clips, $to->clips),
            array_values(array_intersect_key($from->conductor->events, array_diff($old, $new))),
            array_values(array_intersect_key($to->conductor->events, array_diff($new, $old))),
        );
    }

    public function isNothing(): bool
    {
        return $this->contents === [] && $this->tracks === [] && $this->clips === [] && ! $this->touchesConductor();
    }

    public function touchesConductor(): bool
    {
        return $this->conductorRemoved !== [] || $this->conductorAdded !== [];
    }

    /** Whether it changes more than what lies in clips. */
    public function touchesArrangement(): bool
    {
        return $this->tracks !== [] || $this->clips !== [] || $this->touchesConductor();
    }

    /** Whether tracks and conductor stay as they are. */
    public function isWithinClips(): bool
    {
        return $this->tracks === [] && ! $this->touchesConductor();
    }

    /** @return list<int> the ids of all clips it changes */
    public function touchedClips(): array
    {
        return array_keys($this->contents + $this->clips);
    }

    public function applyTo(Song $song): Song
    {
        $tracks = $song->tracks;
        foreach ($this->tracks as $id => $change) {
            if ($change->after === null) {
                unset($tracks[$id]);
            } else {
                $tracks[$id] = isset($tracks[$id])
                    ? $tracks[$id]->with($change->after)
                    : Track::fromArray($change->after);
            }
        }
        $clips = $song->clips;
        $contents = $song->contents;
        foreach ($this->clips as $id => $change) {
            if ($change->after === null) {
                unset($clips[$id]);
            } else {
                $clips[$id] = isset($clips[$id]) ? $clips[$id]->with($change->after) : Clip::fromArray($change->after);
            }
        }
        $nextId = $song->nextId;
        foreach ($this->contents as $id => $change) {
            $contents[$id] = $change->applyTo($contents[$id] ?? ClipContent::none());
            $nextId = max($nextId, $change->notes->added->nextId, $change->points->added->nextId ?? 0);
        }

        return Song::of(
            $this->conducted($song->conductor), array_values($tracks), array_values($clips),
            array_intersect_key($contents, $clips), $nextId, $song->layout,
        )->numbered(...$song->lastIds());
    }

    public function reversed(): self
    {
        return new self(
            array_map(static fn (ContentChange $change): ContentChange => $change->reversed(), $this->contents),
            array_map(static fn (RowChange $change): RowChange => $change->reversed(), $this->tracks),
            array_map(static fn (RowChange $change): RowChange => $change->reversed(), $this->clips),
            $this->conductorAdded, $this->conductorRemoved,
        );
    }

    /** One change that does this one and then the next. What comes back to where it began is left out. */
    public function followedBy(self $next): self
    {
        if ($this->isNothing()) {
            return $next;
        }
        $contents = $this->contents;
        foreach ($next->contents as $clip => $change) {
            $both = isset($contents[$clip]) ? $contents[$clip]->followedBy($change) : $change;
            if ($both->isNothing()) {
                unset($contents[$clip]);
            } else {
                $contents[$clip] = $both;
            }
        }

        return new self(
            $contents, RowChange::allFollowedBy($this->tracks, $next->tracks),
            RowChange::allFollowedBy($this->clips, $next->clips),
            ...self::balanced(
                [...$this->conductorRemoved, ...$next->conductorRemoved],
                [...$this->conductorAdded, ...$next->conductorAdded],
            ),
        );
    }

    private function conducted(Conductor $conductor): Conductor
    {
        if (! $this->touchesConductor()) {
            return $conductor;
        }
        [, $events] = self::balanced($this->conductorRemoved, [...$conductor->events, ...$this->conductorAdded]);

        return Conductor::of($conductor->ppq, $events);
    }

    /**
     * Takes out of two lists what stands in both.
     *
     * @param  list<ConductorEvent>  $removed
     * @param  list<ConductorEvent>  $added
     * @return array{list<ConductorEvent>, list<ConductorEvent>}
     */
    private static function balanced(array $removed, array $added): array
    {
        foreach ($removed as $k => $event) {
            foreach ($added as $n => $other) {
                if ($event->toRow() === $other->toRow()) {
                    unset($removed[$k], $added[$n]);
                    break;
                }
            }
        }

        return [array_values($removed), array_values($added)];
    }
}

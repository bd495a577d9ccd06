<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Pitch\ChordName;
use Jactonic\Core\Pitch\ChordNames;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TempoMap;

/** What holds for all tracks of a song: tempos, meters, keys and markers. It is the only home of these. */
final readonly class Conductor
{
    /** BPM a tempo may be set to. */
    public const SLOWEST = 10;

    public const FASTEST = 400;

    public MeterMap $meters;

    public TempoMap $tempo;

    /** @param  list<ConductorEvent>  $events  in order of tick, of two at one tick in that of the file */
    private function __construct(
        public int $ppq,
        public array $events,
    ) {
        $tempos = $meters = [];
        foreach ($events as $event) {
            if ($event->kind === ConductorKind::Tempo) {
                $tempos[$event->tick] = $event->micros();
            } elseif ($event->kind === ConductorKind::Meter) {
                $meters[$event->tick] = $event->meterValue();
            }
        }
        $this->tempo = TempoMap::of($ppq, $tempos);
        $this->meters = MeterMap::of($ppq, $meters);
    }

    /**
     * @param  int  $ppq  ticks in a quarter note, 1 to 32767
     * @param  array<int, ConductorEvent>  $events  in any order
     */
    public static function of(int $ppq, array $events = []): self
    {
        usort(
            $events,
            static fn (ConductorEvent $a, ConductorEvent $b): int => [$a->tick, $a->home, $a->rank] <=> [
                $b->tick,
                $b->home,
                $b->rank,
            ],
        );

        return new self($ppq, $events);
    }

    /** The key that holds at a tick; before the first one that first one. Null where there is none. */
    public function keyAt(int $tick): ?Scale
    {
        $key = null;
        foreach ($this->all(ConductorKind::Key) as $event) {
            if ($key === null || $event->tick <= $tick) {
                $key = $event->value;
            }
        }

        return $key === null ? null : Scale::parse($key);
    }

    /** The names of its chords, each from its tick on. */
    public function chords(): ChordNames
    {
        return ChordNames::of(array_map(
            static fn (ConductorEvent $event): array => [$event->tick, ChordName::parse($event->value)],
            $this->all(ConductorKind::Chord),
        ));
    }

    /** @return list<ConductorEvent> those of a kind, in order */
    public function all(ConductorKind $kind): array
    {
        return array_values(array_filter(
            $this->events, static fn (ConductorEvent $event): bool => $event->kind === $kind,
        ));
    }

    /** @return list<ConductorEvent> those of a kind at a tick */
    public function at(ConductorKind $kind, int $tick): array
    {
        return array_values(array_filter(
            $this->events, static fn (ConductorEvent $event): bool => $event->kind === $kind && $event->tick === $tick,
        ));
    }

    /**
     * With an event in the place of those of its kind at its tick; it goes out where they did.
     *
     * @throws EditRefused where there is no room for another one
     */
    public function with(ConductorEvent $event): self
    {
        $room = new ConductorRoom;
        foreach ([...$this->without($event->kind, $event->tick)->all($event->kind), $event] as $one) {
            if (! $room->take($one)) {
                throw new EditRefused(
                    'A song has at most '.number_format(ConductorRoom::most($event->kind))
                        ." events of this kind ({$event->kind->value}), and meters of no longer bars than can be "
                        .'drawn. Take one away first.',
                );
            }
        }
        $there = $this->at($event->kind, $event->tick)[0] ?? null;
        $placed = $there === null
            ? $event
            : ConductorEvent::of($event->kind, $event->tick, $event->value, $there->home, $there->rank);

        return self::of($this->ppq, [...$this->without($event->kind, $event->tick)->events, $placed]);
    }

    public function without(ConductorKind $kind, int $tick): self
    {
        return new self($this->ppq, array_values(array_filter(
            $this->events,
            static fn (ConductorEvent $event): bool => $event->kind !== $kind || $event->tick !== $tick,
        )));
    }

    /** Without any event of a kind. */
    public function withoutAll(ConductorKind $kind): self
    {
        return new self(
            $this->ppq,
            array_values(array_filter(
                $this->events, static fn (ConductorEvent $event): bool => $event->kind !== $kind,
            )),
        );
    }

    /**
     * With the tempo at the start set, and later tempos in proportion to it.
     *
     * @param  float  $bpm  quarter notes a minute
     */
    public function scaledTo(float $bpm): self
    {
        $factor = 60_000_000 / $bpm / $this->tempo->stretches[0]['tempo'];
        $events = [];
        foreach ($this->events as $event) {
            $events[] = $event->kind !== ConductorKind::Tempo ? $event : ConductorEvent::of(
                ConductorKind::Tempo, $event->tick,
                (string) max(1, min(ConductorEvent::SLOWEST, (int) round($event->micros() * $factor))), $event->home,
                $event->rank,
            );
        }

        return self::of(
            $this->ppq,
            $this->at(ConductorKind::Tempo, 0) === [] ? [ConductorEvent::ofTempo(0, $bpm), ...$events] : $events,
        );
    }

    public function equals(self $other): bool
    {
        return $this->toRows() === $other->toRows();
    }

    /** @return list<array{string, int, string, int, int, string}> as JSON takes them */
    public function toRows(): array
    {
        return array_map(static fn (ConductorEvent $event): array => $event->toRow(), $this->events);
    }

    /**
     * @param  array<array-key, mixed>  $rows  as `toRows()` gives them
     *
     * @throws BadInput
     */
    public static function fromRows(int $ppq, array $rows): self
    {
        return self::of($ppq, array_map(
            static fn (mixed $row): ConductorEvent => ConductorEvent::fromRow(is_array($row) ? $row : []),
            array_values($rows),
        ));
    }
}

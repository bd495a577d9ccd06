<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

/**
 * How much a conductor may hold, counted as it is filled: every opening of the song reads all of it, and every drawing
 * of the grid has the lines of a bar of each meter.
 */
final class ConductorRoom
{
    /** Sixteenths of one bar of each meter, together. */
    private const MOST_SIXTEENTHS = 100_000;

    /** @var array<string, int> */
    private array $counts = [];

    private int $sixteenths = 0;

    public static function most(ConductorKind $kind): int
    {
        return match ($kind) {
            ConductorKind::Tempo => 20_000,
            ConductorKind::Meter, ConductorKind::Key => 2_000,
            ConductorKind::Marker, ConductorKind::Chord => 5_000,
        };
    }

    /** Takes an event in; tells whether there was room for it. */
    public function take(ConductorEvent $event): bool
    {
        $count = ($this->counts[$event->kind->value] ?? 0) + 1;
        $sixteenths = $this->sixteenths;
        if ($event->kind === ConductorKind::Meter) {
            $meter = $event->meterValue();
            $sixteenths += intdiv(16 * $meter->numerator, $meter->denominator);
        }
        if ($count > self::most($event->kind) || $sixteenths > self::MOST_SIXTEENTHS) {
            return false;
        }
        $this->counts[$event->kind->value] = $count;
        $this->sixteenths = $sixteenths;

        return true;
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Time\Bounds;
use Jactonic\Core\Time\TickRange;

/**
 * What was played in one go, as its device told it: channel messages of the MIDI 1.0 specification with their moments,
 * in milliseconds since the song passed the tick the recording began at; before it where they are negative.
 *
 * `{"origin": 0, "loop": [0, 3840], "until": 8123.5, "events": [[12.25, 144, 60, 96], [480, 128, 60, 0]]}`; without a
 * loop `null` stands in its place.
 */
final readonly class Played
{
    public const MOST_EVENTS = 100_000;

    /** A day, in ms. */
    private const LONGEST = 86_400_000;

    /**
     * @param  int  $origin  the tick it began at
     * @param  TickRange|null  $loop  what the song went round in while it was played
     * @param  float  $until  when it ended, in ms: what was still held ends there
     * @param  list<array{float, int, int, int}>  $events  ms, status, and two numbers of 0–127, in order of time
     */
    private function __construct(
        public int $origin,
        public ?TickRange $loop,
        public float $until,
        public array $events,
    ) {
    }

    /** @throws BadInput where the value is none */
    public static function fromArray(mixed $value): self
    {
        $value = is_array($value) ? $value : throw self::unreadable('it takes origin, loop, until and events');
        [$origin, $loop, $until, $given] = [
            $value['origin'] ?? null, $value['loop'] ?? null, $value['until'] ?? null, $value['events'] ?? null,
        ];
        $tick = self::tick($origin) ?? throw self::unreadable('origin takes a tick');
        $edges = is_array($loop) ? [self::tick($loop[0] ?? null), self::tick($loop[1] ?? null)] : [null, null];
        $round = $edges[0] === null || $edges[1] === null ? null : TickRange::of($edges[0], $edges[1]);
        // The last moment of a loop is no other round.
        $origin = $round !== null && $origin < $round->to ? min($tick, $round->to - 1) : $tick;
        if (
            ($loop !== null && $round === null)
            || ($round !== null && ($origin >= $round->to || $round->to > Bounds::LAST_TICK))
        ) {
            throw self::unreadable('loop takes two ticks, the second one after the origin');
        }
        if ((! is_int($until) && ! is_float($until)) || abs($until) > self::LONGEST) {
            throw self::unreadable('until takes milliseconds');
        }
        if (! is_array($given) || count($given) > self::MOST_EVENTS) {
            throw self::unreadable('events takes at most '.number_format(self::MOST_EVENTS).' messages');
        }
        $events = array_map(self::event(...), array_values($given));
        // A device may hand over what it held back; at one moment the order is its own.
        usort($events, static fn (array $a, array $b): int => $a[0] <=> $b[0]);

        return new self($origin, $round, (float) $until, $events);
    }

    /** @return array<string, mixed> as JSON takes it */
    public function toArray(): array
    {
        return [
            'origin' => $this->origin, 'loop' => $this->loop === null ? null : [$this->loop->from, $this->loop->to],
            'until' => $this->until, 'events' => $this->events,
        ];
    }

    /** The tick that is meant: a playhead stops between two. Null where the value is none. */
    private static function tick(mixed $value): ?int
    {
        return (is_int($value) || is_float($value)) && $value >= 0 && $value <= Bounds::LAST_TICK
            ? (int) round($value)
            : null;
    }

    /** @return array{float, int, int, int} */
    private static function event(mixed $event): array
    {
        if (
            ! is_array($event) || count($event) < 3 || (! is_int($event[0] ?? null) && ! is_float($event[0] ?? null))
            || abs($event[0]) > self::LONGEST
        ) {
            throw self::unreadable('an event takes its milliseconds and the bytes of its message');
        }
        $bytes = [$event[1] ?? null, $event[2] ?? null, $event[3] ?? 0];
        if (
            ! is_int($bytes[0]) || $bytes[0] < 0x80 || $bytes[0] > 0xEF || ! is_int($bytes[1]) || $bytes[1] < 0
            || $bytes[1] > 127 || ! is_int($bytes[2]) || $bytes[2] < 0 || $bytes[2] > 127
        ) {
            throw self::unreadable('a message takes a status from 128 to 239 and one or two numbers from 0 to 127');
        }

        return [(float) $event[0], $bytes[0], $bytes[1], $bytes[2]];
    }

    private static function unreadable(string $why): BadInput
    {
        return new BadInput("What was played cannot be read: {$why}.");
    }
}

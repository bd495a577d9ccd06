<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Pitch\ChordName;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Time\Bounds;
use Jactonic\Core\Time\Meter;

/**
 * One event of the conductor.
 *
 * Its value is text: a tempo in µs a quarter note (`652174`), a meter with the clocks of its click and the 32nds of its
 * quarter as a MIDI file has them (`7/8 24 8`), a key (`D dorian`), a chord (`Dm7/G`), or the words of a marker, as
 * bytes.
 */
final readonly class ConductorEvent
{
    /** Behind every event that was read. */
    public const LAST_RANK = 0xFFFFFF;

    public const SLOWEST = 0xFFFFFF;

    /**
     * @param  int  $home  the track of the file it came from, counted from 0; it goes out there
     * @param  int  $rank  its place among the events of that track
     */
    private function __construct(
        public ConductorKind $kind,
        public int $tick,
        public string $value,
        public int $home,
        public int $rank,
    ) {
    }

    /** @throws BadInput where the value is none of its kind */
    public static function of(
        ConductorKind $kind, int $tick, string $value, int $home = 0, int $rank = self::LAST_RANK,
    ): self {
        if ($tick < 0 || $tick > Bounds::LAST_TICK) {
            throw new BadInput('An event of the conductor lies at a tick from 0 to '.Bounds::LAST_TICK.'.');
        }

        return new self($kind, $tick, match ($kind) {
            ConductorKind::Tempo => (string) self::tempo($value),
            ConductorKind::Meter => self::meter($value),
            ConductorKind::Key => (string) Scale::parse($value),
            ConductorKind::Chord => (string) ChordName::parse($value),
            ConductorKind::Marker => $value,
        }, $home, $rank);
    }

    /** @param  float  $bpm  quarter notes a minute */
    public static function ofTempo(int $tick, float $bpm): self
    {
        return self::of(
            ConductorKind::Tempo, $tick, (string) max(1, min(self::SLOWEST, (int) round(60_000_000 / $bpm))),
        );
    }

    /** µs a quarter note, of a tempo. */
    public function micros(): int
    {
        return (int) $this->value;
    }

    /** Of a meter. */
    public function meterValue(): Meter
    {
        return Meter::parse(explode(' ', $this->value)[0]);
    }

    public function at(int $tick): self
    {
        return self::of($this->kind, $tick, $this->value, $this->home, $this->rank);
    }

    /** The words of it for people, in UTF-8. */
    public function label(): string
    {
        return match ($this->kind) {
            ConductorKind::Tempo => round(60_000_000 / $this->micros(), 2).' BPM',
            ConductorKind::Meter => explode(' ', $this->value)[0],
            ConductorKind::Key, ConductorKind::Chord => $this->value,
            ConductorKind::Marker => preg_match('//u', $this->value) === 1 ? $this->value : (string) iconv(
                'ISO-8859-1', 'UTF-8', $this->value,
            ),
        };
    }

    /**
     * @return array{
     *     string, int, string, int, int, string,
     * } as JSON takes it; the last is `text`, or `bytes` in base64
     */
    public function toRow(): array
    {
        $isText = preg_match('//u', $this->value) === 1;

        return [
            $this->kind->value, $this->tick, $isText ? $this->value : base64_encode($this->value), $this->home,
            $this->rank, $isText ? 'text' : 'bytes',
        ];
    }

    /**
     * @param  array<array-key, mixed>  $row  as `toRow()` gives it
     *
     * @throws BadInput
     */
    public static function fromRow(array $row): self
    {
        [$kind, $tick, $value, $home, $rank, $form] = array_values($row) + [
            null, null, null, 0, self::LAST_RANK, 'text',
        ];
        if (! is_string($kind) || ! is_int($tick) || ! is_string($value) || ! is_int($home) || ! is_int($rank)) {
            throw new BadInput('This is no event of a conductor.');
        }

        return self::of(
            ConductorKind::tryFrom($kind) ?? throw new BadInput("A conductor has no {$kind}."),
            $tick, $form === 'bytes' ? (string) base64_decode($value, true) : $value, $home, $rank,
        );
    }

    private static function tempo(string $value): int
    {
        return preg_match('/^\d{1,8}$/', $value) === 1 && (int) $value >= 1 && (int) $value <= self::SLOWEST
            ? (int) $value
            : throw new BadInput('A tempo takes 1 to '.self::SLOWEST." µs a quarter note, not “{$value}”.");
    }

    private static function meter(string $value): string
    {
        if (preg_match('#^(\d{1,3}/\d{1,3})(?: (\d{1,3}) (\d{1,3}))?$#', $value, $found) !== 1) {
            throw new BadInput("“{$value}” is no meter; write 7/8.");
        }

        return Meter::parse($found[1]).' '.($found[2] ?? 24).' '.($found[3] ?? 8);
    }
}

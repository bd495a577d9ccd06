<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

/**
 * What a curve within a note says: its pitch in cents, its loudness, its timbre; each by the message that MPE, the MIDI
 * standard for a channel a note, has for it: bend over 48 semitones, channel pressure, controller 74.
 */
enum CurveOf: string
{
    case Pitch = 'pitch';
    case Loudness = 'loudness';
    case Timbre = 'timbre';

    /** How far a bend of a note goes, in cents: MPE's 48 semitones. */
    private const BEND_CENTS = 4800;

    private const TIMBRE = 74;

    /** @return array{PointKind, int} the kind and the number of its points */
    public function kind(): array
    {
        return match ($this) {
            self::Pitch => [PointKind::Bend, 0],
            self::Loudness => [PointKind::Pressure, 0],
            self::Timbre => [PointKind::Controller, self::TIMBRE],
        };
    }

    public static function ofPoint(int $kind, int $number): ?self
    {
        foreach (self::cases() as $case) {
            if ($case->kind()[0]->value === $kind && $case->kind()[1] === $number) {
                return $case;
            }
        }

        return null;
    }

    /** The lowest value as it is written: cents, or 0. */
    public function least(): int
    {
        return $this === self::Pitch ? -self::BEND_CENTS : 0;
    }

    /** The highest value as it is written: cents, or 127. */
    public function most(): int
    {
        return $this === self::Pitch ? self::BEND_CENTS : 127;
    }

    /** What holds where nothing is said, as it is written. */
    public function rest(): int
    {
        return match ($this) {
            self::Pitch => 0,
            self::Loudness => 127,
            self::Timbre => 64,
        };
    }

    /** A written value as a point holds it. */
    public function value(float $written): int
    {
        $within = max($this->least(), min($this->most(), $written));

        return $this === self::Pitch
            ? max(-8192, min(8191, (int) round($within * 8192 / self::BEND_CENTS)))
            : (int) round($within);
    }

    /** What a point holds, as it is written. */
    public function written(int $value): int
    {
        return $this === self::Pitch ? (int) round($value * self::BEND_CENTS / 8192) : $value;
    }
}

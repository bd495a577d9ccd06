<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Jactonic\Core\Content\PointKind;

/** Points as channel messages of the MIDI 1.0 specification, and back. */
final class PointCodec
{
    /**
     * The columns of a point; null where the bytes are no such message.
     *
     * @return array{kind: int, number: int, value: int, channel: int}|null
     */
    public static function read(string $event): ?array
    {
        $status = ord($event[0]);
        $kind = PointKind::tryFrom($status >> 4);
        if ($kind === null) {
            return null;
        }

        return $kind->columns(ord($event[1] ?? "\0"), ord($event[2] ?? "\0")) + ['channel' => $status & 15];
    }

    public static function write(int $kind, int $number, int $value, int $channel): string
    {
        $status = chr($kind << 4 | $channel);

        return match (PointKind::from($kind)) {
            PointKind::Bend => $status.chr(($value + 8192) & 127).chr(($value + 8192) >> 7),
            PointKind::KeyPressure, PointKind::Controller => $status.chr($number).chr($value & 127),
            PointKind::Program, PointKind::Pressure => $status.chr($value & 127),
        };
    }
}

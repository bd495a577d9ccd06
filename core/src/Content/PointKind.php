<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

/** What a point sets, by the status nibble of its message in the MIDI 1.0 specification. */
enum PointKind: int
{
    /** A key's pressure; the number is its pitch. */
    case KeyPressure = 0xA;

    /** A controller; the number is the controller's. */
    case Controller = 0xB;

    case Program = 0xC;

    /** The pressure of a whole channel. */
    case Pressure = 0xD;

    /** The bend of a whole channel, −8192 to 8191. */
    case Bend = 0xE;

    /**
     * The columns of a point from the two numbers of its message.
     *
     * @return array{kind: int, number: int, value: int}
     */
    public function columns(int $first, int $second): array
    {
        return [
            'kind' => $this->value,
            'number' => $this->isNumbered() ? $first : 0,
            'value' => match (true) {
                $this === self::Bend => ($second << 7 | $first) - 8192,
                $this->isNumbered() => $second,
                default => $first,
            },
        ];
    }

    /** Whether a number belongs to it. */
    public function isNumbered(): bool
    {
        return $this === self::KeyPressure || $this === self::Controller;
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Time;

/** A note value as a fraction of a whole note: 1/16, 1/8t (two thirds of 1/8), 1/8d (one and a half times 1/8). */
final readonly class NoteValue
{
    /** The largest n of 1/n. */
    public const FINEST = 128;

    private function __construct(
        public int $numerator,
        public int $denominator,
        private string $text,
    ) {
    }

    /** Reads `1/n`, `1/nt` or `1/nd` with n from 1 to 128; null where the text is none. */
    public static function tryParse(string $text): ?self
    {
        if (preg_match('#^1/([1-9]\d{0,2})([td]?)$#', $text, $found) !== 1 || (int) $found[1] > self::FINEST) {
            return null;
        }
        $n = (int) $found[1];

        return match ($found[2]) {
            't' => new self(2, 3 * $n, $text),
            'd' => new self(3, 2 * $n, $text),
            default => new self(1, $n, $text),
        };
    }

    /**
     * Its length in ticks, as a fraction that may not come out whole.
     *
     * @return array{int, int} [dividend, divisor]
     */
    public function ticks(int $ppq): array
    {
        return [4 * $ppq * $this->numerator, $this->denominator];
    }

    public function __toString(): string
    {
        return $this->text;
    }
}

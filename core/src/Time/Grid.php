<?php

declare(strict_types=1);

namespace Jactonic\Core\Time;

use Jactonic\Core\Errors\BadInput;

/**
 * Which lines notes snap to: a note value or a number of bars, and a swing.
 *
 * Swing runs from 0 (straight) over 100 (triplet feel, 2 : 1) to 150 (dotted, 3 : 1) and delays every second line.
 */
final readonly class Grid
{
    public const MAX_SWING = 150;

    private const BARS = [1, 2, 4, 8, 16];

    private function __construct(
        public ?NoteValue $value,
        public int $bars,
        public int $swing,
    ) {
    }

    /**
     * @param  string  $text  1/n, 1/nt, 1/nd (n from 1 to 128), bar, 2bar, 4bar, 8bar or 16bar
     *
     * @throws BadInput for anything else
     */
    public static function parse(string $text, int $swing = 0): self
    {
        if ($swing < 0 || $swing > self::MAX_SWING) {
            throw new BadInput("Swing goes from 0 to 150, not {$swing}.");
        }
        $value = NoteValue::tryParse($text);
        if ($value !== null) {
            return new self($value, 0, $swing);
        }
        if (preg_match('/^(\d{0,2})bar$/', $text, $found) === 1) {
            $bars = $found[1] === '' ? 1 : (int) $found[1];
            if (in_array($bars, self::BARS, true)) {
                return new self(null, $bars, $swing);
            }
        }

        throw new BadInput("“{$text}” is no grid; write a note value (1/4, 1/16, 1/8t, 1/8d, 1/n up to n = 128), bar, 2bar, 4bar, 8bar or 16bar.");
    }

    public function withSwing(int $swing): self
    {
        return self::parse((string) $this, $swing);
    }

    /** The lines of this grid on a song's bars. */
    public function on(MeterMap $meters): GridLines
    {
        return new GridLines($this, $meters);
    }

    /** The grid without its swing, as it is written in an edit line. */
    public function __toString(): string
    {
        return $this->value !== null ? (string) $this->value : ($this->bars === 1 ? 'bar' : "{$this->bars}bar");
    }
}

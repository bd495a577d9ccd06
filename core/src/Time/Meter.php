<?php

declare(strict_types=1);

namespace Jactonic\Core\Time;

use Jactonic\Core\Errors\BadInput;

/** A time signature, such as 7/8. */
final readonly class Meter
{
    private function __construct(
        public int $numerator,
        public int $denominator,
    ) {
    }

    /**
     * @param  int  $numerator  1 to 255
     * @param  int  $denominator  a power of two, 1 to 128
     *
     * @throws BadInput where either lies outside
     */
    public static function of(int $numerator, int $denominator): self
    {
        if ($numerator < 1 || $numerator > 255) {
            throw BadInput::within("A meter has 1 to 255 beats in a bar, not {$numerator}.");
        }
        if (! in_array($denominator, [1, 2, 4, 8, 16, 32, 64, 128], true)) {
            throw BadInput::within("A meter counts in 1, 2, 4, 8, 16, 32, 64 or 128, not {$denominator}.");
        }

        return new self($numerator, $denominator);
    }

    /** @throws BadInput unless the text is a meter, such as 7/8 */
    public static function parse(string $text): self
    {
        return preg_match('#^(\d{1,3})/(\d{1,3})$#', trim($text), $found) === 1
            ? self::of((int) $found[1], (int) $found[2])
            : throw new BadInput("“{$text}” is no meter; write 4/4 or 7/8.");
    }

    public function __toString(): string
    {
        return "{$this->numerator}/{$this->denominator}";
    }
}

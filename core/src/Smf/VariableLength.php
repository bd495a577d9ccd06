<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

/** Variable-length quantities of the Standard MIDI File: seven bits a byte, the highest bit set on all but the last. */
final class VariableLength
{
    /** Four bytes, by the specification. */
    public const LARGEST = 0x0FFFFFFF;

    public static function write(int $value): string
    {
        $bytes = chr($value & 0x7F);
        while (($value >>= 7) > 0) {
            $bytes = chr(0x80 | $value & 0x7F).$bytes;
        }

        return $bytes;
    }
}

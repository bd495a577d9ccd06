<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Pitch\PitchName;

/** A pitch by number or name; `caret` is the caret's pitch, read as null. */
final readonly class PitchValue implements Kind
{
    public function name(): string
    {
        return 'pitch';
    }

    public function read(string $text): ?int
    {
        return $text === 'caret' ? null : PitchName::parse($text);
    }

    public function allowed(): string
    {
        return '0 to 127, a name from C-1 to G9 (middle C is C4), or caret';
    }

    public function describe(): array
    {
        return ['min' => 0, 'max' => 127];
    }
}

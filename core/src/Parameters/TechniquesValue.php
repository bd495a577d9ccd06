<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Song\Techniques;

/** A map of techniques, written out or called by the word of one that ships. */
final readonly class TechniquesValue implements Kind
{
    public const NONE = 'none';

    public function name(): string
    {
        return 'techniques';
    }

    public function read(string $text): Techniques
    {
        return Techniques::parse($text);
    }

    public function allowed(): string
    {
        return self::NONE.', '.implode(
            ', ', array_keys(Techniques::SHIPPED),
        ).', or techniques such as "plucked/p key=C0 length=60; short/. length=50"';
    }

    public function describe(): array
    {
        return ['words' => [self::NONE, ...array_keys(Techniques::SHIPPED)]];
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Pitch\ChordName;

/** A chord by its name, such as `Dm7/G`. */
final readonly class ChordNameValue implements Kind
{
    public function name(): string
    {
        return 'chord';
    }

    /** @throws BadInput */
    public function read(string $text): ChordName
    {
        return ChordName::parse($text);
    }

    public function allowed(): string
    {
        return 'a root, what it is and the bass where it is another note, such as C, Am, Dm7/G, F#m7b5';
    }

    public function describe(): array
    {
        return ['options' => array_map(strval(...), array_keys(ChordName::QUALITIES))];
    }
}

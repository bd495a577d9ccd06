<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Pitch\PitchName;

/** A pitch by number or name, or a word that stands for one, such as `caret` or `lowest`. */
final readonly class PitchValue implements Kind
{
    /** @param  list<string>  $words */
    public function __construct(private array $words = ['caret'])
    {
    }

    public function name(): string
    {
        return 'pitch';
    }

    public function read(string $text): int|string
    {
        return in_array($text, $this->words, true) ? $text : PitchName::parse($text);
    }

    public function allowed(): string
    {
        return '0 to 127, a name from C-1 to G9 (middle C is C4)'
            .($this->words === [] ? '' : ', or '.implode(', ', $this->words));
    }

    public function describe(): array
    {
        return ['min' => 0, 'max' => 127, 'words' => $this->words];
    }
}

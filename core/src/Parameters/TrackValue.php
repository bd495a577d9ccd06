<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Song\Track;

/** A track: by its name, its number from the top, or a word. */
final readonly class TrackValue implements Kind
{
    /** @param  list<string>  $words  that stand for one */
    public function __construct(private array $words)
    {
    }

    public function name(): string
    {
        return 'track';
    }

    public function read(string $text): string
    {
        $text = trim($text);

        return $text !== '' && mb_strlen($text) <= Track::LONGEST_NAME
            ? $text
            : throw new BadInput("takes {$this->allowed()}");
    }

    public function allowed(): string
    {
        return implode(', ', $this->words).', the number of a track, or its name of at most '.Track::LONGEST_NAME
            .' characters';
    }

    public function describe(): array
    {
        return ['words' => $this->words];
    }
}

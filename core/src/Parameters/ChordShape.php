<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Pitch\ChordShapes;

/** The shape of a chord: a name of the trade such as `min7`, or semitones above the root such as `0,3,7,10`. */
final readonly class ChordShape implements Kind
{
    private const MOST = 12;

    private const WIDEST = 48;

    public function name(): string
    {
        return 'chord-shape';
    }

    /** @return non-empty-list<int> semitones above the root, ascending */
    public function read(string $text): array
    {
        if (isset(ChordShapes::SHAPES[$text])) {
            return ChordShapes::SHAPES[$text];
        }
        $semitones = [];
        foreach (explode(',', $text) as $word) {
            if (preg_match('/^\d{1,2}$/', $word) !== 1 || (int) $word > self::WIDEST) {
                throw new BadInput("takes {$this->allowed()}, not “{$text}”");
            }
            $semitones[(int) $word] = (int) $word;
        }
        // A single number is the name of a chord (7, 9 …) or a mistake; a chord has two notes at least.
        if (count($semitones) < 2 || count($semitones) > self::MOST) {
            throw new BadInput("takes {$this->allowed()}, not “{$text}”");
        }
        sort($semitones);

        return $semitones;
    }

    public function allowed(): string
    {
        return implode(
            ', ', array_map(strval(...), array_keys(ChordShapes::SHAPES)),
        ).', or semitones above the root such as 0,3,7,10';
    }

    public function describe(): array
    {
        return ['options' => array_map(strval(...), array_keys(ChordShapes::SHAPES))];
    }
}

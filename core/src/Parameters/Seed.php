<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;

/**
 * What random offsets are made from: the same number always gives the same ones.
 *
 * `new` stands for another number each time. Whoever reads the line puts the number in its place before it is run, so
 * that the history keeps the line with the number it took.
 */
final readonly class Seed implements Kind
{
    public const NEW = 'new';

    public const LARGEST = 999_999;

    public function name(): string
    {
        return 'whole-number';
    }

    public function read(string $text): int
    {
        if ($text === self::NEW) {
            return 0;
        }
        if (preg_match('/^\d{1,6}$/', $text) !== 1) {
            throw new BadInput("takes {$this->allowed()}, not “{$text}”");
        }

        return (int) $text;
    }

    public function allowed(): string
    {
        return '0 to '.self::LARGEST.', or new';
    }

    public function describe(): array
    {
        return ['min' => 0, 'max' => self::LARGEST, 'unit' => '', 'words' => [self::NEW]];
    }
}

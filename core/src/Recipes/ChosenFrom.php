<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes;

use Jactonic\Core\Errors\BadInput;

/** From which notes a rule chooses. */
enum ChosenFrom: string
{
    case Selection = 'selection';
    case Range = 'range';
    case Clip = 'clip';

    public static function read(mixed $value): self
    {
        return (is_string($value) ? self::tryFrom($value) : null) ?? throw new BadInput(
            'A rule chooses from the selection, the range or the clip.',
        );
    }
}

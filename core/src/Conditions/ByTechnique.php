<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;

/** `technique`: the name, the sign or the number of one of the track, `none` or `any`. */
final readonly class ByTechnique implements Condition
{
    public function __construct(private string $wanted)
    {
    }

    public function holds(int $place, Notes $notes, Context $context): bool
    {
        $number = $notes->technique[$place];

        return match ($this->wanted) {
            'none' => $number === 0,
            'any' => $number !== 0,
            default => $number !== 0
                && $context->clips->techniquesOf($notes->clip[$place])->number($this->wanted) === $number,
        };
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;

/** `selected`: whether a note was selected before the choice. */
final readonly class BySelected implements Condition
{
    /** @param  array<int, true>  $ids */
    private function __construct(
        private array $ids,
        private bool $wanted,
    ) {
    }

    public static function of(bool $wanted, ?Selection $selected): self
    {
        return new self(array_fill_keys($selected->ids ?? [], true), $wanted);
    }

    public function holds(int $place, Notes $notes, Context $context): bool
    {
        return isset($this->ids[$notes->id[$place]]) === $this->wanted;
    }
}

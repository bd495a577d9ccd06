<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Pitch\Scale;

/** `scale`: belongs to the key of the song, or does not. */
final readonly class ByScale implements Condition
{
    public function __construct(
        private bool $inside,
        private ?Scale $key,
    ) {
    }

    public function holds(int $place, Notes $notes, Context $context): bool
    {
        return $this->key?->contains($notes->pitch[$place]) === $this->inside;
    }
}

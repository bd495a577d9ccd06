<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Song\RowNames;

/** `row`: what the row of a note is called on its track, such as `row=hat,kick`; a hat is “Open hat” too. */
final readonly class ByRow implements Condition
{
    /** @param  array<int, list<int>>  $pitches  that are called so, by the id of the track */
    private function __construct(private array $pitches)
    {
    }

    public static function called(string $name, ?Context $context): self
    {
        return new self(array_map(
            static fn (RowNames $rows): array => array_merge(...array_map($rows->pitches(...), explode(',', $name))),
            $context->clips->rowNames ?? [],
        ));
    }

    public function holds(int $place, Notes $notes, Context $context): bool
    {
        return in_array(
            $notes->pitch[$place], $this->pitches[$context->clips->trackOf($notes->clip[$place])] ?? [], true,
        );
    }
}

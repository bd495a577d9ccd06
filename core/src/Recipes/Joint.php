<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes;

use Jactonic\Core\Errors\BadInput;

/** How conditions, or groups of them, are joined. */
enum Joint: string
{
    case All = 'all';
    case Any = 'any';

    public static function read(mixed $value): self
    {
        return is_string($value) ? self::tryFrom($value) ?? throw self::unknown() : throw self::unknown();
    }

    /**
     * @param  list<array<int, true>>  $sets  of ids
     * @return array<int, true>
     */
    public function of(array $sets): array
    {
        return match (true) {
            $sets === [] => [],
            $this === self::All => array_intersect_key(...$sets),
            default => array_replace(...$sets),
        };
    }

    private static function unknown(): BadInput
    {
        return new BadInput('Conditions are joined by all or any.');
    }
}

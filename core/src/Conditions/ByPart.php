<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;

/**
 * `part`: the highest or the lowest note of its chord, the one below the highest, or one between them. A note alone is
 * both top and bottom.
 */
final readonly class ByPart extends Chosen
{
    public static function among(Notes $notes, string $part, ?Context $context): self
    {
        $places = [];
        foreach ($context === null ? [] : $context->chords($notes, array_keys($notes->id), null) as $chord) {
            $pitches = array_map(static fn (int $i): int => $notes->pitch[$i], $chord);
            [$low, $high] = [min($pitches), max($pitches)];
            $below = array_filter($pitches, static fn (int $pitch): bool => $pitch < $high);
            $second = $below === [] ? null : max($below);
            foreach ($chord as $i) {
                $pitch = $notes->pitch[$i];
                if (match ($part) {
                    'top' => $pitch === $high,
                    'second' => $pitch === $second,
                    'bottom' => $pitch === $low,
                    default => $pitch > $low && $pitch < $high,
                }) {
                    $places[$i] = true;
                }
            }
        }

        return new self($places);
    }
}

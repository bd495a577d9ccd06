<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Notes\Chords;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Time\Amount;

/** `part`: the highest or the lowest note of its chord, or one between them. A note alone is both top and bottom. */
final readonly class ByPart extends Chosen
{
    public static function among(Notes $notes, string $part, ?Context $context): self
    {
        $places = [];
        foreach ($context === null ? [] : Chords::of($notes, array_keys($notes->id), Amount::parse('1/64'), $context) as $chord) {
            $pitches = array_map(static fn (int $i): int => $notes->pitch[$i], $chord);
            [$low, $high] = [min($pitches), max($pitches)];
            foreach ($chord as $i) {
                $pitch = $notes->pitch[$i];
                if (match ($part) {
                    'top' => $pitch === $high,
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

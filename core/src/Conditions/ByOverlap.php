<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Chords;
use Jactonic\Core\Content\Following;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;

/**
 * `overlap`: yes where the note runs into a later chord, pitch where it runs into a later note of its pitch, no where
 * it runs into none.
 */
final readonly class ByOverlap extends Chosen
{
    public static function among(Notes $notes, string $wanted, ?Context $context): self
    {
        if ($context === null) {
            return new self([]);
        }
        $all = array_keys($notes->id);
        $next = [];
        foreach ($context->clips->byTrack($all, $notes->clip) as $part) {
            [$following] = $wanted === 'pitch'
                ? Following::ofPitch($notes, $part)
                : Following::chords($notes, Chords::of($notes, $part, null, $context->time));
            $next += $following;
        }
        $places = [];
        foreach ($all as $i) {
            $overlaps = isset($next[$i]) && $next[$i] < $notes->start[$i] + $notes->length[$i];
            if ($overlaps === ($wanted !== 'no')) {
                $places[$i] = true;
            }
        }

        return new self($places);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Edits\Length\Scope;
use Jactonic\Core\Notes\Chords;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Time\Amount;

/** `overlap`: yes where the note runs into a later chord, pitch where it runs into a later note of its pitch, no where it runs into none. */
final readonly class ByOverlap extends Chosen
{
    public static function among(Notes $notes, string $wanted, ?Context $context): self
    {
        if ($context === null) {
            return new self([]);
        }
        $all = array_keys($notes->id);
        [$next] = $wanted === 'pitch' ? Scope::nextOfPitch($notes, $all) : Scope::followingChords($notes, Chords::of($notes, $all, Amount::parse('1/64'), $context));
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

<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;

/**
 * `beat`: the position in the bar in beats, from 1; `2.5` is the “and” of two.
 *
 * A single value also takes notes played up to a 64th note off it, across the bar line too, since takes are never
 * exact; a span is taken exactly.
 */
final readonly class ByBeat implements Condition
{
    /** @param  ValueRanges<float>  $allowed */
    public function __construct(private ValueRanges $allowed)
    {
    }

    public function holds(int $place, Notes $notes, Context $context): bool
    {
        $meters = $context->time->meters;
        $start = $notes->start[$place];
        $bar = $meters->barAt($start);
        [$length, $parts] = $meters->beatLength($start);
        $beat = $length / $parts;
        $position = 1 + ($start - $meters->barStart($bar)) / $beat;
        $tolerance = $context->time->ppq() / 16 / $beat;
        $same = static fn (float $bound): float => $bound;
        if ($this->allowed->contain($position, $same)) {
            return true;
        }
        $beforeNext = 1 - ($meters->barStart($bar + 1) - $start) / $beat;

        // A push before the bar line is beat 1 of the bar it opens, and no beat of the bar before.
        return $this->allowed->containNear(1 - $beforeNext <= $tolerance ? $beforeNext : $position, $same, $tolerance);
    }
}

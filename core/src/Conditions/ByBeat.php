<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Notes\Notes;

/**
 * `beat`: the position in the bar in beats, from 1; `2.5` is the “and” of two.
 *
 * A single value also takes notes played up to a 64th note off it, across the bar line too, since takes are never
 * exact; a span is taken exactly.
 */
final readonly class ByBeat implements Condition
{
    /** @param  Spans<float>  $allowed */
    public function __construct(private Spans $allowed)
    {
    }

    public function holds(int $place, Notes $notes, Context $context): bool
    {
        $meters = $context->meters;
        $start = $notes->start[$place];
        $bar = $meters->barAt($start);
        [$length, $parts] = $meters->beatLength($start);
        $beat = $length / $parts;
        $position = 1 + ($start - $meters->barStart($bar)) / $beat;
        $tolerance = $context->ppq() / 16 / $beat;
        $beforeNext = 1 - ($meters->barStart($bar + 1) - $start) / $beat;
        $same = static fn (float $bound): float => $bound;

        return $this->allowed->contain($position, $same, $tolerance)
            || (1 - $beforeNext <= $tolerance && $this->allowed->contain($beforeNext, $same, $tolerance));
    }
}

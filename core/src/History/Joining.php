<?php

declare(strict_types=1);

namespace Jactonic\Core\History;

use Closure;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Song\SongChange;

/**
 * What is run joins the step before, where both are one gesture of a hand: a held key, or keys pressed in quick
 * succession. Then one press takes all of it back.
 */
final readonly class Joining
{
    /** So soon after the step before, in ms. */
    public const WITHIN_MS = 800;

    private function __construct(
        /** The step that is joined. */
        public Step $step,
        /**
         * The one line that does both, computed from where the step began; null where the same is simply done once
         * more.
         */
        public ?string $combined,
        /** Whether it joins only where nothing is left then: one that goes the other way, back to where it began. */
        private bool $onlyReturns = false,
    ) {
    }

    /** The step that a change joins; null where the change is a step of its own. */
    public function by(SongChange $change): ?Step
    {
        return $this->onlyReturns && ! $this->step->change->followedBy($change)->isNothing() ? null : $this->step;
    }

    /**
     * Null where what is run is a step of its own.
     *
     * @param  list<string>  $lines  of the step the song stands at
     * @param  int  $ran  when that was run last, in ms of a clock that is never set back
     * @param  Closure(): ?Step  $step  reads it; null where something else came after it already
     * @param  Selection  $selection  what the script is run on
     */
    public static function of(
        array $lines, int $ran, Closure $step, Script $script, Selection $selection, int $now,
    ): ?self {
        // A machine that was started between counts from 0 again.
        if ($now < $ran || $now - $ran > self::WITHIN_MS) {
            return null;
        }
        $combined = $script->combinedAfter($lines);
        $isAgain = $combined !== null || $lines === $script->lines();
        if (! $isAgain && self::names($lines) !== self::names($script->lines())) {
            return null;
        }
        $last = $step();

        return $last !== null && $last->before->equals($selection) && $last->after->equals($selection)
            ? new self($last, $combined, ! $isAgain)
            : null;
    }

    /**
     * The edits of some lines.
     *
     * @param  array<int, string>  $lines
     * @return list<string>
     */
    private static function names(array $lines): array
    {
        return array_map(static fn (string $line): string => explode(' ', $line)[0], array_values($lines));
    }
}

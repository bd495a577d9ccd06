<?php

declare(strict_types=1);

namespace Jactonic\Core\History;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Song\SongChange;

/** One step of a song's history: the edit lines that were run, what they changed, and what was selected before and after. */
final readonly class Step
{
    /** Quick repeats within this time of each other are one step, so that a held key is undone at once. */
    public const JOIN_WITHIN_MS = 800;

    /**
     * @param  non-empty-list<string>  $lines
     * @param  int  $at  when it was last run, in ms of a clock that is never set back
     * @param  int  $times  how often it was run
     */
    public function __construct(
        public array $lines,
        public Selection $before,
        public Selection $after,
        public SongChange $change,
        public int $at,
        public int $times = 1,
    ) {
    }

    /** Whether what is run at a moment comes soon after what was run at another; never, where the machine was started between. */
    public static function isSoon(int $before, int $at): bool
    {
        return $at >= $before && $at - $before <= self::JOIN_WITHIN_MS;
    }

    /** Whether another run, of whatever lines, soon follows this one on the notes it left selected. */
    public function isFollowedBy(Selection $selection, int $at): bool
    {
        return self::isSoon($this->at, $at) && $this->after->equals($selection) && $this->before->equals($selection);
    }

    /** This step and one that repeats it soon after, with the same lines on the notes it left selected; null where the next is another. */
    public function mergedWith(self $next): ?self
    {
        return $this->lines === $next->lines && $this->isFollowedBy($next->before, $next->at)
            ? new self($this->lines, $this->before, $next->after, $this->change->followedBy($next->change), $next->at, $this->times + $next->times)
            : null;
    }

    /** Whether nothing is left of it: what it did came back to where it began. */
    public function isNothing(): bool
    {
        return $this->change->isNothing();
    }

    public function title(): string
    {
        return self::titleOf($this->lines, $this->times);
    }

    /**
     * The lines as one text, with the number of times where it is more than one.
     *
     * @param  array<int, string>  $lines
     */
    public static function titleOf(array $lines, int $times): string
    {
        $runs = [];
        foreach ($lines as $line) {
            $last = count($runs) - 1;
            if ($last >= 0 && $runs[$last][0] === $line) {
                $runs[$last][1]++;
            } else {
                $runs[] = [$line, 1];
            }
        }
        $said = implode(', ', array_map(static fn (array $run): string => $run[0].($run[1] > 1 ? " × {$run[1]}" : ''), $runs));

        return $said.($times > 1 ? " × {$times}" : '');
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\History;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\SongChange;
use Jactonic\Core\Time\Grid;

/**
 * One step of a song's history: the edit lines that were run, what they changed, and what was selected before and
 * after.
 */
final readonly class Step
{
    /**
     * @param  non-empty-list<string>  $lines
     * @param  int  $at  when it was last run, in ms of a clock that is never set back
     * @param  int  $times  how often it was run
     * @param  Said|null  $said  what it said of itself; null for steps of before that was kept
     * @param  Grid|null  $grid  the current one when it was run; null for steps of before that was kept
     */
    public function __construct(
        public array $lines,
        public Selection $before,
        public Selection $after,
        public SongChange $change,
        public int $at,
        public int $times = 1,
        public ?Said $said = null,
        public ?Grid $grid = null,
    ) {
    }

    /** This step and one that joins it (`Joining`), as one. */
    public function and(self $next): self
    {
        return new self(
            $this->lines, $this->before, $next->after, $this->change->followedBy($next->change), $next->at,
            $this->times + $next->times,
            $this->said !== null && $next->said !== null ? $this->said->then($next->said) : $next->said,
            $next->grid,
        );
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
        $said = implode(
            ', ', array_map(static fn (array $run): string => $run[0].($run[1] > 1 ? " × {$run[1]}" : ''), $runs),
        );

        return $said.($times > 1 ? " × {$times}" : '');
    }
}

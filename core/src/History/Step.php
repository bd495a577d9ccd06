<?php

declare(strict_types=1);

namespace Jactonic\Core\History;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Selection;

/** One step of a clip's history: the edit lines that were run, what was selected before, and what they changed. */
final readonly class Step
{
    /** Quick repeats within this time of each other are one step, so that a held key is undone at once. */
    public const JOIN_WITHIN_MS = 800;

    /**
     * @param  non-empty-list<string>  $lines
     * @param  int  $at  when it was last run, in ms since the epoch
     * @param  int  $times  how often it was run
     */
    public function __construct(
        public array $lines,
        public Selection $selectionBefore,
        public Change $change,
        public int $at,
        public int $times = 1,
    ) {
    }

    /** Whether another run, of whatever lines, soon follows this one on the notes it left selected. */
    public function isFollowedBy(Selection $selection, int $at): bool
    {
        return $at - $this->at <= self::JOIN_WITHIN_MS
            && $this->change->selection->equals($selection)
            && $this->selectionBefore->equals($selection);
    }

    /** Whether another step repeats this one: the same lines on the notes this one left selected, soon after. */
    public function isRepeatedBy(self $next): bool
    {
        return $this->lines === $next->lines && $this->isFollowedBy($next->selectionBefore, $next->at);
    }

    /** This step and its repeat as one. */
    public function joinedWith(self $next): self
    {
        return new self($this->lines, $this->selectionBefore, $this->change->then($next->change), $next->at, $this->times + $next->times);
    }

    /** The change that takes it back. */
    public function undo(): Change
    {
        return $this->change->inverse($this->selectionBefore, 'Undone: '.$this->title());
    }

    /** The change that does it again. */
    public function redo(): Change
    {
        $change = $this->change;

        return new Change($change->removed, $change->added, $change->before, $change->after, $change->selection, 'Done again: '.$this->title());
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

<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Dynamics;

use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Draft;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;

/** New velocities for a selection, limited to 1–127, with a summary of how many stopped there. */
final class Velocities
{
    private int $limited = 0;

    private int $changed = 0;

    private readonly Draft $draft;

    public function __construct(private readonly Notes $notes)
    {
        $this->draft = new Draft($notes);
    }

    public function set(int $place, int $velocity): void
    {
        $within = max(1, min(127, $velocity));
        $this->limited += $within === $velocity ? 0 : 1;
        $this->changed += $within === $this->notes->velocity[$place] ? 0 : 1;
        $this->draft->velocity[$place] = $within;
    }

    /** @param  string  $done  what happened to the notes, such as “made even” */
    public function change(Selection $selection, string $done): Change
    {
        return $this->draft->change($selection, $this->changed === 0 ? 'Nothing changed: the velocities are so already.' : Wording::sentence([
            Wording::notes($this->changed)." {$done}",
            $this->limited > 0 ? "{$this->limited} stopped at the limit" : '',
        ]));
    }
}

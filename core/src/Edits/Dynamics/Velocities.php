<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Dynamics;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Edits\Wording;

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
        $within = $velocity < 1 ? 1 : ($velocity > 127 ? 127 : $velocity);
        if ($within !== $velocity) {
            $this->limited++;
        }
        if ($within !== $this->notes->velocity[$place]) {
            $this->changed++;
            $this->draft->velocity[$place] = $within;
        }
    }

    /**
     * @param  string  $done  what happened to the notes, such as “made even”
     * @param  int|null  $count  to how many; to those that changed where left out
     */
    public function change(Selection $selection, string $done, ?int $count = null): Change
    {
        return $this->draft->change($selection, $this->changed === 0 ? 'Nothing changed: the velocities are '.($this->limited > 0 ? 'at the limit' : 'so').' already.' : Wording::sentence([
            Wording::notes($count ?? $this->changed)." {$done}",
            $this->limited > 0 ? "{$this->limited} stopped at the limit" : '',
        ]));
    }
}

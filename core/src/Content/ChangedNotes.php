<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

/**
 * Notes after a change, worked out once somebody asks for them: after the last line of a script nobody does, for what
 * is written and told is the change.
 */
final class ChangedNotes
{
    /** The id for the next note or point. */
    public readonly int $nextId;

    private ?Notes $table = null;

    public function __construct(private readonly Notes $before, private readonly Change $change)
    {
        $this->nextId = max($before->nextId, $change->nextId());
    }

    public function table(): Notes
    {
        return $this->table ??= $this->change->applyTo($this->before)->counted($this->nextId);
    }
}

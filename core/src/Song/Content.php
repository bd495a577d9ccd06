<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;

/** What lies in a clip: notes and points, in time of the clip. */
final readonly class Content
{
    public function __construct(
        public Notes $notes,
        public Points $points,
    ) {
    }

    public static function none(): self
    {
        return new self(Notes::none(), Points::none());
    }

    public static function ofNotes(Notes $notes): self
    {
        return new self($notes, Points::none());
    }

    /** How many events of a file it makes in one round. */
    public function events(): int
    {
        return 2 * $this->notes->count() + $this->points->count();
    }

    public function withNotes(Notes $notes): self
    {
        return new self($notes, $this->points);
    }

    /** Everything in it moved by so many ticks. */
    public function shifted(int $ticks): self
    {
        return $ticks === 0 ? $this : new self($this->notes->shifted($ticks), $this->points->shifted($ticks));
    }

    /** The highest id of its notes and points, 0 where there are none. */
    public function highestId(): int
    {
        return max($this->notes->id === [] ? 0 : max($this->notes->id), $this->points->id === [] ? 0 : max($this->points->id));
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\TableChange;

/** What became of the content of a clip, in time of the clip. */
final readonly class ContentChange
{
    /**
     * @param  TableChange<Notes>  $notes
     * @param  TableChange<Points>|null  $points  null where they stayed
     */
    public function __construct(
        public TableChange $notes,
        public ?TableChange $points = null,
    ) {
    }

    public static function between(ClipContent $from, ClipContent $to): self
    {
        return new self(
            TableChange::between($from->notes, $to->notes),
            $from->points === $to->points ? null : TableChange::between($from->points, $to->points),
        );
    }

    public function isNothing(): bool
    {
        return $this->notes->isNothing() && ($this->points?->isNothing() ?? true);
    }

    public function applyTo(ClipContent $content): ClipContent
    {
        return new ClipContent(
            $this->notes->applyTo($content->notes), $this->points?->applyTo($content->points) ?? $content->points,
        );
    }

    public function reversed(): self
    {
        return new self($this->notes->reversed(), $this->points?->reversed());
    }

    public function followedBy(self $next): self
    {
        return new self($this->notes->followedBy($next->notes), match (true) {
            $this->points === null => $next->points,
            $next->points === null => $this->points,
            default => $this->points->followedBy($next->points),
        });
    }
}

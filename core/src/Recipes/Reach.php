<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes;

/** What lines reach beside the notes of the open clips, so that no more than that is read for them. */
final readonly class Reach
{
    /**
     * @param  bool  $song  tracks, clips or the conductor are changed: all of the song is needed
     * @param  bool  $clipboard  what was cut or copied last is put in
     * @param  bool  $putsIn  notes of its own are put in, so it has to be known where
     * @param  list<string>  $tracks  tracks whose clips they work on, open or not
     * @param  bool  $onlyThose  whether they work on those alone, and not on the open ones
     * @param  bool  $chords  names of chords may go along: where there are any, all that sounds is needed
     */
    public function __construct(
        public bool $song = false,
        public bool $clipboard = false,
        public bool $putsIn = false,
        public array $tracks = [],
        public bool $onlyThose = false,
        public bool $chords = false,
    ) {
    }

    /** The open notes alone. */
    public static function notes(): self
    {
        return new self;
    }

    /** What both reach together. */
    public function and(self $other): self
    {
        return new self(
            $this->song || $other->song,
            $this->clipboard || $other->clipboard,
            $this->putsIn || $other->putsIn,
            array_values(array_unique([...$this->tracks, ...$other->tracks])),
            $this->onlyThose || $other->onlyThose,
            $this->chords || $other->chords,
        );
    }
}

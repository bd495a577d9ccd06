<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;

/**
 * A song after an edit of it, with what is open then, and what happened, in words. Without a
 * selection of its own, what was selected stays so as far as it is open.
 */
final readonly class SongResult
{
    private function __construct(
        public OpenSong $open,
        public Said $said,
        public ?Selection $selection = null,
        public ?Phrase $clipboard = null,
    ) {
    }

    /** The same clips stay open, as far as they are there. */
    public static function of(OpenSong $before, Song $song, Said $said): self
    {
        return self::opening($before, $song, $before->open, $before->front, $said);
    }

    public function selecting(Selection $selection): self
    {
        return new self($this->open, $this->said, $selection, $this->clipboard);
    }

    /** The same that also fills the clipboard. */
    public function taking(Phrase $clipboard): self
    {
        return new self($this->open, $this->said, $this->selection, $clipboard);
    }

    /**
     * Other clips are open afterwards; where none of them is there, those of the first track that has some.
     *
     * @param  list<int>  $clips
     */
    public static function opening(OpenSong $before, Song $song, array $clips, int $front, Said $said): self
    {
        return new self(OpenSong::of($song, $song->openable($clips), $front), $said);
    }
}

<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Song\OpenSong;

/** An edit line about the song itself that was understood. */
final readonly class PreparedSongEdit
{
    public function __construct(
        public SongEdit $edit,
        public Declaration $declaration,
        public Parameters $parameters,
        public EditLine $line,
    ) {
    }

    /** @throws EditRefused where it cannot be done to this song */
    public function apply(OpenSong $open, Selection $selection, Context $context): SongResult
    {
        return $this->edit->apply($open, $selection, $context, $this->parameters);
    }
}

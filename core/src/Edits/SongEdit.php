<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Song\OpenSong;

/** An edit of the song itself: its tracks, its clips, its conductor; or of notes over clips that are not open. */
interface SongEdit
{
    public function declaration(): Declaration;

    /**
     * A pure function, as `Edit::apply()` is.
     *
     * @throws EditRefused where it cannot be done; then nothing was changed
     */
    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult;
}
